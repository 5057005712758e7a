<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis\Source;

use Ithrel\Core\Diagnosis\Deviation;
use Ithrel\Core\Diagnosis\Evidence;
use Ithrel\Core\Diagnosis\FigureLeaves;
use Ithrel\Core\Diagnosis\Source;

/**
 * Charges that the shop takes in another way: not at all, once a line, of another amount, without its floor, rounded
 * elsewhere.
 *
 * @phpstan-import-type Path from \Ithrel\Core\Diagnosis\DocumentTree
 */
final class Charging implements Source
{
    /** Pieces that are free, more or fewer. */
    private const FREE = [1, -1, 2, -2, 5, -5];

    public function of(Evidence $evidence): iterable
    {
        if (!$evidence->has('unit price', 'line total', 'total', 'own lines')) {
            return;
        }
        $tree = $evidence->tree;
        foreach ($tree->positions(['charges']) as $i) {
            yield Deviation::leftOut('/charges/' . $i, ['charges', $i], 'it were not taken', Deviation::ENTERED);
            yield from $this->ways($evidence, '/charges/' . $i, ['charges', $i]);
        }
        foreach ($tree->positions(['options']) as $i) {
            yield from $this->ofOwner($evidence, ['options', $i, 'charge']);
        }
        foreach (FigureLeaves::values($tree) as $value) {
            yield from $this->ofOwner($evidence, [...$value, 'charge']);
        }
        if (null !== $tree->at(['item', 'salePrice'])) {
            yield Deviation::leftOut('/item/salePrice', ['item', 'salePrice'], 'there were no sale price');
        }
        foreach (FigureLeaves::rows($tree) as $row) {
            foreach (['price', 'salePrice'] as $key) {
                if (null !== $tree->at([...$row, $key])) {
                    yield Deviation::leftOut(
                        FigureLeaves::pointer([...$row, $key]),
                        [...$row, $key],
                        'it had none of its own',
                    );
                }
            }
        }
        foreach (['unit', 'line', 'effect'] as $where) {
            if ($where !== ($tree->at(['rounding', 'at']) ?? 'unit')) {
                yield Deviation::entered(
                    '/rounding',
                    ['rounding', 'at'],
                    $where,
                    sprintf(
                        'it were rounded %s',
                        ['unit' => 'at the unit price', 'line' => 'at the line', 'effect' => 'at each charge'][$where],
                    ),
                );
            }
        }
        foreach (['half-up', 'half-even', 'half-down', 'up', 'down'] as $mode) {
            if ($mode !== ($tree->at(['rounding', 'mode']) ?? 'half-up')) {
                yield Deviation::entered(
                    '/rounding',
                    ['rounding', 'mode'],
                    $mode,
                    sprintf('it were rounded %s', str_replace('-', ' ', $mode)),
                );
            }
        }
    }

    /**
     * @param Path $path of a charge
     *
     * @return iterable<Deviation>
     */
    private function ofOwner(Evidence $evidence, array $path): iterable
    {
        if (null !== $evidence->tree->at($path)) {
            yield Deviation::leftOut(FigureLeaves::pointer($path), $path, 'it were not taken', Deviation::ENTERED);
            yield from $this->ways($evidence, FigureLeaves::pointer($path), $path);
        }
    }

    /**
     * @param Path $path
     *
     * @return iterable<Deviation>
     */
    private function ways(Evidence $evidence, string $at, array $path): iterable
    {
        $charge = $evidence->tree->at($path);
        if (!($charge instanceof \stdClass)) {
            if (is_string($charge) || is_int($charge)) {
                yield Deviation::entered(
                    $at,
                    $path,
                    (object) ['how' => 'fixed', 'amount' => (string) $charge, 'per' => 'line'],
                    'it were taken once a line',
                );
            }

            return;
        }
        $perLine = 'line' === ($charge->per ?? 'unit');
        yield Deviation::entered(
            $at,
            [...$path, 'per'],
            $perLine ? 'unit' : 'line',
            $perLine ? 'it were taken for each piece' : 'it were taken once a line',
        );
        foreach (['min' => 'it had no floor', 'max' => 'it had no ceiling'] as $key => $as) {
            if (isset($charge->{$key})) {
                yield Deviation::leftOut($at . '/' . $key, [...$path, $key], $as, Deviation::ENTERED);
            }
        }
        if ('percent' === ($charge->how ?? '')) {
            $isRunning = 'running' === ($charge->of ?? 'base');
            yield Deviation::entered(
                $at,
                [...$path, 'of'],
                $isRunning ? 'base' : 'running',
                $isRunning ? 'it were taken of the base price' : 'it were taken of the running total',
            );
        }
        if (in_array($charge->how ?? '', ['per-character', 'per-file', 'per-pick'], true)) {
            $free = is_int($charge->free ?? null) ? $charge->free : 0;
            foreach (
                array_unique(
                    array_filter(
                        [0, ...array_map(static fn(int $by): int => $free + $by, self::FREE)],
                        static fn(int $other): bool => $other >= 0 && $other !== $free,
                    ),
                )
                as $other
            ) {
                yield Deviation::entered(
                    $at,
                    [...$path, 'free'],
                    $other,
                    sprintf('%d were free, not %d', $other, $free),
                );
            }
            if ('per-character' === $charge->how) {
                $skips = true === ($charge->skipSpaces ?? false);
                yield Deviation::entered(
                    $at,
                    [...$path, 'skipSpaces'],
                    !$skips,
                    $skips ? 'blanks were charged' : 'blanks were free',
                );
            }
        }
        foreach ($evidence->tree->positions([...$path, 'steps']) as $i) {
            $from = $evidence->tree->at([...$path, 'steps', $i, 'from']);
            if (is_int($from)) {
                yield Deviation::entered(
                    $at,
                    [...$path, 'steps', $i, 'from'],
                    $from + 1,
                    sprintf('it stepped at %d, not at %d', $from + 1, $from),
                );
                yield Deviation::entered(
                    $at,
                    [...$path, 'steps', $i, 'from'],
                    max(1, $from - 1),
                    sprintf('it stepped at %d, not at %d', max(1, $from - 1), $from),
                );
            }
        }
    }
}
