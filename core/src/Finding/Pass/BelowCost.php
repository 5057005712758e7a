<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Price\Cost;
use Ithrel\Core\Price\PriceBound;
use Ithrel\Core\Price\Spread\AllTotals;
use Ithrel\Core\Price\Spread\NotExact;
use Ithrel\Core\Price\Spread\OneByOne;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Words\Count;

/**
 * price.below-cost: combinations whose cheapest unit price is less than what the store pays.
 */
final class BelowCost implements Pass
{
    public function find(Reach $reach): iterable
    {
        $setup = $reach->setup;
        $most = Cost::most($setup);
        if (null === $most || 0 === gmp_sign($reach->selectable()) || PriceBound::isSurelyAbove($setup, $most)) {
            return;
        }
        try {
            $below = Cost::isOfItemAlone($setup) ? $this->belowOne($reach, $most) : $this->belowEach($reach);
        } catch (NotExact) {
            yield new Finding(
                'price.below-cost',
                Severity::Warning,
                '/item/cost',
                'Whether some combinations sell below what they cost is not known: they are too many to be ' .
                    'priced one by one. Look at the cheapest in the ledger.',
                ['count' => null],
            );

            return;
        }
        if (null === $below) {
            return;
        }
        [$count, $state, $price, $cost] = $below;
        $words = '1' === gmp_strval($count) ? 'combination sells' : 'combinations sell';
        yield new Finding(
            'price.below-cost',
            Severity::Blocker,
            '/item/cost',
            sprintf(
                '%s selectable %s below what the store pays; the worst sells at %s and costs %s. Raise its ' .
                    'price, or take it off sale.',
                Count::of($count),
                $words,
                $price,
                $cost,
            ),
            [
                'count' => gmp_strval($count),
                'unitPrice' => $price,
                'cost' => $cost,
                'loss' => Amount::text(BigDecimal::of($cost)->minus($price), $setup->currency),
                'example' => StateText::pick($setup, $state),
            ],
        );
    }

    /**
     * Every combination costs the same: those below are the first in the order of prices, however many there are.
     *
     * @return array{\GMP, State, string, string}|null how many, the worst with its inputs, its unit price and its cost
     *
     * @throws NotExact
     */
    private function belowOne(Reach $reach, BigDecimal $cost): ?array
    {
        $prices = AllTotals::of($reach, true, $reach->setup->quantity->min, false);
        $count = $rank = gmp_init(0);
        $worst = null;
        foreach ($prices->levels() as [$price, $many]) {
            if (null !== $price && $price->isLessThan($cost)) {
                $worst ??= [$price, $rank];
                $count = gmp_add($count, $many);
            }
            $rank = gmp_add($rank, $many);
        }
        if (null === $worst) {
            return null;
        }
        $state = $prices->withInputs($prices->at($worst[1])[0]);

        return [
            $count,
            $state,
            Amount::text($worst[0], $reach->setup->currency),
            Amount::text($cost, $reach->setup->currency),
        ];
    }

    /**
     * @return array{\GMP, State, string, string}|null
     *
     * @throws NotExact
     */
    private function belowEach(Reach $reach): ?array
    {
        if (gmp_cmp($reach->selectable(), OneByOne::MOST) > 0) {
            throw new NotExact('there are too many combinations to be held against their costs one by one');
        }
        $prices = new OneByOne($reach, true, $reach->setup->quantity->min, false);
        $costs = new Cost($reach->setup, $reach->board->stock);
        $count = 0;
        $worst = null;
        foreach ($prices->amounts() as [$choices, $price]) {
            $cost = $costs->of($choices);
            if (null === $price || null === $cost || !$price->isLessThan($cost)) {
                continue;
            }
            ++$count;
            if (null === $worst || $cost->minus($price)->isGreaterThan($worst[2]->minus($worst[1]))) {
                $worst = [$choices, $price, $cost];
            }
        }
        $currency = $reach->setup->currency;

        return null === $worst
            ? null
            : [
                gmp_init($count),
                $prices->withInputs($worst[0]),
                Amount::text($worst[1], $currency),
                Amount::text($worst[2], $currency),
            ];
    }
}
