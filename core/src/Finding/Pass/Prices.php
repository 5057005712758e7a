<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Price\PriceBound;
use Ithrel\Core\Price\Spread\AllTotals;
use Ithrel\Core\Price\Spread\NotExact;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Words\Count;

/**
 * price.zero and price.negative: combinations that can come to nothing, or to less.
 */
final class Prices implements Pass
{
    public function find(Reach $reach): iterable
    {
        if (PriceBound::isSurelyAboveZero($reach->setup)) {
            return;
        }
        $least = AllTotals::least($reach, false, $reach->setup->quantity->min);
        if (true === $least?->isPositive()) {
            return;
        }
        try {
            $totals = AllTotals::of($reach, false, $reach->setup->quantity->min, false);
        } catch (NotExact) {
            // Neither added up nor priced one by one; the ledger says so.
            return;
        }
        $found = [];
        $rank = gmp_init(0);
        foreach ($totals->levels() as [$total, $count]) {
            if (null !== $total && !$total->isPositive()) {
                $code = $total->isZero() ? 'price.zero' : 'price.negative';
                $found[$code] ??= [$total, gmp_init(0), $rank];
                $found[$code][1] = gmp_add($found[$code][1], $count);
            }
            $rank = gmp_add($rank, $count);
        }
        foreach ($found as $code => [$total, $count, $first]) {
            $state = $totals->withInputs($totals->at($first)[0]);
            $amount = Amount::text($total, $reach->setup->currency);
            yield new Finding(
                $code,
                Severity::Blocker,
                '/item/price',
                sprintf(
                    '%s selectable %s can cost %s; the cheapest comes to %s. Look at discounts and at options ' .
                        'that may be left empty.',
                    Count::of($count),
                    '1' === gmp_strval($count) ? 'combination' : 'combinations',
                    'price.zero' === $code ? 'nothing' : 'less than nothing',
                    $amount,
                ),
                [
                    'count' => gmp_strval($count),
                    'total' => $amount,
                    'example' => StateText::pick($reach->setup, $state),
                ],
            );
        }
    }
}
