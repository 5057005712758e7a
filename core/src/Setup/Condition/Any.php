<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

/**
 * True when one part is true; false when there is none.
 */
final readonly class Any implements Condition
{
    /**
     * @param list<Condition> $parts
     */
    public function __construct(public string $at, public array $parts) {}

    public function at(): string
    {
        return $this->at;
    }

    public function tests(): array
    {
        return array_merge(...array_map(static fn(Condition $part): array => $part->tests(), $this->parts));
    }
}
