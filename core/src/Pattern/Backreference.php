<?php

declare(strict_types=1);

namespace Ithrel\Core\Pattern;

/**
 * What a group matched, once more; nothing where the group took no part, which PCRE would take for a miss.
 */
final readonly class Backreference implements PatternNode
{
    /**
     * @param list<int> $groups several where a name stands in several alternatives
     * @param \ArrayObject<int, PatternNode> $parts number => what stands in a group
     */
    public function __construct(public array $groups, private \ArrayObject $parts) {}

    public function pcre(): string
    {
        $pcre = '';
        foreach (array_reverse($this->groups) as $group) {
            $pcre = sprintf('(?(%d)\g{%d}|%s)', $group, $group, $pcre);
        }

        return $pcre;
    }

    public function samples(): array
    {
        $group = $this->groups[0] ?? 0;
        $part = $this->parts[$group] ?? null;
        if (!($part instanceof PatternNode)) {
            return [''];
        }
        // The same samples in the same order as the group has them, so that a sequence puts equal ones together. While
        // they are made the group is away, as it may hold a reference to itself.
        unset($this->parts[$group]);
        $samples = $part->samples();
        $this->parts[$group] = $part;

        return [] === $samples ? [''] : $samples;
    }

    public function byLength(int $most): array
    {
        $texts = [];
        foreach ($this->samples() as $sample) {
            $texts[mb_strlen($sample, 'UTF-8')] ??= $sample;
        }

        return $texts;
    }
}
