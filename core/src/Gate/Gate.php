<?php

declare(strict_types=1);

namespace Ithrel\Core\Gate;

use Ithrel\Core\Boundary\TickedSheets;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Plan\Plan;
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
            ...GateItems::findings($text, $setup, $findings),
            ...GateItems::ofRuns($plan, $runs),
            ...array_merge([], ...array_map(static fn(HandedList $l): array => $l->items(), $lists)),
            ...GateItems::ofLimits($ticked),
            ...GateItems::untried($plan, $runs),
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
            GateWords::because($open, $taken, $isLapsed),
            $open,
            $taken,
            GateWords::checked(
                $selectable,
                $findings,
                $plan,
                $runs,
                $ticked,
                $lists,
                count($accepted) - count($spoken),
            ),
            GateWords::notChecked($setup, $plan, $runs, $ticked, [
                ...$asked,
                ...array_map(static fn(HandedList $l): string => $l->kind(), $lists),
            ]),
            array_values(array_filter($findings, static fn(Finding $f): bool => Severity::Note === $f->severity)),
        );
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
