<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

use Ithrel\Core\Answer\Page;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\Truth;
use Ithrel\Core\Setup\Condition\All;
use Ithrel\Core\Setup\Condition\Any;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Condition\IsTest;
use Ithrel\Core\Setup\Condition\Not;
use Ithrel\Core\Setup\Condition\Test;

/**
 * States in which each part of a condition decides by itself.
 *
 * For a condition and each likely misreading of it (any part where all are asked; one test the other way round; a
 * value of the same code in another option) a state is looked for in which the two do not agree. That each test has
 * to decide alone is the modified condition/decision coverage that RTCA DO-178C (2011) asks of flight software.
 */
final readonly class Decisions
{
    /** States looked at for one misreading. */
    private const LOOKS = 1_500;

    private Truth $truth;

    /**
     * @param list<State> $states complete and selectable, to start from
     * @param array<int, list<\Ithrel\Core\Limit\Input>> $samples of inputs
     */
    public function __construct(private Page $page, private Steps $steps, private array $states, private array $samples)
    {
        $this->truth = new Truth($page->setup);
    }

    /**
     * @param \Closure(State): ?State $use what is made of a state that tells the two apart; null where it is of no use
     *
     * @return list<State> as few as tell the condition from all its misreadings, where some near the given states do
     */
    public function of(Condition $condition, \Closure $use): array
    {
        $found = [];
        foreach ($this->misreadings($condition) as $misread) {
            $differ = fn(State $s): bool => $this->truth->holds($condition, $s) !== $this->truth->holds($misread, $s);
            if ([] !== array_filter($found, $differ)) {
                continue;
            }
            $looks = 0;
            foreach ($this->near($condition, $misread) as $state) {
                if (++$looks > self::LOOKS) {
                    break;
                }
                $used = $differ($state) ? $use($state) : null;
                if (null !== $used && $differ($used)) {
                    $found[] = $used;
                    break;
                }
            }
        }

        return $found;
    }

    /**
     * @return list<Condition>
     */
    private function misreadings(Condition $condition): array
    {
        // Always and never, so that it is seen to hold and not to hold.
        $misreadings = [new All($condition->at(), []), new Any($condition->at(), []), $this->anyForAll($condition)];
        foreach ($condition->tests() as $test) {
            $misreadings[] = $this->replaced($condition, $test, new Not($test->at(), $test));
            if ($test instanceof IsTest && is_array($test->is)) {
                $same = $this->sameCodes($test, $test->is);
                if ([] !== $same) {
                    $misreadings[] = $this->replaced($condition, $test, new Any($test->at, [$test, ...$same]));
                }
            }
        }

        return $misreadings;
    }

    private function anyForAll(Condition $condition): Condition
    {
        return match (true) {
            $condition instanceof All, $condition instanceof Any => new Any(
                $condition->at,
                array_map($this->anyForAll(...), $condition->parts),
            ),
            $condition instanceof Not => new Not($condition->at, $this->anyForAll($condition->part)),
            default => $condition,
        };
    }

    private function replaced(Condition $condition, Test $test, Condition $with): Condition
    {
        $each = fn(Condition $part): Condition => $this->replaced($part, $test, $with);

        return match (true) {
            $condition === $test => $with,
            $condition instanceof All => new All($condition->at, array_map($each, $condition->parts)),
            $condition instanceof Any => new Any($condition->at, array_map($each, $condition->parts)),
            $condition instanceof Not => new Not($condition->at, $each($condition->part)),
            default => $condition,
        };
    }

    /**
     * The same test asked of other options that have values of these codes, whatever their case.
     *
     * @param list<string> $codes
     *
     * @return list<IsTest>
     */
    private function sameCodes(IsTest $test, array $codes): array
    {
        $wanted = array_map(strtolower(...), $codes);
        $tests = [];
        foreach ($this->page->setup->options as $option) {
            $same = [];
            foreach ($option->values as $value) {
                if (
                    in_array(strtolower($value->code), $wanted, true) &&
                    ($option->code !== $test->option || !in_array($value->code, $codes, true))
                ) {
                    $same[] = $value->code;
                }
            }
            if ([] !== $same) {
                $tests[] = new IsTest($test->at, $option->code, $same);
            }
        }

        return $tests;
    }

    /**
     * The given states, those one answer away, and those two away.
     *
     * @return iterable<State>
     */
    private function near(Condition $condition, Condition $misread): iterable
    {
        yield from $this->states;
        $asked = array_values(
            array_unique([
                ...$this->page->dependencies->optionsIn($condition),
                ...$this->page->dependencies->optionsIn($misread),
            ]),
        );
        $start = array_slice($this->states, 0, 40);
        foreach ([1, 2] as $ignored) {
            $next = [];
            foreach ($start as $state) {
                foreach ($asked as $index) {
                    foreach ($this->changed($state, $index) as $after) {
                        if (!isset($next[$after->key()])) {
                            $next[$after->key()] = $after;
                            yield $after;
                        }
                    }
                }
            }
            $start = array_slice(array_values($next), 0, 200);
        }
    }

    /**
     * @return iterable<State>
     */
    private function changed(State $state, int $index): iterable
    {
        $option = $this->page->setup->options[$index];
        if (!$this->page->isShown($option, $state)) {
            return;
        }
        foreach (
            $option->kind->isInput() ? [...$this->samples[$index] ?? [], null] : $this->page->answers($option, $state)
            as $answer
        ) {
            yield $this->steps->click($state, $index, $answer);
        }
    }
}
