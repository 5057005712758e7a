<?php

declare(strict_types=1);

namespace Ithrel\Core\Words;

use Ithrel\Core\Setup\Condition\All;
use Ithrel\Core\Setup\Condition\Any;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Condition\Not;
use Ithrel\Core\Setup\Condition\Test;
use Ithrel\Core\Setup\Option;

/**
 * A condition as a tester says it: "Size is Small or Medium, and Width is at least 40 cm".
 */
final readonly class ConditionWords
{
    /** @var array<array-key, Option> by code */
    private array $options;

    /**
     * @param list<Option> $options that are asked
     */
    public function __construct(array $options)
    {
        $this->options = array_column($options, null, 'code');
    }

    public function of(Condition $condition, bool $nested = false): string
    {
        return match (true) {
            $condition instanceof All => $this->joined($condition->parts, ' and ', 'always', $nested),
            $condition instanceof Any => $this->joined($condition->parts, ' or ', 'never', $nested),
            $condition instanceof Not => 'not (' . $this->of($condition->part) . ')',
            $condition instanceof Test => $this->test($condition),
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

    private function test(Test $test): string
    {
        $code = $test->option() ?? '';
        $option = $this->options[$code] ?? null;

        return $test->words($option, $option?->name() ?? '"' . $code . '"');
    }
}
