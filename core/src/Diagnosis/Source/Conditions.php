<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis\Source;

use Brick\Math\BigDecimal;
use Ithrel\Core\Diagnosis\Deviation;
use Ithrel\Core\Diagnosis\Evidence;
use Ithrel\Core\Diagnosis\FigureLeaves;
use Ithrel\Core\Diagnosis\Source;

/**
 * Conditions that the shop has otherwise: none, turned round, all for any, another bound, another value.
 *
 * @phpstan-import-type Path from \Ithrel\Core\Diagnosis\DocumentTree
 */
final class Conditions implements Source
{
    private const BOUNDS = ['above', 'below', 'atLeast', 'atMost'];
    private const TURNED = ['above' => 'atLeast', 'atLeast' => 'above', 'below' => 'atMost', 'atMost' => 'below'];

    public function of(Evidence $evidence): iterable
    {
        $tree = $evidence->tree;
        $places = [];
        foreach ($tree->positions(['options']) as $i) {
            $places[] = ['options', $i, 'shownWhen'];
            foreach ($tree->positions(['options', $i, 'values']) as $j) {
                $places[] = ['options', $i, 'values', $j, 'allowedWhen'];
            }
        }
        foreach ($tree->positions(['charges']) as $i) {
            $places[] = ['charges', $i, 'when'];
        }
        foreach ($places as $path) {
            $condition = $tree->at($path);
            if ($condition instanceof \stdClass) {
                yield from $this->ways(
                    $evidence,
                    FigureLeaves::pointer('when' === $path[2] ? array_slice($path, 0, 2) : $path),
                    $path,
                    $condition,
                );
            }
        }
    }

    /**
     * @param Path $path
     *
     * @return iterable<Deviation>
     */
    private function ways(Evidence $evidence, string $at, array $path, \stdClass $condition): iterable
    {
        yield Deviation::leftOut($at, $path, 'there were no condition');
        yield Deviation::entered($at, $path, (object) ['not' => $condition], 'its condition were turned round');
        foreach ($this->tests($condition, $path) as [$place, $test]) {
            foreach (['all' => 'any', 'any' => 'all'] as $one => $other) {
                if (isset($test->{$one})) {
                    $turned = clone $test;
                    unset($turned->{$one});
                    $turned->{$other} = $test->{$one};
                    yield Deviation::entered(
                        $at,
                        $place,
                        $turned,
                        sprintf('its condition asked for %s of its parts, not %s', $other, $one),
                    );
                    foreach (
                        is_array($test->{$one}) && count($test->{$one}) > 1 ? array_keys($test->{$one}) : []
                        as $i
                    ) {
                        yield Deviation::entered(
                            $at,
                            [...$place, $one, $i],
                            null,
                            sprintf('part %d of its condition were missing', $i + 1),
                        );
                    }
                }
            }
            yield from $this->bounds($at, $place, $test);
            yield from $this->values($evidence, $at, $place, $test);
        }
    }

    /**
     * A condition and all those in it.
     *
     * @param Path $path
     *
     * @return iterable<array{Path, \stdClass}>
     */
    private function tests(\stdClass $condition, array $path): iterable
    {
        yield [$path, $condition];
        foreach (['all', 'any'] as $key) {
            foreach (is_array($condition->{$key} ?? null) ? $condition->{$key} : [] as $i => $part) {
                if ($part instanceof \stdClass) {
                    yield from $this->tests($part, [...$path, $key, $i]);
                }
            }
        }
        foreach (['not', 'picks', 'quantity'] as $key) {
            if (($condition->{$key} ?? null) instanceof \stdClass) {
                yield from $this->tests($condition->{$key}, [...$path, $key]);
            }
        }
    }

    /**
     * @param Path $place
     *
     * @return iterable<Deviation>
     */
    private function bounds(string $at, array $place, \stdClass $test): iterable
    {
        foreach (self::BOUNDS as $key) {
            $bound = $test->{$key} ?? null;
            if (!is_int($bound) && (!is_string($bound) || !is_numeric($bound))) {
                continue;
            }
            $turned = clone $test;
            unset($turned->{$key});
            $turned->{self::TURNED[$key]} = $bound;
            yield Deviation::entered(
                $at,
                $place,
                $turned,
                sprintf(
                    'its condition %s the bound %s',
                    in_array($key, ['above', 'below'], true) ? 'took in' : 'left out',
                    $bound,
                ),
            );
            foreach ([1, -1] as $by) {
                $other = is_int($bound) ? $bound + $by : (string) BigDecimal::of($bound)->plus($by);
                yield Deviation::entered(
                    $at,
                    [...$place, $key],
                    $other,
                    sprintf('the bound of its condition were %s, not %s', $other, $bound),
                );
            }
        }
    }

    /**
     * @param Path $place
     *
     * @return iterable<Deviation>
     */
    private function values(Evidence $evidence, string $at, array $place, \stdClass $test): iterable
    {
        $option = is_string($test->option ?? null) ? $evidence->setup->option($test->option) : null;
        $is = $test->is ?? null;
        if (null === $option || null === $is) {
            return;
        }
        $asked = array_values(array_filter(is_array($is) ? $is : [$is], is_string(...)));
        foreach ($option->values as $value) {
            if (in_array($value->code, $asked, true)) {
                if (count($asked) > 1) {
                    yield Deviation::entered(
                        $at,
                        [...$place, 'is'],
                        array_values(array_diff($asked, [$value->code])),
                        sprintf('its condition did not ask for %s', $value->label),
                    );
                }
                continue;
            }
            yield Deviation::entered(
                $at,
                [...$place, 'is'],
                [...$asked, $value->code],
                sprintf('its condition asked for %s too', $value->label),
            );
            if (1 === count($asked)) {
                yield Deviation::entered(
                    $at,
                    [...$place, 'is'],
                    [$value->code],
                    sprintf('its condition asked for %s instead', $value->label),
                );
            }
        }
    }
}
