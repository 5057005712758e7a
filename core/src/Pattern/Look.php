<?php

declare(strict_types=1);

namespace Ithrel\Core\Pattern;

/**
 * What has to follow, or to stand before, without being taken.
 */
final readonly class Look implements PatternNode
{
    public function __construct(public PatternNode $part, public bool $isAhead, public bool $isNegated) {}

    public function pcre(): string
    {
        return '(?' . ($this->isAhead ? '' : '<') . ($this->isNegated ? '!' : '=') . $this->part->pcre() . ')';
    }

    public function samples(): array
    {
        return [''];
    }

    public function byLength(int $most): array
    {
        return [''];
    }
}
