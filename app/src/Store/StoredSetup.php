<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\Common\Collections\Criteria;
use Doctrine\Common\Collections\Order;
use Doctrine\Common\Collections\Selectable;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Ulid;

/**
 * A setup on the shelf, with all that was ever brought in for it.
 */
#[ORM\Entity]
#[ORM\Table(name: 'setup')]
class StoredSetup
{
    #[ORM\Id]
    #[ORM\Column(length: 26)]
    private string $id;

    /** @var Collection<int, Revision>&Selectable<int, Revision> */
    #[
        ORM\OneToMany(
            targetEntity: Revision::class,
            mappedBy: 'setup',
            cascade: ['persist', 'remove'],
            orphanRemoval: true,
            fetch: 'EXTRA_LAZY',
        ),
    ]
    #[ORM\OrderBy(['number' => 'ASC'])]
    private Collection&Selectable $revisions;

    /** As it was asked for last. */
    private ?Revision $latest = null;

    /** Put away it is kept, and no longer stands on the shelf. */
    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $putAwayAt = null;

    public function __construct(
        #[ORM\Column(length: 200)] private string $title,
        #[ORM\Column(length: 200)] private string $item,
        #[ORM\Column] private \DateTimeImmutable $createdAt,
    ) {
        $this->id = (string) new Ulid();
        $this->revisions = new ArrayCollection();
    }

    public function id(): string
    {
        return $this->id;
    }

    public function title(): string
    {
        return $this->title;
    }

    public function item(): string
    {
        return $this->item;
    }

    public function createdAt(): \DateTimeImmutable
    {
        return $this->createdAt;
    }

    public function putAway(\DateTimeImmutable $at): void
    {
        $this->putAwayAt ??= $at;
    }

    public function isPutAway(): bool
    {
        return null !== $this->putAwayAt;
    }

    public function rename(string $title): void
    {
        $this->title = $title;
    }

    /** Keeps a document as the next revision; the present one again is not kept twice. */
    public function revise(string $document, string $item, \DateTimeImmutable $at): Revision
    {
        $latest = $this->newest();
        if (null !== $latest && $latest->sha256() === hash('sha256', $document)) {
            return $latest;
        }
        $this->item = $item;
        $revision = new Revision($this, 1 + ($latest?->number() ?? 0), $document, $at);
        $this->revisions->add($revision);

        return $this->latest = $revision;
    }

    public function latest(): Revision
    {
        return $this->latest ?? ($this->newest() ?? throw new \LogicException('A stored setup has a revision.'));
    }

    /** The revision with a number, without reading the others. */
    public function revision(int $number): ?Revision
    {
        $found = $this->revisions
            ->matching(Criteria::create(true)->where(Criteria::expr()->eq('number', $number)))
            ->first();

        return false === $found ? null : $found;
    }

    /** The latest revision as it is now: another may have come in since it was asked for last. */
    public function newest(): ?Revision
    {
        $newest = $this->revisions
            ->matching(
                Criteria::create(true)
                    ->orderBy(['number' => Order::Descending])
                    ->setMaxResults(1),
            )
            ->first();

        return $this->latest = false === $newest ? null : $newest;
    }
}
