<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Work\Budget;

/**
 * Makes the plan of a setup: what the rules ask for, in few checks. Two rules that come to the same steps and the same
 * expectations share one check.
 */
final class Planner
{
    /** @var list<Check> */
    private array $checks = [];

    private function __construct(private readonly CheckMaker $maker) {}

    /**
     * What does not fit into the budget that is set is left out, and said.
     *
     * @param array<string, list<string>> $given option => texts that a tester gave as fitting its pattern
     * @param (\Closure(\Closure(): void): bool)|null $spend does a part and says whether it was done; as Budget::half
     *                                                       does
     *
     * @throws TooLarge where the setup is too large to be counted
     */
    public static function plan(Reach $reach, array $given = [], ?\Closure $spend = null): Plan
    {
        $spend ??= Budget::half(...);
        $planner = new self(new CheckMaker($reach, $given));
        $pairs = new Rule\Pairs();
        $leftOut = [];
        if (!$spend(static fn() => $planner->follow($pairs))) {
            // The cover may have been found and not yet made into checks.
            $planner->checks = $planner->maker->states = [];
            $pairs = null;
            $leftOut[] = 'each two values that can meet (some combinations stand in for them)';
            $spend(static fn() => $planner->follow(new Rule\SomeCombinations()));
        }
        foreach (Purpose::RULES as $class) {
            $rule = new $class();
            if (!$spend(static fn() => $planner->follow($rule))) {
                $leftOut[] = $rule->words();
            }
            array_push($leftOut, ...$rule instanceof SaysWhatIsLeft ? $rule->left() : []);
        }
        $cover = $pairs?->cover;

        $plan = new Plan(
            self::merged($planner->checks),
            $cover->pairs ?? 0,
            $cover->lowerBound ?? 0,
            count($cover->combinations ?? []),
            $leftOut,
        );
        if (!$plan->buysNothing() || 0 === gmp_sign($reach->selectable())) {
            return $plan;
        }

        return new Plan($plan->checks, $plan->pairs, $plan->lowerBound, $plan->combinations, [
            ...$leftOut,
            'anything that is bought, as no answers are known that fit all that is required',
        ]);
    }

    private function follow(Rule $rule): void
    {
        foreach ($rule->checks($this->maker) as $check) {
            Budget::ask();
            $this->checks[] = $check;
        }
    }

    /**
     * @param list<Check> $checks
     *
     * @return list<Check> with numbers, each once
     */
    private static function merged(array $checks): array
    {
        $merged = [];
        foreach ($checks as $check) {
            $print = $check->print();
            $merged[$print] = isset($merged[$print]) ? $merged[$print]->and($check) : $check;
        }

        return array_map(
            static fn(int $i, Check $check): Check => $check->numbered($i + 1),
            array_keys(array_values($merged)),
            array_values($merged),
        );
    }
}
