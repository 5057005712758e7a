<?php

declare(strict_types=1);

namespace Ithrel\Shop\Tests;

/**
 * Where each fault of the rehearsal shop really sits in a setup.
 */
final class TruePlaces
{
    /** Fault => what its place looks like. */
    public const OF = [
        'charge-on-neighbour' => '~^/options/\d+/(values/\d+|yes)(/charge|/line)?$~',
        'sign-turned' => '~(/charge|^/charges/\d+)$~',
        'per-piece-once' => '~(/charge|^/charges/\d+|^/quantity)$~',
        'percent-of-running' => '~(/charge|^/charges/\d+)$~',
        'stale-text-charge' => '~^/options/\d+/charge$~',
        'rounds-each-effect' => '~^/rounding$~',
        'row-price-ignored' => '~^/variants/rows/\d+/(price|salePrice)$~',
        'floor-dropped' => '~(/charge|^/charges/\d+)/min$~',
        'hidden-answer-charged' => '~/(shownWhen|allowedWhen|charge)$~',
        'hidden-answer-carried' => '~/(shownWhen|allowedWhen)$~',
        'any-for-all' => '~(/shownWhen|/allowedWhen|^/charges/\d+)$~',
        'same-code-elsewhere' => '~(/shownWhen|/allowedWhen|^/charges/\d+)$~',
        'branch-stays' => '~/(shownWhen|allowedWhen)$~',
        'required-not-checked' => '~/required$~',
        'required-skipped-by-express' => '~/required$~',
        'required-though-hidden' => '~/required$~',
        'length-off-by-one' => '~/length$~',
        'length-in-bytes' => '~/length$~',
        'step-from-zero' => '~/step$~',
        'file-type-not-checked' => '~/types$~',
        'missing-on-order' => '~^(/options/\d+|/item/data/\d+)/stages$~',
        'carried-by-code' => '~^/options/\d+(/values/\d+/label)?$~',
        'text-shortened' => '~^/options/\d+$~',
        'escaped-twice' => '~^/options/\d+$~',
        'order-data-in-cart' => '~^/item/data/\d+/stages$~',
        'base-image' => '~/image$~',
        'weight-not-added' => '~/weight$~',
        'second-line-missing' => '~/line$~',
        'second-line-once' => '~/line$~',
        'lines-merged' => '~^/item$~',
        'sold-out-sold' => '~(/stock|^/variants/rows)$~',
        'total-changes-at-checkout' => '~^/checkout$~',
    ];
}
