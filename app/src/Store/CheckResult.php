<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\ORM\Mapping as ORM;

/**
 * What the check of a document said, by the document's hash and the day it hangs on; or why there is no such thing.
 */
#[ORM\Entity]
#[ORM\Table(name: 'check_result')]
class CheckResult
{
    /**
     * @param array<string, mixed>|null $report the part of check/1 that depends on document and day alone
     * @param string|null $trouble why it cannot be worked out
     * @param int $tries that were begun
     * @param int $heldUntil until when somebody is at it, in Unix seconds
     */
    public function __construct(
        #[ORM\Id] #[ORM\Column(length: 64)] private string $sha256,
        #[ORM\Id] #[ORM\Column(length: 10)] private string $today,
        #[ORM\Id] #[ORM\Column(length: 16)] private string $engine,
        #[ORM\Column(type: 'json', nullable: true)] private ?array $report,
        #[ORM\Column(type: 'text', nullable: true)] private ?string $trouble,
        #[ORM\Column] private int $tries,
        #[ORM\Column] private int $heldUntil,
        #[ORM\Column] private \DateTimeImmutable $createdAt,
    ) {}

    /**
     * @return array<string, mixed>|null
     */
    public function report(): ?array
    {
        return $this->report;
    }

    public function trouble(): ?string
    {
        return $this->trouble;
    }

    /**
     * @return array{string, string, string, string, int, int}
     */
    public function key(): array
    {
        return [
            $this->sha256,
            $this->today,
            $this->engine,
            $this->createdAt->format(DATE_ATOM),
            $this->tries,
            $this->heldUntil,
        ];
    }
}
