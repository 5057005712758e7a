<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Boundary\QuantityCandidates;
use Ithrel\Core\Limit\Candidates;
use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;

/**
 * Quantities at the edges of the boundary sheet and of every charge that asks for one; each charge once a line with
 * more than one piece; a total of four digits before the point; more than one piece by express.
 */
final class Quantities implements Rule
{
    private const MOST_PIECES = 10_000;

    public function words(): string
    {
        return 'quantities';
    }

    public function checks(CheckMaker $maker): iterable
    {
        $state = $maker->states[0] ?? null;
        if (null === $state) {
            return;
        }
        $edges = new Candidates();
        (new QuantityCandidates($maker->rule()))->into($edges);
        $quantities = [];
        foreach ($edges->edges() as [$quantity]) {
            $quantities[] = (int) $quantity;
        }
        array_push($quantities, ...$maker->reach->setup->quantityMarks());
        foreach (array_unique($quantities) as $quantity) {
            yield from array_filter([
                $maker->any(
                    Purpose::Quantity,
                    sprintf(1 === $quantity ? '%d piece' : '%d pieces', $quantity),
                    ['/quantity'],
                    $state,
                    'quantity',
                    $quantity,
                ),
            ]);
        }
        $more = $maker->rule()->min + $maker->rule()->step;
        if ($maker->rule()->allows($more)) {
            yield from array_filter([
                $maker->sale(
                    Purpose::Quantity,
                    sprintf('%d pieces by the express route', $more),
                    ['/quantity'],
                    $state,
                    $more,
                    'express',
                ),
            ]);
            yield from $this->onceALine($maker, $more);
        }
        yield from $this->thousands($maker, $state);
    }

    /**
     * @return iterable<\Ithrel\Core\Plan\Check>
     */
    private function onceALine(CheckMaker $maker, int $quantity): iterable
    {
        $met = [];
        foreach ($maker->states as $state) {
            foreach ($maker->appraised($state, $quantity)->quote->ledger as $entry) {
                if ($entry->perLine && !isset($met[$entry->at])) {
                    $met[$entry->at] = true;
                    yield from array_filter([
                        $maker->sale(
                            Purpose::Quantity,
                            sprintf('%s once a line, with %d pieces', $entry->label, $quantity),
                            [$entry->at],
                            $state,
                            $quantity,
                        ),
                    ]);
                }
            }
        }
    }

    /**
     * A shop that writes 1,234.50 may read it as 1.
     *
     * @return iterable<\Ithrel\Core\Plan\Check>
     */
    private function thousands(CheckMaker $maker, State $state): iterable
    {
        $unit = $maker->appraised($state)->quote->unitPrice;
        if (null === $unit || !$unit->isPositive() || $unit->isGreaterThanOrEqualTo(1_000)) {
            return;
        }
        $rule = $maker->rule();
        for (
            $quantity = $rule->min;
            $quantity <= min($rule->max ?? self::MOST_PIECES, self::MOST_PIECES);
            $quantity += $rule->step
        ) {
            // Pieces may cost less together, so that the total itself is asked.
            $total = $unit->multipliedBy($quantity)->isGreaterThanOrEqualTo(1_000)
                ? $maker->appraised($state, $quantity)->quote->total
                : null;
            if (true === $total?->isGreaterThanOrEqualTo(1_000)) {
                yield from array_filter([
                    $maker->sale(
                        Purpose::Quantity,
                        sprintf('%d pieces, a total of four digits before the point', $quantity),
                        ['/quantity'],
                        $state,
                        $quantity,
                    ),
                ]);

                return;
            }
        }
    }
}
