<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Reach;

/**
 * price.zero and price.negative: combinations that cost nothing, or less.
 * Looked at one by one, inputs left empty, up to a stated number of combinations.
 */
final class Prices implements Pass
{
    public function find(Reach $reach): iterable
    {
        $listing = new Listing($reach);
        if (gmp_cmp($listing->total(), self::MOST) > 0) {
            return;
        }
        $pricer = new Pricer($reach->setup);
        $counts = ['price.zero' => 0, 'price.negative' => 0];
        $examples = [];
        foreach ($listing->from(gmp_init(0), self::MOST) as $state) {
            $quote = $pricer->quote($state, $reach->setup->quantity->min);
            if (null === $quote->total || $quote->total->isPositive()) {
                continue;
            }
            $code = $quote->total->isZero() ? 'price.zero' : 'price.negative';
            ++$counts[$code];
            if (!isset($examples[$code]) || $quote->total->isLessThan($examples[$code][1])) {
                $examples[$code] = [$state, $quote->total];
            }
        }
        foreach ($examples as $code => [$state, $total]) {
            yield new Finding($code, Severity::Blocker, '/item/price', sprintf('%d selectable combinations cost %s; the cheapest comes to %s. Look at discounts and at options that may be left empty.', $counts[$code], 'price.zero' === $code ? 'nothing' : 'less than nothing', Amount::text($total, $reach->setup->currency)), ['count' => (string) $counts[$code], 'total' => Amount::text($total, $reach->setup->currency), 'example' => StateText::pick($reach->setup, $state)]);
        }
    }

    /** Combinations priced at most. */
    private const MOST = 3_000;
}
