<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis\Source;

use Brick\Math\BigDecimal;
use Ithrel\Core\Diagnosis\Deviation;
use Ithrel\Core\Diagnosis\Evidence;
use Ithrel\Core\Diagnosis\Source;
use Ithrel\Core\Document\Today;

/**
 * Limits of inputs, picks and quantity that are others in the shop: off by one, none at all, another measure.
 *
 * @phpstan-import-type Path from \Ithrel\Core\Diagnosis\DocumentTree
 */
final class Limits implements Source
{
    /** Limits by the key of the option that a person is led to. */
    private const WHOLE = [
        'length' => ['min', 'max'],
        'lines' => ['max'],
        'files' => ['min', 'max'],
        'picks' => ['min', 'max'],
        'pixels' => ['minWidth', 'minHeight', 'maxWidth', 'maxHeight'],
    ];
    private const NUMBERS = ['min', 'max', 'step', 'decimals', 'maxBytes'];
    private const MEASURES = ['utf16', 'codepoints', 'graphemes', 'bytes'];
    private const WEEKDAYS = [1 => 'Mondays', 'Tuesdays', 'Wednesdays', 'Thursdays', 'Fridays', 'Saturdays', 'Sundays'];

    public function of(Evidence $evidence): iterable
    {
        if (!$evidence->has('accepted', 'field', 'clicks', 'offered')) {
            return;
        }
        foreach ($evidence->tree->positions(['options']) as $i) {
            $option = ['options', $i];
            $at = '/options/' . $i;
            foreach (self::WHOLE as $key => $names) {
                foreach ($names as $name) {
                    yield from $this->number($evidence, $at . '/' . $key, [...$option, $key, $name]);
                }
            }
            foreach (self::NUMBERS as $key) {
                yield from $this->number($evidence, $at . '/' . $key, [...$option, $key]);
            }
            yield from $this->measures($evidence, $at, $option);
            foreach (['pattern', 'allow', 'closed', 'lines'] as $key) {
                if (null !== $evidence->tree->at([...$option, $key])) {
                    yield Deviation::leftOut($at . '/' . $key, [...$option, $key], 'there were none');
                }
            }
            yield from $this->lists($evidence, $at, $option);
            yield from $this->days($evidence, $at, $option);
        }
        foreach (['min', 'max', 'step'] as $key) {
            yield from $this->number($evidence, '/quantity', ['quantity', $key]);
        }
    }

    /**
     * @param Path $path
     *
     * @return iterable<Deviation>
     */
    private function number(Evidence $evidence, string $at, array $path): iterable
    {
        $limit = $evidence->tree->at($path);
        if (!is_int($limit) && (!is_string($limit) || !is_numeric($limit))) {
            return;
        }
        $key = $path[count($path) - 1];
        $by = 'step' === $key ? [] : [1, -1];
        if ('maxBytes' === $key || 1 === preg_match('/^(min|max)(Width|Height)$/', (string) $key)) {
            // Nobody is off by one byte: twice as much, half as much.
            foreach ([2 * (int) $limit, intdiv((int) $limit, 2)] as $other) {
                yield Deviation::entered($at, $path, $other, sprintf('it were some %d, not %s', $other, $limit));
            }
        }
        foreach ($by as $more) {
            $other = is_int($limit) ? $limit + $more : (string) BigDecimal::of($limit)->plus($more);
            if (!is_int($other) || $other >= 0) {
                yield Deviation::entered(
                    $at,
                    $path,
                    $other,
                    sprintf(
                        '%s were %s, not %s',
                        str_starts_with((string) $key, 'min')
                            ? 'the least'
                            : (str_starts_with((string) $key, 'max')
                                ? 'the most'
                                : 'it'),
                        $other,
                        $limit,
                    ),
                );
            }
        }
        yield Deviation::leftOut(
            $at,
            $path,
            sprintf(
                'there were no %s',
                'min' === $key ? 'least' : ('max' === $key ? 'most' : ('step' === $key ? 'step' : 'such limit')),
            ),
        );
        if ('step' === $key) {
            foreach (['10', '0.1'] as $times) {
                $other = BigDecimal::of($limit)->multipliedBy($times)->strippedOfTrailingZeros();
                yield Deviation::entered(
                    $at,
                    $path,
                    is_int($limit)
                        ? max(1, (int) (string) $other->toScale(0, \Brick\Math\RoundingMode::Down))
                        : (string) $other,
                    sprintf('it were %s, not %s', $other, $limit),
                );
            }
        }
    }

    /**
     * @param Path $option
     *
     * @return iterable<Deviation>
     */
    private function measures(Evidence $evidence, string $at, array $option): iterable
    {
        $length = $evidence->tree->at([...$option, 'length']);
        foreach (self::MEASURES as $measure) {
            if ($length instanceof \stdClass && $measure !== ($length->measure ?? 'utf16')) {
                yield Deviation::entered(
                    $at . '/length',
                    [...$option, 'length', 'measure'],
                    $measure,
                    sprintf(
                        'it were counted in %s',
                        [
                            'utf16' => 'UTF-16 units',
                            'codepoints' => 'code points',
                            'graphemes' => 'graphemes',
                            'bytes' => 'bytes',
                        ][$measure],
                    ),
                );
            }
        }
    }

    /**
     * @param Path $option
     *
     * @return iterable<Deviation>
     */
    private function lists(Evidence $evidence, string $at, array $option): iterable
    {
        $types = $evidence->tree->at([...$option, 'types']);
        $taken = is_array($types) ? array_filter($types, is_string(...)) : [];
        foreach ($taken as $type) {
            yield Deviation::entered(
                $at . '/types',
                [...$option, 'types'],
                array_values(array_diff($taken, [$type])),
                sprintf('%s were not taken', $type),
            );
        }
        if (is_array($types)) {
            yield Deviation::leftOut($at . '/types', [...$option, 'types'], 'any kind of file were taken');
        }
        $days = $evidence->tree->at([...$option, 'weekdays']);
        if ('date' !== $evidence->tree->at([...$option, 'kind'])) {
            return;
        }
        foreach (self::WEEKDAYS as $day => $name) {
            $now = is_array($days) ? array_values(array_filter($days, is_int(...))) : array_keys(self::WEEKDAYS);
            $isOpen = in_array($day, $now, true);
            yield Deviation::entered(
                $at . '/weekdays',
                [...$option, 'weekdays'],
                $isOpen ? array_values(array_diff($now, [$day])) : [...$now, $day],
                sprintf('%s were %s', $name, $isOpen ? 'closed' : 'open'),
            );
        }
        if (is_array($days)) {
            yield Deviation::leftOut($at . '/weekdays', [...$option, 'weekdays'], 'every weekday were open');
        }
    }

    /**
     * @param Path $option
     *
     * @return iterable<Deviation>
     */
    private function days(Evidence $evidence, string $at, array $option): iterable
    {
        foreach (['earliest', 'latest'] as $key) {
            $bound = $evidence->tree->at([...$option, $key]);
            if (!is_string($bound)) {
                continue;
            }
            $day = $evidence->setup->today->resolve($bound);
            foreach (null === $day ? [] : ['later' => $day + 1, 'earlier' => $day - 1] as $how => $other) {
                yield Deviation::entered(
                    $at . '/' . $key,
                    [...$option, $key],
                    Today::isoOf($other),
                    sprintf('it were a day %s', $how),
                );
            }
            yield Deviation::leftOut($at . '/' . $key, [...$option, $key], 'there were none');
        }
    }
}
