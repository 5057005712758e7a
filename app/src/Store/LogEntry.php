<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Ulid;

/**
 * One change, kept for ever: it names the setup as it was called then, which may be gone.
 */
#[ORM\Entity(readOnly: true)]
#[ORM\Table(name: 'log_entry')]
#[ORM\Index(name: 'IDX_log_entry_setup', columns: ['setup'])]
class LogEntry
{
    #[ORM\Id]
    #[ORM\Column(length: 26)]
    private string $id;

    public function __construct(
        #[ORM\Column] private \DateTimeImmutable $at,
        #[ORM\Column(length: 200)] private string $person,
        #[ORM\Column(type: 'text')] private string $what,
        #[ORM\Column(length: 26, nullable: true)] private ?string $setup,
        #[ORM\Column(length: 200, nullable: true)] private ?string $title,
    ) {
        $this->id = (string) new Ulid();
    }

    public function id(): string
    {
        return $this->id;
    }

    public function at(): \DateTimeImmutable
    {
        return $this->at;
    }

    public function person(): string
    {
        return $this->person;
    }

    public function what(): string
    {
        return $this->what;
    }

    public function setup(): ?string
    {
        return $this->setup;
    }

    public function title(): ?string
    {
        return $this->title;
    }
}
