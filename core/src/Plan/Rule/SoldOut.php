<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\PickedWords;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;
use Ithrel\Core\Reach\Listing;

/**
 * What is sold out, or has no row, is not sold: by form, and one by the express route. What is sold out still has its
 * price on the page; what has no row has none that could be expected.
 */
final class SoldOut implements Rule
{
    private const LOOKS = 8;

    /** Checks of one sold out thing, or of missing rows. */
    private const MOST_OF_A_PLACE = 2;

    public function words(): string
    {
        return 'what is sold out or has no row';
    }

    public function checks(CheckMaker $maker): iterable
    {
        if (0 === gmp_sign($maker->reach->deadEnds())) {
            return;
        }
        $listing = new Listing($maker->reach, Listing::DEAD_END);
        $total = $listing->total();
        // The first, the last, and some between: causes stand apart in listing order.
        $ranks = [];
        for ($i = 0; $i < self::LOOKS; ++$i) {
            $ranks[gmp_strval(gmp_div_q(gmp_mul(gmp_sub($total, 1), $i), self::LOOKS - 1))] = true;
        }
        $tried = [];
        $isFirst = true;
        $setup = $maker->reach->setup;
        foreach (array_keys($ranks) as $rank) {
            $state = $maker->filled->first($listing->at(gmp_init($rank)));
            $clicks = null === $state ? null : $maker->steps->between($maker->steps->opening(), $state);
            if (null === $state || null === $clicks) {
                continue;
            }
            $missing = $maker->reach->board->stock->soldOutValue($state);
            $row = $maker->reach->board->stock->row($state);
            [$what, $place] = match (true) {
                null !== $missing => [
                    $maker->name($setup->options[$missing[0]], $missing[1]) . ', which is sold out,',
                    $setup->options[$missing[0]]->values[$missing[1]]->at . '/stock',
                ],
                null !== $row => [
                    sprintf('what %s stands for, which is sold out,', $row->sku ?? 'row ' . ($row->index + 1)),
                    $row->at . '/stock',
                ],
                default => [
                    sprintf('%s, for which there is no row,', PickedWords::of($setup, $state)),
                    '/variants/rows',
                ],
            };
            $tried[$place] = ($tried[$place] ?? 0) + 1;
            if ($tried[$place] > self::MOST_OF_A_PLACE) {
                continue;
            }
            $isTold = null !== $missing || null !== $row;
            yield $isTold
                ? $maker->toldAndRefused(Purpose::SoldOut, $what . ' is not sold', [$place], $state, $clicks, 'form')
                : $maker->refused(Purpose::SoldOut, $what . ' is not sold', [$place], $clicks, null);
            if ($isFirst) {
                $isFirst = false;
                yield $maker->refused(
                    Purpose::SoldOut,
                    $what . ' is not sold by the express route',
                    [$place],
                    $clicks,
                    null,
                    'express',
                );
            }
        }
    }
}
