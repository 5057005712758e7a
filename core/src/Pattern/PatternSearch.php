<?php

declare(strict_types=1);

namespace Ithrel\Core\Pattern;

use Ithrel\Core\Work\Budget;

/**
 * Texts of a pattern whose own forms do not all fit it, because something is looked for ahead or behind: forms are
 * changed, one place at a time, into what one look after the other asks for, and those that fit grow and shrink by a
 * character. Bounded by a number of verdicts, so that a pattern that nothing fits ends too.
 */
final class PatternSearch
{
    /** Verdicts that one search may ask for. */
    private const MOST_VERDICTS = 4_000;

    /** Texts of one length that go on from one look to the next. */
    private const MOST_OF_A_LENGTH = 6;

    /** What is put into a text: characters and short strings. */
    private const MOST_PIECES = 24;

    private int $verdicts = 0;

    /**
     * @param list<HtmlPattern> $stages the pattern with none of its looks, with the first, with the first two, …; the
     *                                  last is the pattern itself
     * @param list<string> $pieces what its looks are made of
     */
    private function __construct(private readonly array $stages, private readonly array $pieces) {}

    /**
     * @param list<PatternNode> $looks as they stand in the pattern
     * @param list<string> $forms texts of the pattern's form, whether or not they fit
     *
     * @return array<int, string> by their length in code points, up to the most
     */
    public static function from(HtmlPattern $pattern, array $looks, array $forms, int $most): array
    {
        $stages = [];
        for ($kept = 0; $kept < count($looks); ++$kept) {
            $stages[] = HtmlPattern::withLooks($pattern->source, $kept);
        }

        return (new self([...$stages, $pattern], self::piecesOf($looks)))->found($forms, $most);
    }

    /**
     * @param list<PatternNode> $looks
     *
     * @return list<string>
     */
    private static function piecesOf(array $looks): array
    {
        $pieces = [];
        foreach ($looks as $look) {
            foreach ($look instanceof Look ? $look->part->samples() : [] as $sample) {
                $pieces[] = $sample;
                array_push($pieces, ...mb_str_split($sample));
            }
        }
        $pieces = array_values(array_filter(array_unique($pieces), static fn(string $piece): bool => '' !== $piece));
        usort($pieces, static fn(string $a, string $b): int => strlen($a) <=> strlen($b));

        return array_slice($pieces, 0, self::MOST_PIECES);
    }

    /**
     * @param list<string> $forms
     *
     * @return array<int, string>
     */
    private function found(array $forms, int $most): array
    {
        $byLength = [];
        foreach ($forms as $text) {
            if (mb_strlen($text) <= $most && $this->fits($text, 0)) {
                $byLength[mb_strlen($text)][] = $text;
            }
        }
        ksort($byLength);
        $found = [];
        foreach ($byLength as $length => $texts) {
            $fitting = $this->throughStages($texts);
            if (null !== $fitting) {
                $found[$length] = $fitting;
            }
        }
        $found = $this->grown($found, 1, $most);

        return $this->grown($found, -1, $most);
    }

    /**
     * @param list<string> $texts of one length, that fit where no look is asked
     */
    private function throughStages(array $texts): ?string
    {
        for ($stage = 1; $stage < count($this->stages); ++$stage) {
            $next = array_values(array_filter($texts, fn(string $text): bool => $this->fits($text, $stage)));
            foreach ($texts as $text) {
                Budget::ask();
                foreach ([] === $next ? $this->overwritten($text) : [] as $changed) {
                    if ($this->fits($changed, $stage)) {
                        $next[] = $changed;
                    }
                    if (count($next) >= self::MOST_OF_A_LENGTH) {
                        break 2;
                    }
                }
            }
            $texts = $next;
        }

        return $texts[0] ?? null;
    }

    /**
     * The text with one of the pieces over each place of it, from the end, as what was put in first mostly stands in
     * front.
     *
     * @return iterable<string>
     */
    private function overwritten(string $text): iterable
    {
        $length = mb_strlen($text);
        for ($at = $length - 1; $at >= 0; --$at) {
            foreach ($this->pieces as $piece) {
                Budget::ask();
                $size = mb_strlen($piece);
                if ($at + $size <= $length) {
                    yield mb_substr($text, 0, $at) . $piece . mb_substr($text, $at + $size);
                }
            }
        }
    }

    /**
     * @param array<int, string> $found
     * @param 1|-1 $by
     *
     * @return array<int, string> with the lengths between and beyond, as far as a character more or less still fits
     */
    private function grown(array $found, int $by, int $most): array
    {
        ksort($found);
        foreach ($found as $length => $text) {
            for ($next = $length + $by; $next > 0 && $next <= $most && !isset($found[$next]); $next += $by) {
                Budget::ask();
                $text = $this->oneCharacterOff($text, $by);
                if (null === $text) {
                    break;
                }
                $found[$next] = $text;
            }
        }
        ksort($found);

        return $found;
    }

    private function oneCharacterOff(string $text, int $by): ?string
    {
        $characters = mb_str_split($text);
        foreach (array_reverse(array_keys($characters)) as $at) {
            $insert = $by < 0 ? [''] : array_unique([$characters[$at], ...$characters]);
            foreach ($insert as $character) {
                Budget::ask();
                $changed = mb_substr($text, 0, $by < 0 ? $at : $at + 1) . $character . mb_substr($text, $at + 1);
                if ($this->fits($changed, count($this->stages) - 1)) {
                    return $changed;
                }
            }
        }

        return null;
    }

    private function fits(string $text, int $stage): bool
    {
        return ++$this->verdicts <= self::MOST_VERDICTS &&
            PatternVerdict::Fits === $this->stages[$stage]->verdict($text);
    }
}
