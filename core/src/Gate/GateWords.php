<?php

declare(strict_types=1);

namespace Ithrel\Core\Gate;

use Ithrel\Core\Boundary\TickedSheets;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Setup\Setup;

/**
 * Why the verdict is what it is, what was checked, and what was not.
 */
final class GateWords
{
    /**
     * @param list<array{item: GateItem, lapsed: string|null}> $open
     * @param list<array{item: GateItem, acceptance: Acceptance}> $taken
     *
     * @return list<string>
     */
    public static function because(array $open, array $taken, bool $isLapsed): array
    {
        $count = static fn(string $kind, string $weight): int => count(
            array_filter(
                $open,
                static fn(array $o): bool => $o['item']->kind === $kind && $o['item']->weight === $weight,
            ),
        );
        $because = [];
        $say = static function (int $n, string $one, string $many) use (&$because): void {
            if ($n > 0) {
                $because[] = 1 === $n ? $one : sprintf($many, $n);
            }
        };
        $say($count(GateItem::FINDING, GateItem::FORBIDS), 'A blocker is open.', '%d blockers are open.');
        $say(
            $count(GateItem::DIFFERENCE, GateItem::FORBIDS) + $count(GateItem::LIMIT, GateItem::FORBIDS),
            'The shop does something otherwise than the setup says.',
            'The shop does %d things otherwise than the setup says.',
        );
        $say(
            $count(GateItem::PRICE_LIST, GateItem::FORBIDS),
            'A price is not the one that was meant.',
            '%d prices are not those that were meant.',
        );
        $say(
            $count(GateItem::PRICE_LIST, GateItem::HOLDS),
            'A row of the price list could not be held against it.',
            '%d rows of the price list could not be held against it.',
        );
        $say(
            $count(GateItem::SALE_LIST, GateItem::FORBIDS),
            'Something is otherwise than the list of what shall be sold says.',
            '%d things are otherwise than the list of what shall be sold says.',
        );
        $say(
            $count(GateItem::SALE_LIST, GateItem::HOLDS),
            'The list of what shall be sold could not be held against it.',
            'The list of what shall be sold could not be held against it.',
        );
        $say(
            $count(GateItem::FINDING, GateItem::HOLDS),
            'Nobody has looked at a warning.',
            'Nobody has looked at %d warnings.',
        );
        foreach ($open as ['item' => $item]) {
            if (
                GateItem::CHECK === $item->kind &&
                in_array($item->code, ['not-tried', 'plan.thin'], true) &&
                '' === $item->at
            ) {
                $because[] = $item->words;
            }
        }
        $say(
            count(
                array_filter(
                    $open,
                    static fn(array $o): bool => GateItem::CHECK === $o['item']->kind && '' !== $o['item']->at,
                ),
            ),
            'A check has no verdict.',
            '%d checks have no verdict.',
        );
        $say(
            count(array_filter($open, static fn(array $o): bool => 'not-looked-at' === $o['item']->code)),
            'Something was not looked at by any check.',
            '%d things were not looked at by any check.',
        );
        $say(
            count(array_filter($open, static fn(array $o): bool => 'not-fresh' === $o['item']->code)),
            'A shop is no longer as it was tried.',
            '%d shops are no longer as they were tried.',
        );
        if ($isLapsed) {
            $because[] = 'An acceptance no longer fits.';
        }
        if ([] === $open) {
            $because[] = [] === $taken ? 'Nothing is open.' : sprintf('Nothing is open; %d accepted.', count($taken));
        }

        return $because;
    }

    /**
     * @param list<Finding> $findings
     * @param list<Run> $runs
     * @param list<HandedList> $lists
     * @param int $idle acceptances that speak of nothing that stands here
     *
     * @return list<array{what: string, words: string}>
     */
    public static function checked(
        ?string $selectable,
        array $findings,
        Plan $plan,
        array $runs,
        ?TickedSheets $ticked,
        array $lists,
        int $idle,
    ): array {
        $checked = [
            [
                'what' => 'setup',
                'words' => sprintf(
                    'The setup was analysed: %s selectable %s, %d %s.',
                    $selectable ?? 'an unknown number of',
                    '1' === $selectable ? 'combination' : 'combinations',
                    count($findings),
                    1 === count($findings) ? 'finding' : 'findings',
                ),
            ],
        ];
        foreach ($runs as $run) {
            $agree = count(array_filter($run->checks, static fn(array $t): bool => 'agrees' === $t['verdict']));
            $checked[] = [
                'what' => 'rehearsal',
                'words' => sprintf(
                    '%s, %s: %d of %d checks of the plan have a result, %d agree.%s%s',
                    $run->where,
                    $run->when,
                    count($run->checks),
                    count($plan->checks),
                    $agree,
                    [] === $run->carried
                        ? ''
                        : sprintf(
                            ' %d were tried on the document %s, with the same steps and expectations.',
                            count($run->carried),
                            substr($run->sha256 ?? '', 0, 12),
                        ),
                    0 === $run->other ? '' : sprintf(' %d more are none of this plan and do not count.', $run->other),
                ),
            ];
        }

        if (null !== $ticked && $ticked->ticked > 0) {
            $checked[] = [
                'what' => 'limits',
                'words' => sprintf(
                    '%d of %d edges of the boundary sheets were tried by hand, %d came out otherwise.%s',
                    $ticked->ticked,
                    $ticked->rows,
                    count($ticked->differ),
                    0 === $ticked->other
                        ? ''
                        : sprintf(' %d ticks are of edges that are no longer there.', $ticked->other),
                ),
            ];
        }

        foreach ($lists as $list) {
            $checked[] = ['what' => $list->kind(), 'words' => $list->words()];
        }
        if ($idle > 0) {
            $words = 1 === $idle ? 'An acceptance speaks' : sprintf('%d acceptances speak', $idle);
            $checked[] = [
                'what' => 'accepted',
                'words' => $words . ' of nothing that is found now: it was mended since, or it is of another document.',
            ];
        }

        return $checked;
    }

    /**
     * @param list<Run> $runs
     * @param list<string> $asked
     *
     * @return list<array{what: string, words: string}>
     */
    public static function notChecked(Setup $setup, Plan $plan, array $runs, ?TickedSheets $ticked, array $asked): array
    {
        $not = [];
        if ([] === $runs) {
            $not[] = ['what' => 'shop', 'words' => 'No shop was rehearsed.'];
        }
        if ([] === $setup->guards) {
            $not[] = ['what' => 'guards', 'words' => 'The setup has no guards, so no combination can be a wrong sale.'];
        }
        if (!in_array('price-list', $asked, true)) {
            $not[] = [
                'what' => 'price-list',
                'words' => 'No price list was held against it, so no total is known to be meant.',
            ];
        }
        if (!in_array(GateItem::SALE_LIST, $asked, true)) {
            $not[] = ['what' => 'sale-list', 'words' => 'No list of what shall be sold was held against it.'];
        }
        if (null === $ticked || 0 === $ticked->ticked) {
            $not[] = ['what' => 'limits', 'words' => 'No edge of a boundary sheet was ticked.'];
        }
        foreach (
            [
                'catalogue' => 'No catalogue was asked which items the setup really hits.',
                'ceilings' => 'No shop told how many options, values and rows it takes.',
            ]
            as $what => $words
        ) {
            if (!in_array($what, $asked, true)) {
                $not[] = ['what' => $what, 'words' => $words];
            }
        }
        foreach ($plan->leftOut as $left) {
            $not[] = ['what' => 'plan', 'words' => $left];
        }

        return $not;
    }
}
