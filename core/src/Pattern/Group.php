<?php

declare(strict_types=1);

namespace Ithrel\Core\Pattern;

/**
 * A part in parentheses: one that is remembered, or one under other flags, or neither.
 */
final readonly class Group implements PatternNode
{
    /**
     * @param int|null $number of the group, from 1; null where it is not remembered
     * @param string $flags "i", "-i" or ""; the other flags are written out in the parts
     */
    public function __construct(public PatternNode $part, public ?int $number, public string $flags) {}

    public function pcre(): string
    {
        return (null === $this->number ? '(?' . $this->flags . ':' : '(') . $this->part->pcre() . ')';
    }

    public function samples(): array
    {
        return $this->part->samples();
    }

    public function byLength(int $most): array
    {
        return $this->part->byLength($most);
    }
}
