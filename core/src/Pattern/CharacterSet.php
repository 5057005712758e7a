<?php

declare(strict_types=1);

namespace Ithrel\Core\Pattern;

/**
 * One character out of a set; or one of some strings, which a class may hold beside its characters.
 *
 * The characters are kept as an expression of PCRE that takes exactly one of them, so that sets can be put together
 * and taken away from one another without being counted out.
 */
final readonly class CharacterSet implements PatternNode
{
    /** What takes no character at all. */
    private const NOTHING = '(?!)';

    /** What a person types first, before any other character is looked for. */
    private const PROBES = "a7A-_ .bz0Z9@+#/&é,:;'\"()!?*%\$€=<>äßñøŁЖяΩא中あ가ไ\n\t";

    /**
     * @param string $one expression of PCRE for one character
     * @param list<string> $strings of no or of several characters
     */
    public function __construct(public string $one, public array $strings = []) {}

    public static function character(int $codePoint): self
    {
        return self::range($codePoint, $codePoint);
    }

    /** Without the surrogates, which no text holds alone. */
    public static function range(int $from, int $to): self
    {
        $parts = '';
        foreach ([[$from, min($to, 0xd7ff)], [max($from, 0xe000), $to]] as [$low, $high]) {
            if ($low <= $high) {
                $parts .= sprintf('\x{%X}', $low) . ($high > $low ? sprintf('-\x{%X}', $high) : '');
            }
        }

        return new self('' === $parts ? self::NOTHING : '[' . $parts . ']');
    }

    /** Members as they stand in a class of PCRE. */
    public static function members(string $members): self
    {
        return new self('[' . $members . ']');
    }

    public static function nothing(): self
    {
        return new self(self::NOTHING);
    }

    public static function string(string $string): self
    {
        return 1 === mb_strlen($string, 'UTF-8')
            ? self::character(mb_ord($string, 'UTF-8'))
            : new self(self::NOTHING, [$string]);
    }

    public function or(self $other): self
    {
        if (self::NOTHING === $this->one || self::NOTHING === $other->one) {
            $one = self::NOTHING === $this->one ? $other->one : $this->one;
        } elseif (self::isPlain($this->one) && self::isPlain($other->one)) {
            $one = '[' . substr($this->one, 1, -1) . substr($other->one, 1, -1) . ']';
        } else {
            $one = '(?:' . $this->one . '|' . $other->one . ')';
        }

        return new self($one, array_values(array_unique([...$this->strings, ...$other->strings])));
    }

    public function and(self $other): self
    {
        return new self(
            '(?:(?=' . $this->one . ')' . $other->one . ')',
            array_values(array_intersect($this->strings, $other->strings)),
        );
    }

    public function without(self $other): self
    {
        return new self(
            '(?:(?!' . $other->one . ')' . $this->one . ')',
            array_values(array_diff($this->strings, $other->strings)),
        );
    }

    /** Every other character. */
    public function complement(): self
    {
        return new self('(?:(?!' . $this->one . ')(?s:.))');
    }

    public function pcre(): string
    {
        if ([] === $this->strings) {
            return $this->one;
        }
        $strings = $this->strings;
        // The longest is tried first, as ECMAScript has it.
        usort($strings, static fn(string $a, string $b): int => mb_strlen($b, 'UTF-8') <=> mb_strlen($a, 'UTF-8'));
        $long = $short = [];
        foreach ($strings as $string) {
            $quoted = implode(
                '',
                array_map(
                    static fn(string $c): string => sprintf('\x{%X}', mb_ord($c, 'UTF-8')),
                    mb_str_split($string, 1, 'UTF-8'),
                ),
            );
            '' === $string ? ($short[] = '') : ($long[] = $quoted);
        }

        return '(?:' . implode('|', [...$long, $this->one, ...$short]) . ')';
    }

    public function samples(): array
    {
        $samples = [];
        foreach ([self::PROBES, self::everything()] as $text) {
            if (count($samples) < 3 && false !== @preg_match_all("\x01" . $this->one . "\x01u", $text, $m)) {
                $all = array_values(array_unique($m[0]));
                // A tab or a line break is given where nothing else is taken: in a field a key for one does something
                // else.
                $typed = array_values(
                    array_filter($all, static fn(string $character): bool => !ctype_cntrl($character)),
                );
                $found = [] === $typed ? $all : $typed;
                // A few from the beginning, and one from the middle and the end.
                array_push(
                    $samples,
                    ...array_slice($found, 0, 4),
                    ...array_slice($found, intdiv(count($found), 2), 1),
                    ...array_slice($found, -1),
                );
            }
        }

        return [...array_slice(array_values(array_unique($samples)), 0, 6), ...array_slice($this->strings, 0, 3)];
    }

    private static function isPlain(string $one): bool
    {
        return '[' === $one[0];
    }

    /** The characters of the first plane, in order, and some beyond. */
    private static function everything(): string
    {
        static $all = null;
        if (!is_string($all)) {
            $all = '';
            foreach ([[0x20, 0xd7ff], [0xe000, 0xfffd], [0x1f300, 0x1f9ff], [0x20000, 0x200ff]] as [$from, $to]) {
                for ($c = $from; $c <= $to; ++$c) {
                    $all .= mb_chr($c, 'UTF-8');
                }
            }
        }

        return $all;
    }

    public function byLength(int $most): array
    {
        $texts = [];
        foreach ($this->samples() as $sample) {
            $length = mb_strlen($sample, 'UTF-8');
            if ($length <= $most) {
                $texts[$length] ??= $sample;
            }
        }

        return $texts;
    }
}
