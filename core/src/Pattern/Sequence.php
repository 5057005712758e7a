<?php

declare(strict_types=1);

namespace Ithrel\Core\Pattern;

/**
 * Parts one after the other.
 */
final readonly class Sequence implements PatternNode
{
    /** Texts made of one part, and the longest of them in bytes. */
    public const MOST_SAMPLES = 12;
    private const LONGEST = 4_000;

    /**
     * @param list<PatternNode> $parts
     */
    public function __construct(public array $parts) {}

    public function pcre(): string
    {
        return implode('', array_map(static fn(PatternNode $part): string => $part->pcre(), $this->parts));
    }

    public function samples(): array
    {
        $columns = [];
        $most = 1;
        foreach ($this->parts as $part) {
            $own = $part->samples();
            if ([] === $own) {
                return [];
            }
            $columns[] = $own;
            $most = max($most, count($own));
        }
        $samples = [];
        for ($n = 0; $n < $most; ++$n) {
            $samples[] = implode('', array_map(static fn(array $own): string => $own[$n % count($own)], $columns));
        }

        return self::few($samples);
    }

    /**
     * @param list<string> $samples
     *
     * @return list<string> each once, the shortest first, none too long
     */
    public static function few(array $samples): array
    {
        $short = array_filter(array_unique($samples), static fn(string $text): bool => strlen($text) <= self::LONGEST);
        usort($short, static fn(string $a, string $b): int => strlen($a) <=> strlen($b));

        return array_slice($short, 0, self::MOST_SAMPLES);
    }

    public function byLength(int $most): array
    {
        $texts = [''];
        foreach ($this->parts as $part) {
            $texts = self::joined($texts, $part->byLength($most), $most);
        }

        return $texts;
    }

    /**
     * @param array<int, string> $left length => text
     * @param array<int, string> $right
     *
     * @return array<int, string> one of the left with one of the right behind it
     */
    public static function joined(array $left, array $right, int $most): array
    {
        $texts = [];
        foreach ($left as $n => $text) {
            foreach ($right as $m => $more) {
                if ($n + $m <= $most) {
                    $texts[$n + $m] ??= $text . $more;
                }
            }
        }

        return $texts;
    }
}
