<?php

declare(strict_types=1);

namespace Ithrel\Core\Gate;

use Ithrel\Core\Boundary\TickedSheets;
use Ithrel\Core\Diff\Meaning;
use Ithrel\Core\Document\JsonText;
use Ithrel\Core\Finding\Change;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Setup\Setup;

/**
 * What stands in the way of a launch, one item for each thing that somebody has to mend, try or accept.
 *
 * Long, as it has a method for each source of items.
 */
final class GateItems
{
    /**
     * @param list<Finding> $findings
     *
     * @return list<GateItem>
     */
    public static function findings(string $text, Setup $setup, array $findings): array
    {
        $document = JsonText::decode($text);
        $items = $seen = [];
        foreach ($findings as $finding) {
            if (Severity::Note === $finding->severity) {
                continue;
            }
            $isBlocker = Severity::Blocker === $finding->severity;
            $thing = $finding->code . ' ' . Change::place($setup, $finding->at);
            $seen[$thing] = ($seen[$thing] ?? 0) + 1;
            $items[] = new GateItem(
                GateItem::FINDING,
                $finding->code,
                $finding->at,
                $finding->message,
                $isBlocker ? GateItem::FORBIDS : GateItem::HOLDS,
                $isBlocker,
                $thing . ($seen[$thing] > 1 ? ' ' . $seen[$thing] : ''),
                self::print($setup, $document, $finding),
            );
        }

        return $items;
    }

    /** Of what stands at the place of a finding, and of what it says. */
    private static function print(Setup $setup, mixed $document, Finding $finding): string
    {
        $meaning = (new Meaning($setup->currency->minorUnits))->at($document, $finding->at);

        return substr(
            hash(
                'sha256',
                json_encode([$meaning, $finding->message], JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE),
            ),
            0,
            12,
        );
    }

    /**
     * Edges at which a tester saw something else than must happen.
     *
     * @return list<GateItem>
     */
    public static function ofLimits(?TickedSheets $ticked): array
    {
        $items = [];
        foreach ($ticked->differ ?? [] as ['sheet' => $sheet, 'row' => $row, 'tick' => $tick]) {
            $said = ['taken' => 'taken', 'refused' => 'refused', 'empty' => 'counted as empty'];
            $words = sprintf(
                '%s at its edge “%s”, by %s: it has to be %s and was %s.%s',
                $sheet->label,
                $row->about,
                $tick->route,
                $said[$row->expected],
                $said[$tick->found],
                '' === $tick->note ? '' : ' ' . $tick->note,
            );
            $items[] = new GateItem(
                GateItem::LIMIT,
                'limit.' . $tick->route,
                $sheet->at,
                $words,
                GateItem::FORBIDS,
                true,
                'limit ' . $sheet->known($row) . ' ' . $tick->route,
                substr(hash('sha256', $tick->found), 0, 12),
            );
        }

        return $items;
    }

    /**
     * What shops did otherwise: of several runs of one check the last that was handed in counts.
     *
     * @param list<Run> $runs
     *
     * @return list<GateItem>
     */
    public static function ofRuns(Plan $plan, array $runs): array
    {
        $items = [];
        foreach (self::last($runs) as $number => $tried) {
            $check = $plan->checks[$number - 1];
            foreach ('differs' === $tried['verdict'] ? $tried['differences'] : [] as $difference) {
                $code = $difference['stage'] . '.' . $difference['field'];
                $words = sprintf(
                    'Check %d, %s: at %s, %s was expected to be %s and is %s.',
                    $number,
                    $check->about,
                    $difference['stage'],
                    self::spaced($difference['field']),
                    $difference['expected'],
                    $difference['found'],
                );
                $items[] = new GateItem(
                    GateItem::DIFFERENCE,
                    $code,
                    $check->places[0] ?? '',
                    $words,
                    GateItem::FORBIDS,
                    true,
                    'difference ' . $check->print() . ' ' . $code,
                    substr(hash('sha256', $difference['expected'] . ' ' . $difference['found']), 0, 12),
                );
            }
        }

        return $items;
    }

    /**
     * @param list<Run> $runs
     *
     * @return list<GateItem>
     */
    public static function untried(Plan $plan, array $runs): array
    {
        $last = self::last($runs);
        $never = $items = [];
        foreach ($plan->checks as $check) {
            $tried = $last[$check->number] ?? null;
            if (null === $tried) {
                $never[] = $check;
            } elseif (!in_array($tried['verdict'], ['agrees', 'differs'], true)) {
                $items[] = new GateItem(
                    GateItem::CHECK,
                    $tried['verdict'],
                    $check->places[0] ?? '',
                    sprintf(
                        'Check %d, %s: %s',
                        $check->number,
                        $check->about,
                        $tried['reason'] ??
                            ('no-answer' === $tried['verdict'] ? 'the shop gave no answer.' : 'it was not tried.'),
                    ),
                    GateItem::HOLDS,
                    true,
                    'check ' . $check->print() . ' ' . $tried['verdict'],
                    '',
                );
            }
        }
        if ([] !== $never || [] === $plan->checks) {
            $prints = substr(
                hash('sha256', implode(' ', array_map(static fn($c): string => $c->print(), $never))),
                0,
                12,
            );
            $words =
                [] === $plan->checks
                    ? 'The plan has no check, so nothing of this setup can be tried.'
                    : sprintf(
                        '%d of %d checks of the plan were not tried on this document%s.',
                        count($never),
                        count($plan->checks),
                        count($never) < count($plan->checks)
                            ? ': ' . self::numbers(array_map(static fn($c): int => $c->number, $never))
                            : '',
                    );
            $items[] = new GateItem(
                GateItem::CHECK,
                'not-tried',
                '',
                $words,
                GateItem::HOLDS,
                true,
                'checks not tried',
                $prints,
            );
        }
        foreach (self::unseen($runs) as $what) {
            $items[] = new GateItem(
                GateItem::CHECK,
                'not-looked-at',
                '',
                sprintf('No check looked at: %s.', $what),
                GateItem::HOLDS,
                true,
                'not looked at ' . $what,
                '',
            );
        }
        foreach ($runs as $run) {
            if (false === $run->isStill) {
                $items[] = new GateItem(
                    GateItem::CHECK,
                    'not-fresh',
                    '',
                    sprintf(
                        'The shop shows something else now than what was tried on %s: %s.',
                        $run->when,
                        $run->where,
                    ),
                    GateItem::HOLDS,
                    true,
                    'not-fresh ' . $run->where . ' ' . $run->when,
                    '',
                );
            }
        }
        foreach ($plan->leftOut as $left) {
            $items[] = new GateItem(
                GateItem::CHECK,
                'plan.thin',
                '',
                $left,
                GateItem::HOLDS,
                false,
                'plan.thin ' . $left,
                '',
            );
        }

        return $items;
    }

    /**
     * @param list<Run> $runs
     *
     * @return array<int, array{
     *     verdict: string,
     *     differences: list<array{stage: string, field: string, expected: string, found: string}>,
     *     reason: string|null,
     * }>
     */
    private static function last(array $runs): array
    {
        $last = [];
        foreach ($runs as $run) {
            $last = $run->checks + $last;
        }
        ksort($last);

        return $last;
    }

    /**
     * What no run looked at.
     *
     * @param list<Run> $runs
     *
     * @return list<string>
     */
    private static function unseen(array $runs): array
    {
        $all = array_map(static fn(Run $run): array => $run->unseen, $runs);

        return [] === $all ? [] : array_values(array_unique(array_intersect(...$all)));
    }

    /**
     * @param list<int> $numbers
     */
    private static function numbers(array $numbers): string
    {
        return implode(', ', array_slice($numbers, 0, 12)) .
            (count($numbers) > 12 ? sprintf(' and %d more', count($numbers) - 12) : '');
    }

    private static function spaced(string $field): string
    {
        return strtolower((string) preg_replace('/(?<=[a-z])(?=[A-Z])/', ' ', $field));
    }
}
