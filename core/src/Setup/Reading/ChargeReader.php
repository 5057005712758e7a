<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Reading;

use Brick\Math\BigDecimal;
use Ithrel\Core\Formula\Formula;
use Ithrel\Core\Formula\FormulaError;
use Ithrel\Core\Setup\Charge\Charge;
use Ithrel\Core\Setup\Charge\CountedCharge;
use Ithrel\Core\Setup\Charge\FixedCharge;
use Ithrel\Core\Setup\Charge\FormulaCharge;
use Ithrel\Core\Setup\Charge\PercentCharge;
use Ithrel\Core\Setup\Charge\ReplaceCharge;
use Ithrel\Core\Setup\Charge\TierCharge;
use Ithrel\Core\Setup\Place;

/**
 * Reads charges.
 */
final readonly class ChargeReader
{
    public function __construct(private Reading $reading) {}

    public function read(Place|string|int $charge, string $at): Charge
    {
        if (!($charge instanceof Place)) {
            return new FixedCharge($at, false, BigDecimal::of($charge));
        }
        $perLine = 'line' === $charge->text('per', 'unit');
        $zero = BigDecimal::zero();
        $amount = $this->level($charge, 'amount') ?? ($charge->decimal('amount') ?? $zero);
        switch ($charge->text('how')) {
            case 'percent':
                return new PercentCharge(
                    $at,
                    $perLine,
                    $charge->decimal('rate') ?? $zero,
                    'running' === $charge->text('of', 'base'),
                    $this->level($charge, 'of'),
                );
            case 'per-character':
                return new CountedCharge(
                    $at,
                    $perLine,
                    'per-character',
                    $amount,
                    $charge->whole('free') ?? 0,
                    $charge->flag('skipSpaces'),
                );
            case 'per-file':
                return new CountedCharge($at, $perLine, 'per-file', $amount, $charge->whole('free') ?? 0, false);
            case 'per-pick':
                return new CountedCharge($at, $perLine, 'per-pick', $amount, $charge->whole('free') ?? 0, false);
            case 'tiers':
                return new TierCharge($at, $this->tiers($charge));
            case 'replace':
                return new ReplaceCharge($at, false, $amount);
            case 'formula':
                try {
                    return new FormulaCharge(
                        $at,
                        $perLine,
                        Formula::parse($charge->text('expr')),
                        $charge->decimal('min'),
                        $charge->decimal('max'),
                    );
                } catch (FormulaError $e) {
                    $this->reading->problem($at . '/expr', $e->getMessage());
                }
        }

        return new FixedCharge($at, $perLine, $amount);
    }

    /**
     * @return array<int, FixedCharge|PercentCharge>
     */
    private function tiers(Place $charge): array
    {
        $steps = [];
        $last = 0;
        foreach ($charge->objects('steps') as $step) {
            $from = $step->whole('from') ?? 1;
            if ($from <= $last) {
                $this->reading->problem($step->at('from'), sprintf('Steps rise: this one has to be above %d.', $last));
            }
            $last = max($last, $from);
            $rate = $step->decimal('rate');
            $amount = $this->level($step, 'amount') ?? ($step->decimal('amount') ?? BigDecimal::zero());
            $steps[$from] =
                null === $rate
                    ? new FixedCharge($charge->at, false, $amount)
                    : new PercentCharge($charge->at, false, $rate, false);
        }
        ksort($steps);

        return $steps;
    }

    /** The amount of a price level that is named in the place of an amount, or of a basis; null where none is. */
    private function level(Place $charge, string $key): ?BigDecimal
    {
        $text = $charge->text($key);
        if (!str_starts_with($text, 'level:')) {
            return null;
        }
        $level = $this->reading->levels->amount(substr($text, 6));
        if (null === $level) {
            $this->reading->problem($charge->at($key), sprintf('There is no price level "%s".', substr($text, 6)));
        }

        return $level ?? BigDecimal::zero();
    }
}
