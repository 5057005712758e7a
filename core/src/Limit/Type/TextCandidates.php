<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit\Type;

use Ithrel\Core\Limit\Candidates;
use Ithrel\Core\Limit\TextMeasure;
use Ithrel\Core\Pattern\PatternVerdict;

/**
 * Texts at the edges of a text's limits: in plain letters, and in everything that measures count differently.
 *
 * Long, as it is a list.
 */
final readonly class TextCandidates
{
    private const MEASURES = [
        'utf16' => 'UTF-16 units',
        'codepoints' => 'code points',
        'graphemes' => 'seen characters',
        'bytes' => 'bytes',
    ];

    /** Beyond this length a sheet would be longer than anyone copies; the plain edges stay. */
    private const MOST_WITH_ALL_FILLERS = 2_000;

    /** Letters with accents, emoji, and what else measures count differently. */
    private const FILLERS = [
        'accents composed' => "\u{E9}",
        'accents decomposed' => "e\u{301}",
        'emoji of one code point' => "\u{1F389}",
        'emoji of several code points' => "\u{1F469}\u{200D}\u{1F680}",
    ];

    /** By what is taken: those that a plan tries at the most length, too. */
    private const FILLERS_OF_A_PLAN = [
        'any' => ['accents composed', 'emoji of several code points'],
        'no-emoji' => ['accents composed', 'accents decomposed'],
        'letters' => ['accents composed', 'accents decomposed'],
        'letters-digits' => ['accents composed'],
    ];

    /** Of what is not taken, as much as a plan tries. */
    private const FORBIDDEN_OF_A_PLAN = 2;

    /** Near misses of a pattern that a plan tries. */
    private const NEAR_MISSES_OF_A_PLAN = 4;

    /** Longer texts are in the sheet alone. */
    private const LONGEST_OF_A_PLAN = 5_000;

    private const FORBIDDEN = [
        'no-emoji' => ['an emoji' => "\u{1F389}", 'an emoji made of a sign and a selector' => "\u{2764}\u{FE0F}"],
        'letters' => [
            'a digit' => '7',
            'a blank' => ' ',
            'a sign' => '&',
            'an emoji' => "\u{1F389}",
            'a line break' => "\n",
        ],
        'digits' => [
            'a letter' => 'x',
            'a blank' => ' ',
            'a point' => '.',
            'a digit of another script' => "\u{663}",
            'a line break' => "\n",
        ],
        'letters-digits' => [
            'a sign' => '&',
            'a blank' => ' ',
            'a hyphen' => '-',
            'an emoji' => "\u{1F389}",
            'a line break' => "\n",
        ],
        'basic-latin' => [
            'a letter with an accent' => "\u{E9}",
            'a curly quote' => "\u{2019}",
            'an emoji' => "\u{1F389}",
        ],
    ];

    private const ALLOWED = [
        'no-emoji' => [
            'a sign that is no emoji by default' => "\u{A9}",
            'leading zeros, to be carried as typed' => '007',
        ],
        'letters' => [
            'a letter with an accent, composed' => "\u{E9}",
            'a letter with an accent, decomposed' => "e\u{301}",
            'a letter of another script' => "\u{4E2D}",
        ],
        'digits' => ['leading zeros, to be carried as typed' => '007'],
        'letters-digits' => ['a letter with an accent' => "\u{E9}", 'leading zeros, to be carried as typed' => '007'],
        'basic-latin' => [
            'a quotation mark and an ampersand' => '"&',
            'leading zeros, to be carried as typed' => '007',
        ],
    ];

    private string $plain;

    /**
     * @param list<string> $given texts that a tester gave as fitting
     */
    public function __construct(private TextType $limits, private array $given = [])
    {
        $this->plain = 'digits' === $this->limits->allow ? '7' : 'M';
    }

    public function into(Candidates $to): void
    {
        foreach ($this->given as $text) {
            $this->plan($to, 'pattern', 'given by the tester', $text);
        }
        null === $this->limits->pattern ? $this->lengths($to) : $this->lengthsOfPattern($to);
        $this->lines($to);
        if (null === $this->limits->pattern) {
            $this->characters($to);
        } else {
            $this->forms($to);
        }
        $to->edge('length', 'blanks alone', '   ');
        $to->add('a line break alone', "\n");
    }

    private function lengths(Candidates $to): void
    {
        $this->edge($to, $this->limits->min, 'least', -1);
        $this->edge($to, $this->limits->max, 'most', 1);
        if (null === $this->limits->min && null === $this->limits->max) {
            $to->add('one character', $this->plain);
        }
    }

    /** A length from both sides: on it, and one beyond. */
    private function edge(Candidates $to, ?int $length, string $name, int $beyond): void
    {
        if (null === $length) {
            return;
        }
        foreach (
            [
                0 => sprintf('the %s: %s', $name, self::size($length, $this->limits->measure)),
                $beyond => sprintf(
                    'one beyond the %s: %s',
                    $name,
                    self::size($length + $beyond, $this->limits->measure),
                ),
            ]
            as $off => $about
        ) {
            if ($length + $off > 0) {
                $this->plan($to, 'length', $about, str_repeat($this->plain, $length + $off));
            }
        }
        if ($length > self::MOST_WITH_ALL_FILLERS) {
            $to->left[] = sprintf('The edges at %d are given in plain letters alone.', $length);

            return;
        }
        foreach (self::FILLERS as $what => $filler) {
            foreach ([0 => 'the ' . $name, $beyond => 'one beyond the ' . $name] as $off => $about) {
                $text = $this->exactly($filler, $length + $off, $this->limits->measure);
                $words = sprintf('%s, %s: %s', $about, $what, self::size($length + $off, $this->limits->measure));
                if (null !== $text) {
                    'most' === $name && in_array($what, self::FILLERS_OF_A_PLAN[$this->limits->allow] ?? [], true)
                        ? $this->plan($to, 'length', $words, $text)
                        : $to->add($words, $text);
                }
            }
            foreach (array_keys(self::MEASURES) as $measure) {
                $text = $measure === $this->limits->measure ? null : $this->exactly($filler, $length, $measure);
                if (null !== $text && TextMeasure::length($text, $this->limits->measure) !== $length) {
                    $to->add(
                        sprintf(
                            '%s: %s, which are %s',
                            $what,
                            self::size($length, $measure),
                            self::size(TextMeasure::length($text, $this->limits->measure), $this->limits->measure),
                        ),
                        $text,
                    );
                }
            }
        }
        if ($length >= 3) {
            $this->blanksAndBreaks($to, $length, $name, $beyond);
        }
    }

    /** A shop that trims, or counts a line break as two, comes to another length. */
    private function blanksAndBreaks(Candidates $to, int $length, string $name, int $beyond): void
    {
        $inner = str_repeat($this->plain, $length - 2);
        $blanks = sprintf('the %s, a blank at both ends counted in', $name);
        'most' === $name
            ? $this->plan($to, 'length', $blanks, ' ' . $inner . ' ')
            : $to->add($blanks, ' ' . $inner . ' ');
        $to->add(
            sprintf('one beyond the %s, a blank at both ends counted in', $name),
            1 === $beyond ? ' ' . $inner . $this->plain . ' ' : ' ' . substr($inner, 1) . ' ',
        );
        if (1 === $this->limits->maxLines) {
            return;
        }
        foreach (['LF' => "\n", 'CR LF' => "\r\n"] as $what => $break) {
            $words = sprintf('the %s, a line break as %s counted once', $name, $what);
            'most' === $name && 'LF' === $what
                ? $this->plan($to, 'length', $words, $this->plain . $break . $inner)
                : $to->add($words, $this->plain . $break . $inner);
            $to->add(
                sprintf('one beyond the %s, a line break as %s counted once', $name, $what),
                $this->plain . $break . (1 === $beyond ? $inner . $this->plain : substr($inner, 1)),
            );
        }
    }

    /**
     * As many fillers as fit, the rest plain; null where not one fits.
     *
     * @param 'utf16'|'codepoints'|'graphemes'|'bytes' $measure
     */
    private function exactly(string $filler, int $length, string $measure): ?string
    {
        $size = TextMeasure::length($filler, $measure);
        $count = intdiv(max(0, $length), $size);

        return 0 === $count ? null : str_repeat($filler, $count) . str_repeat($this->plain, $length - $count * $size);
    }

    private function lengthsOfPattern(Candidates $to): void
    {
        $samples = new TextSamples($this->limits, $this->given);
        if (!$samples->areOfPattern()) {
            $to->left[] = 'No text was found that fits the pattern; give one that does.';
        }
        foreach (
            ['least' => [$this->limits->min, -1], 'most' => [$this->limits->max, 1]]
            as $name => [$length, $beyond]
        ) {
            if (null === $length) {
                continue;
            }
            $text = $samples->ofLength($length);
            if (null !== $text) {
                $this->plan(
                    $to,
                    'length',
                    sprintf('the %s: %s', $name, self::size($length, $this->limits->measure)),
                    $text,
                );
            } else {
                $lengths = array_filter(
                    $samples->lengths(),
                    static fn(int $l): bool => 1 === $beyond ? $l <= $length : $l >= $length,
                );
                $nearest = [] === $lengths ? null : (1 === $beyond ? max($lengths) : min($lengths));
                $to->left[] = sprintf(
                    'No text of %s was found that fits the pattern%s.',
                    self::size($length, $this->limits->measure),
                    null === $nearest ? '' : sprintf('; the nearest has %d', $nearest),
                );
                if (null !== $nearest) {
                    $to->add(
                        sprintf(
                            'the nearest to the %s that fits the pattern: %s',
                            $name,
                            self::size($nearest, $this->limits->measure),
                        ),
                        (string) $samples->ofLength($nearest),
                    );
                }
            }
            if ($length + $beyond > 0) {
                $this->plan(
                    $to,
                    'length',
                    sprintf('one beyond the %s: %s', $name, self::size($length + $beyond, $this->limits->measure)),
                    $this->ofForm($length + $beyond) ?? str_repeat($this->plain, $length + $beyond),
                );
            }
        }
    }

    /** An edge that a plan tries too, as far as it is one that somebody would type. */
    private function plan(Candidates $to, string $key, string $about, string $text): void
    {
        strlen($text) > self::LONGEST_OF_A_PLAN ? $to->add($about, $text) : $to->edge($key, $about, $text);
    }

    /** A length in words: "30 seen characters". */
    private static function size(int $length, string $measure): string
    {
        $words = self::MEASURES[$measure] ?? $measure;

        return $length . ' ' . (1 === $length ? substr($words, 0, -1) : $words);
    }

    /** A text of a length that keeps the pattern, whatever the other limits say; null where none was found. */
    private function ofForm(int $length): ?string
    {
        foreach ($length > 200 ? [] : $this->limits->pattern?->byLength($length) ?? [] as $text) {
            if (TextMeasure::length($text, $this->limits->measure) === $length) {
                return $text;
            }
        }

        return null;
    }

    private function lines(Candidates $to): void
    {
        $most = $this->limits->maxLines;
        if (null === $most || $most > 1_000) {
            return;
        }
        foreach (['LF' => "\n", 'CR LF' => "\r\n"] as $what => $break) {
            $texts = [
                [
                    1 === $most ? 'the most lines: 1' : sprintf('the most lines: %d, parted by %s', $most, $what),
                    implode($break, array_fill(0, $most, $this->plain)),
                ],
                [
                    sprintf('one line too many: %d, parted by %s', $most + 1, $what),
                    implode($break, array_fill(0, $most + 1, $this->plain)),
                ],
            ];
            foreach ($texts as [$about, $text]) {
                'LF' === $what ? $this->plan($to, 'lines', $about, $text) : $to->add($about, $text);
            }
        }
        $to->add(
            'the most lines, and a line break at the end',
            implode("\n", array_fill(0, $most, $this->plain)) . "\n",
        );
    }

    private function characters(Candidates $to): void
    {
        $forbidden = self::FORBIDDEN[$this->limits->allow] ?? [];
        $tried = array_slice($forbidden, 0, self::FORBIDDEN_OF_A_PLAN);
        foreach ($forbidden as $what => $character) {
            isset($tried[$what])
                ? $this->plan($to, 'allow', 'not taken: ' . $what, $this->atLeast($character))
                : $to->add('not taken: ' . $what, $this->atLeast($character));
        }
        foreach (self::ALLOWED[$this->limits->allow] ?? [] as $what => $character) {
            $this->plan($to, 'allow', 'taken: ' . $what, $this->atLeast($character));
        }
        if ('any' === $this->limits->allow) {
            $this->plan($to, 'allow', 'leading zeros, to be carried as typed', $this->atLeast('007'));
            $to->add('signs that pages spoil: < & "', $this->atLeast('<&"'));
        }
    }

    /** Filled up to the least length, so that what it is about decides. */
    private function atLeast(string $text): string
    {
        $missing = ($this->limits->min ?? 0) - TextMeasure::length($text, $this->limits->measure);

        return $missing > 0 ? $text . str_repeat($this->plain, $missing) : $text;
    }

    private function forms(Candidates $to): void
    {
        $pattern = $this->limits->pattern;
        if (null === $pattern) {
            return;
        }
        $samples = [...$this->given, ...$pattern->samples()];
        foreach (array_slice($samples, 0, 6) as $i => $text) {
            if (!TextMeasure::isBlank($text)) {
                0 === $i ? $this->plan($to, 'pattern', 'fits the pattern', $text) : $to->add('fits the pattern', $text);
            }
        }
        $near = 0;
        foreach ($this->nearMisses($samples) as $text => $what) {
            if (
                PatternVerdict::Misses === $pattern->verdict(TextMeasure::normalize((string) $text)) &&
                !TextMeasure::isBlank((string) $text)
            ) {
                $near < self::NEAR_MISSES_OF_A_PLAN
                    ? $this->plan($to, 'pattern', $what, (string) $text)
                    : $to->add($what, (string) $text);
                if (++$near >= 12) {
                    break;
                }
            }
        }
    }

    /**
     * What is one step away from a text that fits.
     *
     * @param list<string> $samples
     *
     * @return array<array-key, string> text => what was done to it
     */
    private function nearMisses(array $samples): array
    {
        $near = [];
        foreach (array_slice($samples, 0, 4) as $text) {
            $characters = mb_str_split($text);
            $last = count($characters) - 1;
            if ($last < 0) {
                continue;
            }
            $near[mb_substr($text, 0, -1)] ??= 'fits but for its last character, which is missing';
            $near[mb_substr($text, 1)] ??= 'fits but for its first character, which is missing';
            $near[$text . $characters[$last]] ??= 'fits but for one character too many at its end';
            $near[$text . ' '] ??= 'fits but for a blank at its end';
            $near[' ' . $text] ??= 'fits but for a blank before it';
            foreach ([mb_strtolower($text), mb_strtoupper($text)] as $other) {
                $near[$other] ??= 'fits but for capital and small letters';
            }
            foreach (array_unique([0, intdiv($last, 2), $last]) as $at) {
                $near[
                    mb_substr($text, 0, $at) . (ctype_digit($characters[$at]) ? 'x' : '7') . mb_substr($text, $at + 1)
                ] ??= sprintf('fits but for character %d', $at + 1);
            }
        }

        return $near;
    }
}
