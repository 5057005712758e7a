<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

use Brick\Math\BigDecimal;

/**
 * What a piece costs more or less from certain quantities on: the last step that the quantity reaches holds for every
 * piece (common practice, no source).
 */
final readonly class TierCharge extends Charge
{
    /**
     * @param array<int, FixedCharge|PercentCharge> $steps quantity from which it holds => what it adds; rising
     */
    public function __construct(string $at, public array $steps)
    {
        parent::__construct($at, false);
    }

    public function how(): string
    {
        return 'tiers';
    }

    /** The step that holds for a quantity; null where none is reached. */
    public function step(int $quantity): FixedCharge|PercentCharge|null
    {
        $reached = null;
        foreach ($this->steps as $from => $step) {
            if ($from > $quantity) {
                break;
            }
            $reached = $step;
        }

        return $reached;
    }

    public function workings(Circumstances $in): ?Workings
    {
        $step = $this->step($in->quantity());

        return null === $step ? new Workings(BigDecimal::zero()) : $step->workings($in);
    }

    public function least(BigDecimal $base): ?BigDecimal
    {
        $least = BigDecimal::zero();
        foreach ($this->steps as $step) {
            $own = $step->least($base);
            if (null === $own) {
                return null;
            }
            $least = BigDecimal::min($least, $own);
        }

        return $least;
    }

    public function setsBase(): ?BigDecimal
    {
        return null;
    }

    public function asksBase(): bool
    {
        return [] !== array_filter($this->steps, static fn(Charge $step): bool => $step->asksBase());
    }

    public function asksRunning(): bool
    {
        return false;
    }

    public function asksOptions(): array
    {
        return [];
    }

    public function told(): null
    {
        return null;
    }
}
