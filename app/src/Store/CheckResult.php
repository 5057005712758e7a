<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\ORM\Mapping as ORM;

/**
 * What the check of a document said, by the document's hash and the day it was asked on.
 */
#[ORM\Entity]
#[ORM\Table(name: 'check_result')]
class CheckResult
{
    /**
     * @param array<string, mixed> $report the part of check/1 that depends on document and day alone
     */
    public function __construct(
        #[ORM\Id]
        #[ORM\Column(length: 64)]
        private string $sha256,
        #[ORM\Id]
        #[ORM\Column(length: 10)]
        private string $today,
        #[ORM\Id]
        #[ORM\Column(length: 16)]
        private string $engine,
        #[ORM\Column(type: 'json')]
        private array $report,
        #[ORM\Column]
        private \DateTimeImmutable $createdAt,
    ) {
    }

    /**
     * @return array<string, mixed>
     */
    public function report(): array
    {
        return $this->report;
    }

    /**
     * @return array{string, string, string, string}
     */
    public function key(): array
    {
        return [$this->sha256, $this->today, $this->engine, $this->createdAt->format(DATE_ATOM)];
    }
}
