<?php

declare(strict_types=1);

namespace Ithrel\Core\Pattern;

/**
 * One of several parts.
 */
final readonly class Alternatives implements PatternNode
{
    /**
     * @param non-empty-list<PatternNode> $parts
     */
    public function __construct(public array $parts) {}

    public function pcre(): string
    {
        return implode('|', array_map(static fn(PatternNode $part): string => $part->pcre(), $this->parts));
    }

    public function samples(): array
    {
        $samples = [];
        foreach (array_slice($this->parts, 0, Sequence::MOST_SAMPLES) as $part) {
            array_push($samples, ...array_slice($part->samples(), 0, 3));
        }

        return Sequence::few($samples);
    }

    public function byLength(int $most): array
    {
        $texts = [];
        foreach ($this->parts as $part) {
            $texts += $part->byLength($most);
        }

        return $texts;
    }
}
