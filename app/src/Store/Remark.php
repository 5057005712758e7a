<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Ulid;

/**
 * What somebody wrote at a finding, a check or a value; or an answer to that.
 */
#[ORM\Entity]
#[ORM\Table(name: 'remark')]
class Remark
{
    #[ORM\Id]
    #[ORM\Column(length: 26)]
    private string $id;

    #[ORM\Column(length: 200, nullable: true)]
    private ?string $closedBy = null;

    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $closedAt = null;

    /**
     * @param string $about by which its place is known again
     * @param string $place JSON Pointer
     * @param string $words what it is about, as it read then
     * @param string|null $to id of the remark that it answers
     */
    public function __construct(
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private StoredSetup $setup,
        #[ORM\Column(type: 'text')] private string $about,
        #[ORM\Column(type: 'text')] private string $place,
        #[ORM\Column(type: 'text')] private string $words,
        #[ORM\Column(name: 'answers', length: 26, nullable: true)] private ?string $to,
        #[ORM\Column(length: 200)] private string $person,
        #[ORM\Column(type: 'text')] private string $text,
        #[ORM\Column] private \DateTimeImmutable $writtenAt,
    ) {
        $this->id = (string) new Ulid();
    }

    public function close(string $person, \DateTimeImmutable $now): void
    {
        [$this->closedBy, $this->closedAt] = [$person, $now];
    }

    public function id(): string
    {
        return $this->id;
    }

    public function setup(): StoredSetup
    {
        return $this->setup;
    }

    public function about(): string
    {
        return $this->about;
    }

    public function place(): string
    {
        return $this->place;
    }

    public function words(): string
    {
        return $this->words;
    }

    public function to(): ?string
    {
        return $this->to;
    }

    public function person(): string
    {
        return $this->person;
    }

    public function text(): string
    {
        return $this->text;
    }

    public function writtenAt(): \DateTimeImmutable
    {
        return $this->writtenAt;
    }

    public function closedBy(): ?string
    {
        return $this->closedBy;
    }

    public function closedAt(): ?\DateTimeImmutable
    {
        return $this->closedAt;
    }
}
