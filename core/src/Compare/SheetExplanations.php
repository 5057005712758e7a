<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

use Brick\Math\BigDecimal;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Setup;

/**
 * For rows that differ by the same amount, the one value or charge that they share and rows that agree do not have;
 * among several the one whose amount is the difference.
 */
final readonly class SheetExplanations
{
    private Pricer $pricer;

    public function __construct(private Setup $setup)
    {
        $this->pricer = new Pricer($setup);
    }

    /**
     * @param list<SheetRow> $rows
     *
     * @return list<SheetExplanation> those that explain the most rows first
     */
    public function of(array $rows): array
    {
        $groups = $agreeing = [];
        foreach ($rows as $row) {
            if (SheetRow::AGREES === $row->verdict) {
                $agreeing += $this->features($row);
            } elseif (SheetRow::DIFFERS === $row->verdict && null !== $row->difference()) {
                $groups[(string) $row->difference()->strippedOfTrailingZeros()][] = $row;
            }
        }
        $explanations = [];
        foreach ($groups as $difference => $group) {
            $explanations[] = $this->explain(BigDecimal::of($difference), $group, $agreeing);
        }
        usort(
            $explanations,
            static fn(SheetExplanation $a, SheetExplanation $b): int => [count($b->rows), $a->rows] <=> [
                count($a->rows),
                $b->rows,
            ],
        );

        return $explanations;
    }

    /**
     * @param non-empty-list<SheetRow> $group
     * @param array<string, array{string, string, ?BigDecimal}> $agreeing
     */
    private function explain(BigDecimal $difference, array $group, array $agreeing): SheetExplanation
    {
        $shared = $this->features($group[0]);
        foreach (array_slice($group, 1) as $row) {
            $shared = array_intersect_key($shared, $this->features($row));
        }
        $numbers = array_map(static fn(SheetRow $r): int => $r->number, $group);
        $quantities = array_unique(array_map(static fn(SheetRow $r): int => $r->quantity, $group));
        $best = null;
        $least = PHP_INT_MAX;
        foreach ($shared as $key => $feature) {
            $amount = $feature[2];
            $isAmount =
                null !== $amount &&
                !$amount->isZero() &&
                1 === count($quantities) &&
                ($amount->abs()->isEqualTo($difference->abs()) ||
                    $amount->multipliedBy($quantities[0])->abs()->isEqualTo($difference->abs()) ||
                    $amount
                        ->multipliedBy(2 * $quantities[0])
                        ->abs()
                        ->isEqualTo($difference->abs()));
            $rank =
                (isset($agreeing[$key]) ? 2 : 0) + ($isAmount ? 0 : 1) + ($isAmount && isset($agreeing[$key]) ? 1 : 0);
            if ($rank < $least && ($rank < 2 || $isAmount)) {
                [$best, $least] = [$feature, $rank];
            }
        }

        return null === $best
            ? new SheetExplanation($difference, $numbers, null, 'nothing that rows which agree do not have too')
            : new SheetExplanation($difference, $numbers, $best[0], $best[1]);
    }

    /**
     * What a row has that a price can hang on, keyed so that equal features have equal keys.
     *
     * @return array<string, array{string, string, ?BigDecimal}> place, words, amount that it adds to a piece
     */
    private function features(SheetRow $row): array
    {
        $features = [];
        $amounts = [];
        foreach ($this->pricer->quote($row->state, $row->quantity)->ledger as $entry) {
            $amounts[$entry->at] = $entry->amount;
            if (str_starts_with($entry->at, '/charges/')) {
                $features[$entry->at] = [
                    $entry->at,
                    '' === $entry->label ? 'a charge of the setup' : $entry->label,
                    $entry->amount,
                ];
            }
        }
        foreach ($row->state->answers as $index => $answer) {
            $option = $this->setup->options[$index];
            if (null !== $option->charge) {
                $features[$option->at] = [
                    $option->charge->at,
                    'the charge of ' . $option->name(),
                    $amounts[$option->charge->at] ?? null,
                ];
            }
            foreach (is_array($answer) ? $answer : [] as $position) {
                $value = $option->values[$position];
                $features[$value->at] = [
                    null === $value->charge ? $value->at : $value->charge->at,
                    Kind::Flag === $option->kind ? $option->name() : $option->name() . ': ' . $value->label,
                    null === $value->charge ? null : $amounts[$value->charge->at] ?? null,
                ];
            }
        }
        if ($row->quantity > $this->setup->quantity->min) {
            $features['quantity ' . $row->quantity] = ['/quantity', sprintf('%d pieces', $row->quantity), null];
        }

        return $features;
    }
}
