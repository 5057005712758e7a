<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Page;

use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Click;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Setup\Setup;

/**
 * The sales of a plan that a page is learned by: such as can be made with the options that were found on it, and that
 * differ in as much as possible.
 */
final class SalesToWatch
{
    private const MOST_SALES = 4;

    /**
     * @return list<Check>
     */
    public static function of(Setup $setup, Plan $plan, PageMap $map): array
    {
        $all = self::all($plan, $map);
        $chosen = $seen = [];
        foreach ([true, false] as $more) {
            foreach ($all as $check) {
                $line = $check->lines[0];
                $new = 0;
                foreach (['unitPrice', 'sku', 'image', 'lineTotal', 'weight'] as $field) {
                    $new += isset($seen[$field][(string) $line[$field]]) ? 0 : 1;
                }
                $isMore = $check->quantity[0] > $setup->quantity->min;
                if (
                    $isMore === $more &&
                    $new > 0 &&
                    ($more || [] === $line['ownLines']) &&
                    count($chosen) < ($more ? 1 : self::MOST_SALES) &&
                    null !== $line['unitPrice']
                ) {
                    $chosen[] = $check;
                    foreach (['unitPrice', 'sku', 'image', 'lineTotal', 'weight'] as $field) {
                        $seen[$field][(string) $line[$field]] = true;
                    }
                }
            }
        }

        return [] === $chosen ? array_slice($all, 0, 2) : $chosen;
    }

    /**
     * One more, which answers other options than those so far.
     *
     * @param list<Check> $soFar
     * @param int $than pieces; it is a sale of more
     */
    public static function other(Plan $plan, PageMap $map, array $soFar, int $than): ?Check
    {
        $answered = static fn(Check $check): string => implode(
            ' ',
            array_unique(array_map(static fn(Click $c): string => $c->option, $check->visits[0])),
        );
        $known = array_map($answered, $soFar);
        foreach (self::all($plan, $map) as $check) {
            if ($check->quantity[0] > $than && !in_array($answered($check), $known, true)) {
                return $check;
            }
        }

        return null;
    }

    /**
     * @return list<Check> sales of one line by the form that can be made with the options found
     */
    private static function all(Plan $plan, PageMap $map): array
    {
        return array_values(
            array_filter(
                $plan->checks,
                static fn(Check $c): bool => $c->accepted &&
                    'form' === $c->route &&
                    null === $c->sent &&
                    1 === count($c->visits) &&
                    1 === count($c->lines) &&
                    [] ===
                        array_filter(
                            $c->visits[0],
                            static fn(Click $click): bool => !isset($map->options[$click->option]),
                        ),
            ),
        );
    }
}
