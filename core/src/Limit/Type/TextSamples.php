<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit\Type;

use Ithrel\Core\Limit\Input;
use Ithrel\Core\Limit\TextMeasure;

/**
 * Texts that the limits of an option let through, by their length in its own measure: what stands as an example is
 * always an answer that a shopper can give.
 */
final readonly class TextSamples
{
    /** Code points up to which texts are made from a pattern; its shortest texts say more than its longest. */
    private const MOST_OF_PATTERN = 120;

    /** What limits are met with one after the other. */
    private const FILLERS = ['x', 'X', '7', 'é', '中'];

    /** @var array<int, string>|null length => text, where a pattern says what is taken */
    private ?array $ofPattern;

    /**
     * @param list<string> $given texts that a tester gave, for a pattern that none was found for
     */
    public function __construct(private TextType $limits, array $given = [])
    {
        $texts = null;
        if (null !== $limits->pattern) {
            $texts = [];
            $most = min(self::MOST_OF_PATTERN, $limits->max ?? PHP_INT_MAX);
            foreach ([...$given, ...$limits->pattern->byLength($most), ...$limits->pattern->samples()] as $text) {
                if (!TextMeasure::isBlank($text) && $this->isTaken($text)) {
                    $texts[TextMeasure::length($text, $limits->measure)] ??= $text;
                }
            }
            ksort($texts);
        }
        $this->ofPattern = $texts;
    }

    /** Whether a pattern decides which lengths there are; then they are those of lengths() alone. */
    public function areOfPattern(): bool
    {
        return null !== $this->ofPattern && [] !== $this->ofPattern;
    }

    /**
     * The lengths for which the pattern has a text.
     *
     * @return list<int> in the option's measure, rising
     */
    public function lengths(): array
    {
        return array_keys($this->ofPattern ?? []);
    }

    /** A text of this length; null where none was found. */
    public function ofLength(int $length): ?string
    {
        if (null !== $this->ofPattern) {
            return $this->ofPattern[$length] ?? null;
        }
        foreach (self::FILLERS as $filler) {
            $size = TextMeasure::length($filler, $this->limits->measure);
            if (0 === $length % $size) {
                $text = str_repeat($filler, intdiv($length, $size));
                if ($this->isTaken($text)) {
                    return $text;
                }
            }
        }

        return null;
    }

    /** The shortest text that is taken; null where none was found. */
    public function shortest(): ?string
    {
        return $this->ofLength(
            null === $this->ofPattern ? max(1, $this->limits->min ?? 1) : array_key_first($this->ofPattern) ?? 0,
        );
    }

    public function isTaken(string $text): bool
    {
        return [] === $this->limits->problems(Input::text($text));
    }
}
