<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

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
}
