<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding;

use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Work\Budget;

/**
 * The analyses in the order in which their findings are told.
 */
final class Passes
{
    /**
     * @return list<Pass>
     */
    public static function all(): array
    {
        return [
            new Pass\TooLargeToKnow(),
            new Pass\UnknownReferences(),
            new Pass\NothingSelectable(),
            new Pass\DeadOptionsAndValues(),
            new Pass\Circles(),
            new Pass\WrongSales(),
            new Pass\DeadEnds(),
            new Pass\IdleRows(),
            new Pass\IdleConditions(),
            new Pass\LooseBranches(),
            new Pass\ForwardConditions(),
            new Pass\Defaults(),
            new Pass\Twins(),
            new Pass\Rows(),
            new Pass\OddSiblings(),
            new Pass\OddRowPrices(),
            new Pass\ImpossibleLimits(),
            new Pass\OpenLimits(),
            new Pass\ThinPlan(),
            new Pass\PriceCaptions(),
            new Pass\LimitCaptions(),
            new Pass\Prices(),
            new Pass\BelowCost(),
            new Pass\Bases(),
            new Pass\Formulas(),
            new Pass\UnitChoices(),
            new Pass\RequiredMarks(),
            new Pass\Carried(),
            new Pass\Places(),
            new Pass\CrowdedPlaces(),
            new Pass\ScopeOfSetup(),
        ];
    }

    /**
     * @return list<Finding>
     */
    public static function run(Reach $reach): array
    {
        $findings = [];
        foreach (self::all() as $pass) {
            Budget::ask();
            try {
                foreach ($pass->find($reach) as $finding) {
                    $findings[] = $finding;
                }
            } catch (TooLarge) {
                // What it needs to know is beyond the bounds; the pass TooLargeToKnow says so.
            }
        }

        return $findings;
    }
}
