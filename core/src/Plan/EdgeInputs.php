<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\GivenFile;
use Ithrel\Core\Answer\Input;
use Ithrel\Core\Limit\NumberSet;
use Ithrel\Core\Limit\TextMeasure;
use Ithrel\Core\Setup\Limits\ColourLimits;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Today;

/**
 * The boundary sheet of an input: answers below, at and above each of its limits.
 */
final class EdgeInputs
{
    /**
     * @return list<array{string, string, Input}> what it is about, the key of the document that sets the limit, and the answer
     */
    public static function of(Option $option): array
    {
        return match (true) {
            null !== $option->text => self::texts($option),
            null !== $option->number => self::numbers($option),
            null !== $option->date => self::dates($option),
            null !== $option->file => self::files($option),
            null !== $option->colour => self::colours($option->colour),
            default => [],
        };
    }

    /**
     * @return list<array{string, string, Input}>
     */
    private static function texts(Option $option): array
    {
        $limits = $option->text ?? throw new \LogicException('A text has limits.');
        $filler = 'digits' === $limits->allow ? '7' : 'M';
        $edges = [];
        $add = static function (string $about, string $key, string $text) use (&$edges): void {
            if (!TextMeasure::isBlank($text)) {
                $edges[] = [$about, $key, Input::text($text)];
            }
        };
        if (null !== $limits->min && $limits->min > 0) {
            $add('one character too few', 'length', str_repeat($filler, $limits->min - 1));
            $add('the fewest characters', 'length', str_repeat($filler, $limits->min));
        }
        if (null !== $limits->max && $limits->max < 5_000) {
            $add('the most characters', 'length', str_repeat($filler, $limits->max));
            $add('one character too many', 'length', str_repeat($filler, $limits->max + 1));
            if (in_array($limits->allow, ['any', 'letters', 'letters-digits', 'no-emoji'], true)) {
                $accented = 'bytes' === $limits->measure ? str_repeat('é', intdiv($limits->max, 2)).str_repeat($filler, $limits->max % 2) : str_repeat('é', $limits->max);
                $add('the most characters, with accents', 'length', $accented);
                $add('one too many, with accents', 'length', $accented.'é');
            }
        }
        if (null !== $limits->maxLines && (null === $limits->max || $limits->max > 2 * $limits->maxLines)) {
            $add('the most lines', 'lines', implode("\n", array_fill(0, $limits->maxLines, $filler)));
            $add('one line too many', 'lines', implode("\n", array_fill(0, $limits->maxLines + 1, $filler)));
        }
        $least = max(0, ($limits->min ?? 0) - 1);
        $wrong = match ($limits->allow) {
            'letters' => '7', 'digits' => 'x', 'letters-digits' => '&', 'basic-latin' => 'é', 'no-emoji' => '🎉', default => null,
        };
        if (null !== $wrong) {
            $add('a character that is not taken', 'allow', str_repeat($filler, $least).$wrong);
        }

        return $edges;
    }

    /**
     * @return list<array{string, string, Input}>
     */
    private static function numbers(Option $option): array
    {
        $limits = $option->number ?? throw new \LogicException('A number has limits.');
        $set = NumberSet::of($limits);
        $step = $limits->step ?? BigDecimal::ofUnscaledValue(1, max(0, $limits->decimals ?? 0));
        $edges = [];
        $add = static function (string $about, string $key, BigDecimal $number) use (&$edges): void {
            $edges[] = [$about, $key, Input::number($number)];
        };
        $least = null === $limits->min ? null : $set->first(null, true, null, true);
        $most = null === $limits->max ? null : $set->last(null, true, null, true);
        if (null !== $least) {
            $add('the least', 'min', $least);
            $add('below the least', 'min', $least->minus($step));
        }
        if (null !== $most) {
            $add('the most', 'max', $most);
            $add('above the most', 'max', $most->plus($step));
        }
        if (null !== $limits->step) {
            $from = $least ?? BigDecimal::zero();
            $add('one step on', 'step', $from->plus($limits->step));
            $add('between two steps', 'step', $from->plus($limits->step->multipliedBy('0.5')));
            if (!$from->remainder($limits->step)->isZero()) {
                // On a step as zero counts them, beside one as the least does.
                $add('a step counted from zero', 'step', $from->plus($limits->step)->minus($from->remainder($limits->step)));
            }
        }
        if (null !== $limits->decimals) {
            $from = $least ?? BigDecimal::one();
            $add('one decimal too many', 'decimals', $from->plus(BigDecimal::ofUnscaledValue(1, max(0, $limits->decimals) + 1)));
        }

        return $edges;
    }

    /**
     * @return list<array{string, string, Input}>
     */
    private static function dates(Option $option): array
    {
        $limits = $option->date ?? throw new \LogicException('A date has limits.');
        $edges = [];
        foreach ([['earliest', $limits->earliest, -1], ['latest', $limits->latest, 1]] as [$key, $end, $out]) {
            if (null === $end) {
                continue;
            }
            $edges[] = ['the '.$key, $key, Input::day($end)];
            $edges[] = ['a day beyond the '.$key, $key, Input::day($end + $out)];
        }
        $from = $limits->earliest ?? $limits->latest;
        foreach (null === $from ? [] : range($from, $from + 13) as $day) {
            if (null !== $limits->weekdays && !in_array(Today::weekdayOf($day), $limits->weekdays, true) && (null === $limits->latest || $day <= $limits->latest)) {
                $edges[] = ['a weekday that is closed', 'weekdays', Input::day($day)];
                break;
            }
        }
        $closed = array_key_first($limits->closed);
        if (null !== $closed) {
            $edges[] = ['a closed day', 'closed', Input::day($closed)];
        }

        return $edges;
    }

    /**
     * @return list<array{string, string, Input}>
     */
    private static function colours(ColourLimits $limits): array
    {
        $all = array_map(static fn (int $n): string => sprintf('#%06x', (0x102030 * $n + 0xABCDEF) & 0xFFFFFF), range(0, 20));
        $other = array_values(array_filter($all, static fn (string $colour): bool => !$limits->takes($colour)))[0] ?? null;
        $edges = array_map(static fn (string $colour): array => ['a colour of the list', 'colours', Input::text($colour)], array_slice($limits->colours ?? [], 0, 50));
        if (null !== $other) {
            $edges[] = ['a colour that is not on the list', 'colours', Input::text($other)];
        }

        return $edges;
    }

    /**
     * @return list<array{string, string, Input}>
     */
    private static function files(Option $option): array
    {
        $limits = $option->file ?? throw new \LogicException('A file has limits.');
        $type = str_replace('/*', '/png', $limits->types[0] ?? 'image/png');
        $file = static fn (array $with = []): GivenFile => new GivenFile('lamp.png', is_string($with['type'] ?? null) ? $with['type'] : $type, is_int($with['bytes'] ?? null) ? $with['bytes'] : min(50_000, $limits->maxBytes ?? 50_000), is_int($with['width'] ?? null) ? $with['width'] : max(1_000, $limits->minWidth ?? 0), is_int($with['height'] ?? null) ? $with['height'] : max(1_000, $limits->minHeight ?? 0));
        $some = max(1, $limits->minFiles ?? 1);
        $many = static fn (GivenFile $first, int $count): Input => Input::files([$first, ...array_fill(0, max(0, $count - 1), $file())]);
        $edges = [];
        if (null !== $limits->types) {
            $edges[] = ['a kind of file that is not taken', 'types', $many($file(['type' => 'application/x-msdownload']), $some)];
        }
        if (null !== $limits->maxBytes) {
            $edges[] = ['the largest file', 'maxBytes', $many($file(['bytes' => $limits->maxBytes]), $some)];
            $edges[] = ['one byte too large', 'maxBytes', $many($file(['bytes' => $limits->maxBytes + 1]), $some)];
        }
        if (null !== $limits->maxFiles && $limits->maxFiles < 50) {
            $edges[] = ['the most files', 'files', $many($file(), $limits->maxFiles)];
            $edges[] = ['one file too many', 'files', $many($file(), $limits->maxFiles + 1)];
        }
        if (null !== $limits->minWidth && $limits->minWidth > 1) {
            $edges[] = ['one pixel too narrow', 'pixels', $many($file(['width' => $limits->minWidth - 1]), $some)];
        }

        return $edges;
    }
}
