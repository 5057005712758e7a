<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Ulid;

/**
 * That somebody accepts an item of the gate: who, as what, when, why, and until when. Taken back, it stays as it was,
 * with who took it back.
 */
#[ORM\Entity]
#[ORM\Table(name: 'accepted_item')]
class AcceptedItem
{
    #[ORM\Id]
    #[ORM\Column(length: 26)]
    private string $id;

    #[ORM\Column(length: 200, nullable: true)]
    private ?string $takenBackBy = null;

    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $takenBackAt = null;

    /**
     * @param string $known how the item is known again
     * @param 'lead'|'tester' $role
     * @param string|null $until last day on which it holds; null: until its place changes
     */
    public function __construct(
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private StoredSetup $setup,
        #[ORM\Column(length: 60)] private string $code,
        #[ORM\Column(type: 'text')] private string $place,
        #[ORM\Column(type: 'text')] private string $known,
        #[ORM\Column(type: 'text')] private string $words,
        #[ORM\Column(length: 200)] private string $person,
        #[ORM\Column(length: 8)] private string $role,
        #[ORM\Column(type: 'text')] private string $why,
        #[ORM\Column(length: 10, nullable: true)] private ?string $until,
        #[ORM\Column] private \DateTimeImmutable $acceptedAt,
    ) {
        $this->id = (string) new Ulid();
    }

    public function id(): string
    {
        return $this->id;
    }

    public function setup(): StoredSetup
    {
        return $this->setup;
    }

    public function isOfLead(): bool
    {
        return 'lead' === $this->role;
    }

    public function words(): string
    {
        return $this->words;
    }

    public function takeBack(string $person, \DateTimeImmutable $at): void
    {
        $this->takenBackBy ??= $person;
        $this->takenBackAt ??= $at;
    }

    public function takenBackBy(): ?string
    {
        return $this->takenBackBy;
    }

    public function takenBackAt(): ?\DateTimeImmutable
    {
        return $this->takenBackAt;
    }

    /**
     * @return array<string, string> as an item of accepted/1
     */
    public function toArray(): array
    {
        return [
            'code' => $this->code,
            'at' => $this->place,
            'known' => $this->known,
            'by' => $this->person,
            'role' => $this->role,
            'when' => $this->acceptedAt->format(\DATE_ATOM),
            'why' => $this->why,
            'until' => $this->until ?? 'change',
        ];
    }
}
