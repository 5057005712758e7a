<?php

declare(strict_types=1);

namespace Ithrel\Core\Answer;

use Ithrel\Core\Setup\Condition\All;
use Ithrel\Core\Setup\Condition\Any;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Condition\Not;
use Ithrel\Core\Setup\Condition\Test;
use Ithrel\Core\Setup\Option;
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
            $condition instanceof Test => $condition->holds($this->asked($condition), $state, $quantity),
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

    private function asked(Test $test): ?Option
    {
        $code = $test->option();

        return null === $code ? null : $this->setup->option($code);
    }
}
