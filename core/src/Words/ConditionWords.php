<?php

declare(strict_types=1);

namespace Ithrel\Core\Words;

use Brick\Math\BigDecimal;
use Ithrel\Core\Price\Amount;
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
use Ithrel\Core\Setup\Today;

/**
 * A condition as a tester says it: "Size is Small or Medium, and Width is at least 40 cm".
 */
final readonly class ConditionWords
{
    public function __construct(private Setup $setup) {}

    public function of(Condition $condition, bool $nested = false): string
    {
        return match (true) {
            $condition instanceof All => $this->joined($condition->parts, ' and ', 'always', $nested),
            $condition instanceof Any => $this->joined($condition->parts, ' or ', 'never', $nested),
            $condition instanceof Not => 'not (' . $this->of($condition->part) . ')',
            $condition instanceof IsTest => $this->is($condition),
            $condition instanceof PicksTest => $this->name($condition->option) .
                ' has ' .
                self::range($condition->atLeast, $condition->atMost) .
                ' picks',
            $condition instanceof FilledTest => $this->name($condition->option) .
                ($condition->filled ? ' is answered' : ' is not answered'),
            $condition instanceof QuantityTest => self::range($condition->atLeast, $condition->atMost) .
                ' pieces are bought',
            $condition instanceof CompareTest => $this->compare($condition),
        };
    }

    /**
     * @param list<Condition> $parts
     */
    private function joined(array $parts, string $word, string $without, bool $nested): string
    {
        $isSeveral = count($parts) > 1;
        $words = implode($word, array_map(fn(Condition $c): string => $this->of($c, $isSeveral), $parts));

        return match (true) {
            [] === $parts => $without,
            $nested && $isSeveral => '(' . $words . ')',
            default => $words,
        };
    }

    private function is(IsTest $test): string
    {
        if (is_bool($test->is)) {
            return $this->name($test->option) . ($test->is ? ' is yes' : ' is not yes');
        }
        $option = $this->setup->option($test->option);
        $labels = array_map(
            static fn(string $code): string => $option?->value($code)->label ?? '"' . $code . '"',
            $test->is,
        );

        return $this->name($test->option) .
            (Kind::Several === $option?->kind ? ' has ' : ' is ') .
            implode(' or ', $labels);
    }

    private function compare(CompareTest $test): string
    {
        $unit = $this->setup->option($test->option)?->number?->unit;
        $parts = [];
        foreach (
            ['at least' => $test->atLeast, 'at most' => $test->atMost, 'above' => $test->above, 'below' => $test->below]
            as $word => $bound
        ) {
            if (null !== $bound) {
                $parts[] =
                    ($test->ofDays
                        ? str_replace(
                            ['at least', 'at most', 'above', 'below'],
                            ['from', 'until', 'after', 'before'],
                            $word,
                        )
                        : $word) .
                    ' ' .
                    self::bound($bound, $test->ofDays) .
                    (null === $unit ? '' : ' ' . $unit);
            }
        }

        return $this->name($test->option) . ' is ' . implode(' and ', $parts);
    }

    private static function bound(BigDecimal $bound, bool $isDay): string
    {
        return $isDay ? Today::isoOf($bound->toInt()) : Amount::plain($bound);
    }

    private static function range(?int $from, ?int $to): string
    {
        return match (true) {
            null !== $from && null !== $to => $from === $to ? 'exactly ' . $from : $from . ' to ' . $to,
            null !== $to => 'at most ' . $to,
            default => 'at least ' . ($from ?? 0),
        };
    }

    private function name(string $code): string
    {
        return $this->setup->option($code)?->name() ?? '"' . $code . '"';
    }
}
