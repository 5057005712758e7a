<?php

declare(strict_types=1);

namespace Ithrel\Core\Answer;

use Ithrel\Core\Setup\Condition\All;
use Ithrel\Core\Setup\Condition\Any;
use Ithrel\Core\Setup\Condition\CompareTest;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Condition\FilledTest;
use Ithrel\Core\Setup\Condition\IsTest;
use Ithrel\Core\Setup\Condition\Not;
use Ithrel\Core\Setup\Condition\PicksTest;
use Ithrel\Core\Setup\Condition\QuantityTest;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Setup;

/**
 * Whether a condition holds in a state. An option that is hidden or unanswered answers no test,
 * and a test of an option, value or kind that is not there is answered as by an unanswered option.
 */
final readonly class Truth
{
    public function __construct(private Setup $setup) {}

    /**
     * @param int|null $quantity pieces, where a quantity test can occur
     */
    public function holds(?Condition $condition, State $state, ?int $quantity = null): bool
    {
        return match (true) {
            null === $condition => true,
            $condition instanceof All => $this->hold($condition->parts, $state, $quantity, true),
            $condition instanceof Any => !$this->hold($condition->parts, $state, $quantity, false),
            $condition instanceof Not => !$this->holds($condition->part, $state, $quantity),
            $condition instanceof IsTest => $this->is($condition, $state),
            $condition instanceof PicksTest => $this->picks($condition, $state),
            $condition instanceof FilledTest => $this->filled($condition, $state),
            $condition instanceof QuantityTest => null !== $quantity &&
                self::isWithin($quantity, $condition->atLeast, $condition->atMost),
            $condition instanceof CompareTest => $this->compares($condition, $state),
        };
    }

    /**
     * Whether all of them hold, or none of them does.
     *
     * @param list<Condition> $parts
     */
    private function hold(array $parts, State $state, ?int $quantity, bool $is): bool
    {
        foreach ($parts as $part) {
            if ($this->holds($part, $state, $quantity) !== $is) {
                return false;
            }
        }

        return true;
    }

    private function picks(PicksTest $test, State $state): bool
    {
        $option = $this->setup->option($test->option);
        $count = Kind::Several === $option?->kind ? count($state->picked($option->index)) : 0;

        return self::isWithin($count, $test->atLeast, $test->atMost);
    }

    private static function isWithin(int $count, ?int $atLeast, ?int $atMost): bool
    {
        return $count >= ($atLeast ?? 0) && (null === $atMost || $count <= $atMost);
    }

    private function filled(FilledTest $test, State $state): bool
    {
        $option = $this->setup->option($test->option);

        return $test->filled === (null !== $option && $state->has($option->index));
    }

    private function is(IsTest $test, State $state): bool
    {
        $option = $this->setup->option($test->option);
        if (is_bool($test->is)) {
            return $test->is === (Kind::Flag === $option?->kind && $state->has($option->index));
        }
        if (null === $option || Kind::Flag === $option->kind) {
            return false;
        }
        foreach ($state->picked($option->index) as $value) {
            if (in_array($option->values[$value]->code, $test->is, true)) {
                return true;
            }
        }

        return false;
    }

    private function compares(CompareTest $test, State $state): bool
    {
        $option = $this->setup->option($test->option);
        if (null === $option || $option->kind !== ($test->ofDays ? Kind::Date : Kind::Number)) {
            return false;
        }
        $number = $state->input($option->index)?->number;

        return null !== $number &&
            (null === $test->atLeast || $number->isGreaterThanOrEqualTo($test->atLeast)) &&
            (null === $test->atMost || $number->isLessThanOrEqualTo($test->atMost)) &&
            (null === $test->above || $number->isGreaterThan($test->above)) &&
            (null === $test->below || $number->isLessThan($test->below));
    }
}
