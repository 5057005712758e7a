<?php

declare(strict_types=1);

namespace Ithrel\Shop;

use Brick\Math\BigDecimal;

/**
 * What the shop takes into its fields.
 *
 * Long, as it has a method for each kind of input, whole.
 *
 * @phpstan-import-type File from Form
 */
final readonly class Inputs
{
    public function __construct(private Form $form, private Faults $faults) {}

    /**
     * @return list<string> reasons; none where the answer is taken
     */
    public function problems(string $code, mixed $answer): array
    {
        $option = $this->form->options[$code];

        return match (Read::text($option, 'kind')) {
            'text' => is_string($answer) ? $this->text($option, $answer) : ['text'],
            'number' => is_string($answer) ? $this->number($option, $answer) : ['number'],
            'date' => is_string($answer) ? $this->date($option, $answer) : ['date'],
            'colour' => is_string($answer) ? $this->colour($option, $answer) : ['colour'],
            'file' => is_array($answer) ? $this->files($option, $answer) : ['file'],
            default => [],
        };
    }

    /**
     * How the cart line says an answer.
     *
     * @param array<string, mixed> $option
     */
    public static function carried(array $option, mixed $answer): string
    {
        $text = is_string($answer) ? $answer : '';

        return match (Read::text($option, 'kind')) {
            'colour' => strtolower(trim($text)),
            'number' => trim($text) . (isset($option['unit']) ? ' ' . Read::text($option, 'unit') : ''),
            'file' => implode(
                '; ',
                array_map(
                    static fn(mixed $file): string => is_array($file)
                        ? Read::text($file, 'name')
                        : (is_string($file)
                            ? $file
                            : ''),
                    is_array($answer) ? $answer : [],
                ),
            ),
            default => $text,
        };
    }

    /** The type of the field in which it is typed. */
    public static function type(string $kind): string
    {
        // A field for colours cannot be left empty.
        return 'colour' === $kind ? 'text' : $kind;
    }

    /**
     * @param array<string, mixed> $option
     *
     * @return array<string, string> HTML attributes; a measure that HTML does not count by is left to the server
     */
    public static function attributes(array $option): array
    {
        $length = Read::map($option, 'length');
        $counts = 'utf16' === Read::text($length, 'measure', 'utf16');
        $files = Read::map($option, 'files');
        $attributes = match (Read::text($option, 'kind')) {
            'text' => [
                'minlength' => $counts ? Read::text($length, 'min') : '',
                'maxlength' => $counts ? Read::text($length, 'max') : '',
                'pattern' => Read::text($option, 'pattern'),
            ],
            'number' => [
                'min' => Read::text($option, 'min'),
                'max' => Read::text($option, 'max'),
                'step' => Read::text($option, 'step', 'any'),
            ],
            'date' => ['min' => self::day($option, 'earliest'), 'max' => self::day($option, 'latest')],
            'colour' => ['pattern' => '#[0-9a-fA-F]{6}', 'placeholder' => '#rrggbb'],
            'file' => [
                'accept' => implode(',', Read::texts($option, 'types')),
                'multiple' => 1 === Read::whole($files, 'max', 1) ? '' : 'multiple',
            ],
            default => [],
        };

        return array_filter($attributes, static fn(string $a): bool => '' !== $a);
    }

    /**
     * @param array<string, mixed> $option
     */
    private static function day(array $option, string $key): string
    {
        $day = Read::text($option, $key);

        return 1 === preg_match('/^\d{4}-\d\d-\d\d$/D', $day) ? $day : '';
    }

    /**
     * Characters as a measure counts them, line breaks as one.
     */
    public static function length(string $text, string $measure): int
    {
        $text = str_replace(["\r\n", "\r"], "\n", $text);

        return match ($measure) {
            'bytes' => strlen($text),
            'codepoints' => (int) preg_match_all('/./su', $text),
            'graphemes' => (int) grapheme_strlen($text),
            default => (int) (strlen(mb_convert_encoding($text, 'UTF-16BE', 'UTF-8')) / 2),
        };
    }

    /**
     * @param array<string, mixed> $option
     *
     * @return list<string>
     */
    private function text(array $option, string $text): array
    {
        $limits = Read::map($option, 'length');
        $length = self::length($text, $this->faults->measure(Read::text($limits, 'measure', 'utf16')));
        $problems = [];
        if ($length < Read::whole($limits, 'min', 0)) {
            $problems[] = 'too short';
        }
        if (isset($limits['max']) && $length > $this->faults->longest(Read::whole($limits, 'max', 0))) {
            $problems[] = 'too long';
        }
        $lines = Read::map($option, 'lines');
        if (
            isset($lines['max']) &&
            1 + substr_count(str_replace(["\r\n", "\r"], "\n", $text), "\n") > Read::whole($lines, 'max', 0)
        ) {
            $problems[] = 'too many lines';
        }
        $allowed = match (Read::text($option, 'allow', 'any')) {
            'letters' => '/^(?:\p{L}\p{M}*)*$/Du',
            'digits' => '/^[0-9]*$/D',
            'letters-digits' => '/^(?:\p{L}\p{M}*|[0-9])*$/Du',
            'basic-latin' => '/^[\x00-\x7F]*$/D',
            'no-emoji' => '/^(?:(?!\p{Emoji_Presentation}|\p{Extended_Pictographic}\x{FE0F}|\x{20E3}).)*$/Dsu',
            default => null,
        };
        if (null !== $allowed && 1 !== preg_match($allowed, str_replace(["\r\n", "\r"], "\n", $text))) {
            $problems[] = 'a character that is not taken';
        }
        $pattern = Read::text($option, 'pattern');
        // A pattern that this server's engine cannot read is the browser's to judge.
        if (
            '' !== $pattern &&
            0 ===
                @preg_match(
                    "\x01^(?:" . preg_replace('/\\\\u\{?([0-9a-fA-F]{4,6})\}?/', '\\x{$1}', $pattern) . ")$\x01Du",
                    str_replace(["\r\n", "\r"], "\n", $text),
                )
        ) {
            $problems[] = 'not of the form asked for';
        }

        return $problems;
    }

    /**
     * @param array<string, mixed> $option
     *
     * @return list<string>
     */
    private function colour(array $option, string $text): array
    {
        if (1 !== preg_match('/^#[0-9a-fA-F]{6}$/D', trim($text))) {
            return ['no colour'];
        }
        $taken = isset($option['colours']) ? array_map(strtolower(...), Read::texts($option, 'colours')) : null;

        return null === $taken || in_array(strtolower(trim($text)), $taken, true) ? [] : ['not on the list'];
    }

    /**
     * @param array<string, mixed> $option
     *
     * @return list<string>
     */
    private function number(array $option, string $text): array
    {
        $number = Read::typed($text);
        if (null === $number) {
            return ['no number'];
        }
        $min = Read::decimal($option, 'min');
        $max = Read::decimal($option, 'max');
        $step = Read::decimal($option, 'step');
        $problems = [];
        if (null !== $min && $number->isLessThan($min)) {
            $problems[] = 'below the least';
        }
        if (null !== $max && $number->isGreaterThan($max)) {
            $problems[] = 'above the most';
        }
        if (
            null !== $step &&
            !$number->minus($this->faults->stepBase($min ?? BigDecimal::zero()))->remainder($step)->isZero()
        ) {
            $problems[] = 'between steps';
        }
        if (
            isset($option['decimals']) &&
            $number->strippedOfTrailingZeros()->getScale() > Read::whole($option, 'decimals', 0)
        ) {
            $problems[] = 'too many decimals';
        }

        return $problems;
    }

    /**
     * @param array<string, mixed> $option
     *
     * @return list<string>
     */
    private function date(array $option, string $day): array
    {
        if (
            1 !== preg_match('/^(\d{4})-(\d\d)-(\d\d)$/D', $day, $m) ||
            !checkdate((int) $m[2], (int) $m[3], (int) $m[1])
        ) {
            return ['no date'];
        }
        $problems = [];
        if (
            isset($option['earliest']) &&
            strcmp($day, $this->form->conditions->day(Read::text($option, 'earliest'))) < 0
        ) {
            $problems[] = 'too early';
        }
        if (isset($option['latest']) && strcmp($day, $this->form->conditions->day(Read::text($option, 'latest'))) > 0) {
            $problems[] = 'too late';
        }
        $weekdays = $option['weekdays'] ?? null;
        if (
            (is_array($weekdays) && !in_array((int) (new \DateTimeImmutable($day))->format('N'), $weekdays, true)) ||
            in_array($day, Read::texts($option, 'closed'), true)
        ) {
            $problems[] = 'a closed day';
        }

        return $problems;
    }

    /**
     * @param array<string, mixed> $option
     * @param array<array-key, mixed> $files
     *
     * @return list<string>
     */
    private function files(array $option, array $files): array
    {
        $limits = Read::map($option, 'files');
        $pixels = Read::map($option, 'pixels');
        $problems = [];
        if (
            count($files) < Read::whole($limits, 'min', 0) ||
            count($files) > Read::whole($limits, 'max', PHP_INT_MAX)
        ) {
            $problems[] = 'too few or too many files';
        }
        foreach ($files as $file) {
            $file = is_array($file) ? Read::map(['f' => $file], 'f') : ['name' => $file];
            if (
                isset($option['types'], $file['type']) &&
                $this->faults->checksTypes() &&
                !self::fits(Read::text($file, 'type'), Read::texts($option, 'types'))
            ) {
                $problems[] = 'a kind of file that is not taken';
            }
            if (
                isset($option['maxBytes'], $file['bytes']) &&
                Read::whole($file, 'bytes', 0) > Read::whole($option, 'maxBytes', 0)
            ) {
                $problems[] = 'too large';
            }
            if (
                (isset($file['width']) && Read::whole($file, 'width', 0) < Read::whole($pixels, 'minWidth', 0)) ||
                (isset($file['height']) && Read::whole($file, 'height', 0) < Read::whole($pixels, 'minHeight', 0))
            ) {
                $problems[] = 'too few pixels';
            }
        }

        return $problems;
    }

    /**
     * @param list<string> $types
     */
    private static function fits(string $type, array $types): bool
    {
        foreach ($types as $taken) {
            if (fnmatch(strtolower($taken), strtolower($type))) {
                return true;
            }
        }

        return false;
    }
}
