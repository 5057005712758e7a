<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis\Source;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;
use Ithrel\Core\Diagnosis\Deviation;
use Ithrel\Core\Diagnosis\Evidence;
use Ithrel\Core\Diagnosis\FigureLeaf;
use Ithrel\Core\Diagnosis\FigureLeaves;
use Ithrel\Core\Diagnosis\Model;
use Ithrel\Core\Diagnosis\Seen;
use Ithrel\Core\Diagnosis\Source;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Work\Budget;

/**
 * Prices, charges, rates, figures, weights and points that are another number in the shop: how much a figure moves with
 * each of them tells which number it would have to be.
 */
final class Figures implements Source
{
    /** By how much a number is moved to see what hangs on it: far enough that rounding does not show. */
    private const MOVED = 1_000;

    /** Numbers that one place is tried with, the most frequent first. */
    private const MOST_NUMBERS = 2;

    private const PRICES = ['unitPrice', 'lineTotal', 'page total', 'page unitPrice'];

    public function of(Evidence $evidence): iterable
    {
        foreach (
            [
                [self::PRICES, FigureLeaves::prices(...)],
                [['weight'], FigureLeaves::weights(...)],
                [['points'], FigureLeaves::points(...)],
            ]
            as [$fields, $leaves]
        ) {
            $witnesses = $evidence->witnesses(
                static fn(Seen $seen): bool => $seen->isOneSale() && [] !== self::off($evidence, $seen, $fields),
            );
            foreach ([] === $witnesses ? [] : $leaves($evidence->tree) as $leaf) {
                Budget::ask();
                if (Budget::isNearlySpent()) {
                    return;
                }
                yield from $this->numbers($evidence, $leaf, $witnesses, $fields);
            }
        }
    }

    /**
     * @param list<Seen> $witnesses
     * @param list<string> $fields
     *
     * @return iterable<Deviation>
     */
    private function numbers(Evidence $evidence, FigureLeaf $leaf, array $witnesses, array $fields): iterable
    {
        try {
            $moved = $evidence->model->otherwise($leaf->deviation((string) $leaf->number->plus(self::MOVED)));
        } catch (UnreadableDocument) {
            return;
        }
        $votes = [];
        foreach ($witnesses as $seen) {
            foreach (self::off($evidence, $seen, $fields) as $field => $by) {
                $before = Model::figure($evidence->model->found($seen), $field);
                $slope = Model::figure($moved->found($seen), $field)?->minus($before ?? BigDecimal::zero());
                if (null !== $before && null !== $slope && !$slope->isZero()) {
                    $number = self::neat(
                        $leaf->number->plus(
                            $by->multipliedBy(self::MOVED)->dividedBy($slope, 12, RoundingMode::HalfUp),
                        ),
                        $slope,
                        max(0, $evidence->setup->currency->minorUnits),
                    );
                    $votes[(string) $number] = ($votes[(string) $number] ?? 0) + 1;
                    break;
                }
            }
        }
        arsort($votes);
        foreach (array_slice(array_map(strval(...), array_keys($votes)), 0, self::MOST_NUMBERS) as $number) {
            yield $leaf->deviation($number);
        }
    }

    /**
     * By how much the shop is off from what the document so far says.
     *
     * @param list<string> $fields
     *
     * @return array<string, BigDecimal> by field, those that are off
     */
    private static function off(Evidence $evidence, Seen $seen, array $fields): array
    {
        $off = [];
        $model = $evidence->model->found($seen);
        foreach ($fields as $field) {
            $found = Model::figure($seen->found, $field);
            $by = null === $found ? null : $found->minus(Model::figure($model, $field) ?? $found);
            if (null !== $by && !$by->isZero()) {
                $off[$field] = $by;
            }
        }

        return $off;
    }

    /**
     * The number with the fewest decimals that comes to the same when it is rounded.
     *
     * @param int<0, max> $places of the currency
     */
    private static function neat(BigDecimal $exact, BigDecimal $slope, int $places): BigDecimal
    {
        $half = 5 * self::MOVED;
        for ($scale = 0; $scale < 6; ++$scale) {
            $neat = $exact->toScale($scale, RoundingMode::HalfUp);
            // Off by less than half of the least unit, as the figure moves with it.
            if (
                $neat
                    ->minus($exact)
                    ->abs()
                    ->multipliedBy($slope->abs())
                    ->multipliedBy(BigDecimal::of(10)->power($places + 1))
                    ->isLessThan($half)
            ) {
                return $neat;
            }
        }

        return $exact->toScale(6, RoundingMode::HalfUp);
    }
}
