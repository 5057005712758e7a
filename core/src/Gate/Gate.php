<?php

declare(strict_types=1);

namespace Ithrel\Core\Gate;

use Ithrel\Core\Boundary\TickedSheets;
use Ithrel\Core\Diff\Meaning;
use Ithrel\Core\Finding\Change;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Setup\JsonText;
use Ithrel\Core\Setup\Setup;

/**
 * May it launch? Worked out from what is known, never set by hand: must not, while a blocker or a difference is open;
 * not yet, while something of the plan is not tried on this document, a warning was looked at by nobody, or an
 * acceptance no longer fits; else it may.
 */
final readonly class Gate
{
    public const MAY = 'may-launch';
    public const NOT_YET = 'not-yet';
    public const MUST_NOT = 'must-not-launch';

    /**
     * @param 'may-launch'|'not-yet'|'must-not-launch' $verdict
     * @param list<string> $because
     * @param list<array{item: GateItem, lapsed: string|null}> $open with why an acceptance of it does not hold
     * @param list<array{item: GateItem, acceptance: Acceptance}> $accepted
     * @param list<array{what: string, words: string}> $checked
     * @param list<array{what: string, words: string}> $notChecked
     * @param list<Finding> $notes that need nobody
     */
    private function __construct(
        public string $verdict,
        public array $because,
        public array $open,
        public array $accepted,
        public array $checked,
        public array $notChecked,
        public array $notes,
    ) {}

    /**
     * @param string $text of the document
     * @param string|null $selectable combinations, as the analysis counted them; null where that is not known
     * @param list<Finding> $findings
     * @param list<Run> $runs rehearsals of any kind
     * @param list<Acceptance> $accepted
     * @param TickedSheets|null $ticked boundary sheets as a tester ticked them
     * @param list<string> $asked what else was asked: catalogue, ceilings
     * @param list<HandedList> $lists held against the setup: of prices that were meant, of what shall be sold
     */
    public static function of(
        string $text,
        Setup $setup,
        ?string $selectable,
        array $findings,
        Plan $plan,
        array $runs,
        array $accepted,
        ?TickedSheets $ticked = null,
        array $asked = [],
        array $lists = [],
    ): self {
        $items = [
            ...self::findings($text, $setup, $findings),
            ...self::ofRuns($plan, $runs),
            ...array_merge([], ...array_map(static fn(HandedList $l): array => $l->items(), $lists)),
            ...self::ofLimits($ticked),
            ...self::untried($plan, $runs),
        ];
        $open = $taken = $spoken = [];
        $isLapsed = false;
        foreach ($items as $item) {
            $lapsed = null;
            $holds = null;
            foreach ($accepted as $n => $acceptance) {
                if ($acceptance->isOf($item)) {
                    $spoken[$n] = true;
                    $refusal = $acceptance->refusal($item, $setup->today->day);
                    $holds = null === $refusal ? $acceptance : $holds;
                    $lapsed = $refusal ?? $lapsed;
                }
            }
            if (null !== $holds) {
                $taken[] = ['item' => $item, 'acceptance' => $holds];
            } else {
                $open[] = ['item' => $item, 'lapsed' => $lapsed];
                $isLapsed = $isLapsed || null !== $lapsed;
            }
        }
        $forbids = array_filter($open, static fn(array $o): bool => GateItem::FORBIDS === $o['item']->weight);
        $verdict = [] !== $forbids ? self::MUST_NOT : ([] !== $open ? self::NOT_YET : self::MAY);

        return new self(
            $verdict,
            self::because($open, $taken, $isLapsed),
            $open,
            $taken,
            self::checked($selectable, $findings, $plan, $runs, $ticked, $lists, count($accepted) - count($spoken)),
            self::notChecked($setup, $plan, $runs, $ticked, [
                ...$asked,
                ...array_map(static fn(HandedList $l): string => $l->kind(), $lists),
            ]),
            array_values(array_filter($findings, static fn(Finding $f): bool => Severity::Note === $f->severity)),
        );
    }

    /**
     * @param list<Finding> $findings
     *
     * @return list<GateItem>
     */
    private static function findings(string $text, Setup $setup, array $findings): array
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
        $node = $document;
        foreach ('' === $finding->at ? [] : explode('/', substr($finding->at, 1)) as $step) {
            $step = strtr($step, ['~1' => '/', '~0' => '~']);
            $node =
                $node instanceof \stdClass ? $node->{$step} ?? null : (is_array($node) ? $node[$step] ?? null : null);
        }

        return substr(
            hash(
                'sha256',
                json_encode(
                    [(new Meaning($setup->currency->minorUnits))->of($node), $finding->message],
                    JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE,
                ),
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
    private static function ofLimits(?TickedSheets $ticked): array
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
    private static function ofRuns(Plan $plan, array $runs): array
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
    private static function untried(Plan $plan, array $runs): array
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
     * @param list<array{item: GateItem, lapsed: string|null}> $open
     * @param list<array{item: GateItem, acceptance: Acceptance}> $taken
     *
     * @return list<string>
     */
    private static function because(array $open, array $taken, bool $isLapsed): array
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
    private static function checked(
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
                    'The setup was analysed: %s selectable combinations, %d findings.',
                    $selectable ?? 'an unknown number of',
                    count($findings),
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
    private static function notChecked(
        Setup $setup,
        Plan $plan,
        array $runs,
        ?TickedSheets $ticked,
        array $asked,
    ): array {
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

    /** As a person reads it. */
    public static function words(string $verdict): string
    {
        return [self::MAY => 'May launch', self::NOT_YET => 'Not yet', self::MUST_NOT => 'Must not launch'][$verdict] ??
            $verdict;
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return [
            'verdict' => $this->verdict,
            'because' => $this->because,
            'open' => array_map(
                static fn(array $o): array => $o['item']->toArray() +
                    (null === $o['lapsed'] ? [] : ['lapsed' => $o['lapsed']]),
                $this->open,
            ),
            'accepted' => array_map(
                static fn(array $a): array => $a['item']->toArray() + $a['acceptance']->toArray(),
                $this->accepted,
            ),
            'checked' => $this->checked,
            'notChecked' => $this->notChecked,
        ];
    }
}
