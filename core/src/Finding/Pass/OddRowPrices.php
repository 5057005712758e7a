<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Brick\Math\BigDecimal;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Row;

/**
 * sibling.odd by price: a variant row whose price no sibling explains.
 *
 * Prices of rows are mostly a sum: what the one choice adds is the same under each other one. Four rows that differ in
 * two choices make a rectangle, in which the sums over the diagonals are then equal. A row that breaks most of its
 * rectangles, where those without it hold, is the odd one. Common practice, no source.
 */
final class OddRowPrices implements Pass
{
    /** Rows that are looked at; the rectangles of more would take long. */
    private const MOST_ROWS = 2_000;

    /** Rectangles of a row from which on it can be said that it breaks them. */
    private const FEWEST = 2;

    private const MOST_RECTANGLES = 12;

    public function find(Reach $reach): iterable
    {
        $variants = $reach->setup->variants;
        if (null === $variants || count($variants->by) < 2 || count($variants->rows) > self::MOST_ROWS) {
            return;
        }
        $rows = $byAxis = [];
        foreach ($variants->rows as $row) {
            $picks = $reach->board->stock->picksOf($row);
            $price = $row->price;
            if (null !== $picks && null !== $price) {
                $key = self::key($picks);
                if (isset($rows[$key])) {
                    continue;
                }
                $rows[$key] = [$row, $picks, $price];
                foreach ($picks as $axis => $pick) {
                    $rest = $picks;
                    $rest[$axis] = ['*'];
                    $byAxis[$axis . ' ' . self::key($rest)][] = $key;
                }
            }
        }
        $broken = $whole = [];
        foreach ($rows as $key => [, $picks]) {
            foreach ($this->rectangles($rows, $byAxis, $key, $picks) as $corners) {
                [$a, $b, $c, $d] = array_map(static fn(string $corner): BigDecimal => $rows[$corner][2], $corners);
                $holds = $a->plus($d)->isEqualTo($b->plus($c));
                foreach ($corners as $corner) {
                    if ($holds) {
                        $whole[$corner] = ($whole[$corner] ?? 0) + 1;
                    } else {
                        $broken[$corner] = ($broken[$corner] ?? 0) + 1;
                    }
                }
            }
        }
        $odd = array_values(
            array_filter(
                array_keys($broken),
                static fn(string $key): bool => $broken[$key] >= self::FEWEST && ($whole[$key] ?? 0) < $broken[$key],
            ),
        );
        if ([] === $odd || 4 * count($odd) > count($rows) || array_sum($whole) < array_sum($broken)) {
            return;
        }
        foreach ($odd as $key) {
            [$row, $picks, $price] = $rows[$key];
            $expected = $this->expected($rows, $byAxis, $key, $picks, $odd);
            if (null !== $expected && !$expected->isEqualTo($price)) {
                yield $this->finding($reach, $row, $price, $expected);
            }
        }
    }

    /**
     * Rows that differ from one in one choice, in another, and in both.
     *
     * @param array<string, array{Row, list<list<int>>, BigDecimal}> $rows
     * @param array<string, list<string>> $byAxis
     * @param list<list<int>> $picks
     *
     * @return iterable<array{string, string, string, string}>
     */
    private function rectangles(array $rows, array $byAxis, string $key, array $picks): iterable
    {
        $count = 0;
        for ($one = 0; $one < count($picks); ++$one) {
            for ($two = $one + 1; $two < count($picks); ++$two) {
                foreach ($byAxis[$one . ' ' . self::starred($picks, $one)] as $beside) {
                    foreach ($beside === $key ? [] : $byAxis[$two . ' ' . self::starred($picks, $two)] as $below) {
                        $across = $picks;
                        $across[$one] = $rows[$beside][1][$one];
                        $across[$two] = $rows[$below][1][$two];
                        $opposite = self::key($across);
                        if ($below !== $key && isset($rows[$opposite])) {
                            yield [$key, $beside, $below, $opposite];
                            if (++$count >= self::MOST_RECTANGLES) {
                                return;
                            }
                        }
                    }
                }
            }
        }
    }

    /**
     * What rectangles without another odd row say that it costs, where they agree.
     *
     * @param array<string, array{Row, list<list<int>>, BigDecimal}> $rows
     * @param array<string, list<string>> $byAxis
     * @param list<list<int>> $picks
     * @param list<string> $odd
     */
    private function expected(array $rows, array $byAxis, string $key, array $picks, array $odd): ?BigDecimal
    {
        $expected = null;
        foreach ($this->rectangles($rows, $byAxis, $key, $picks) as [, $b, $c, $d]) {
            if ([] !== array_intersect([$b, $c, $d], $odd)) {
                continue;
            }
            $sum = $rows[$b][2]->plus($rows[$c][2])->minus($rows[$d][2]);
            if (null !== $expected && !$expected->isEqualTo($sum)) {
                return null;
            }
            $expected = $sum;
        }

        return $expected;
    }

    private function finding(Reach $reach, Row $row, BigDecimal $price, BigDecimal $expected): Finding
    {
        $currency = $reach->setup->currency;

        return new Finding(
            'sibling.odd',
            Severity::Warning,
            $row->at . '/price',
            sprintf(
                'Row %d%s costs %s; what the other rows cost lets %s be expected.',
                $row->index + 1,
                null === $row->sku ? '' : ' (' . $row->sku . ')',
                Amount::text($price, $currency),
                Amount::text($expected, $currency),
            ),
            [
                'row' => $row->index,
                'price' => Amount::text($price, $currency),
                'expected' => Amount::text($expected, $currency),
            ],
        );
    }

    /**
     * @param list<list<int|string>> $picks
     */
    private static function key(array $picks): string
    {
        return implode('|', array_map(static fn(array $pick): string => implode(',', $pick), $picks));
    }

    /**
     * @param list<list<int>> $picks
     */
    private static function starred(array $picks, int $axis): string
    {
        return self::key(
            array_map(
                static fn(int $i, array $pick): array => $i === $axis ? ['*'] : $pick,
                array_keys($picks),
                $picks,
            ),
        );
    }
}
