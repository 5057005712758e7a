<?php

declare(strict_types=1);

namespace Ithrel\Core\Answer;

use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Condition\Test;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * Which option depends on which: on every one that its shownWhen, or the allowedWhen of one of its
 * values (hidden ones too), tests. Computed once a setup.
 */
final class Dependencies
{
    /** @var list<list<int>> for each option the options it depends on, in display order */
    public readonly array $of;

    /** @var list<list<int>> circles: each a largest set of options that all depend on one another, in display order */
    public readonly array $circles;

    /** @var list<int> options in walk order */
    public readonly array $walk;

    /** @var array<int, int> option in a circle => number of its circle */
    public readonly array $circleOf;

    /** @var array<int, list<Test>>|null by option */
    private ?array $tests = null;

    public function __construct(private readonly Setup $setup)
    {
        $of = [];
        foreach ($setup->options as $option) {
            $on = [];
            foreach ($this->conditionsOf($option) as $condition) {
                foreach ($this->optionsIn($condition) as $index) {
                    $on[$index] = $index;
                }
            }
            sort($on);
            $of[] = $on;
        }
        $this->of = $of;
        $component = self::components($of);
        $members = [];
        foreach ($component as $option => $number) {
            $members[$number][] = $option;
        }
        $circles = [];
        $circleOf = [];
        ksort($component);
        foreach ($component as $option => $number) {
            if (
                isset($circleOf[$option]) ||
                (1 === count($members[$number]) && !in_array($option, $of[$option], true))
            ) {
                continue;
            }
            sort($members[$number]);
            foreach ($members[$number] as $member) {
                $circleOf[$member] = count($circles);
            }
            $circles[] = $members[$number];
        }
        $this->circles = $circles;
        $this->circleOf = $circleOf;
        $this->walk = $this->walkOrder();
    }

    /**
     * The conditions that decide whether an option is shown and what is allowed in it.
     *
     * @return list<Condition>
     */
    public function conditionsOf(Option $option): array
    {
        $conditions = null === $option->shownWhen ? [] : [$option->shownWhen];
        foreach ($option->values as $value) {
            if (null !== $value->allowedWhen) {
                $conditions[] = $value->allowedWhen;
            }
        }

        return $conditions;
    }

    /**
     * Positions of the options that exist and that a condition tests.
     *
     * @return list<int>
     */
    public function optionsIn(Condition $condition): array
    {
        $found = [];
        foreach ($condition->tests() as $test) {
            $option = null === $test->option() ? null : $this->setup->option($test->option());
            if (null !== $option) {
                $found[$option->index] = $option->index;
            }
        }

        return array_values($found);
    }

    /**
     * Every test of the document, by the option it asks.
     *
     * @return array<int, list<Test>>
     */
    public function testsByOption(): array
    {
        return $this->tests ??= $this->gatherTests();
    }

    /**
     * @return array<int, list<Test>>
     */
    private function gatherTests(): array
    {
        $conditions = [];
        foreach ($this->setup->options as $option) {
            array_push($conditions, ...$this->conditionsOf($option));
        }
        foreach ($this->setup->guards as $guard) {
            array_push($conditions, ...array_filter([$guard->never, $guard->always]));
        }
        foreach ($this->setup->charges as $charge) {
            array_push($conditions, ...array_filter([$charge->when]));
        }
        $tests = [];
        foreach ($conditions as $condition) {
            foreach ($condition->tests() as $test) {
                $option = null === $test->option() ? null : $this->setup->option($test->option());
                if (null !== $option) {
                    $tests[$option->index][] = $test;
                }
            }
        }

        return $tests;
    }

    /**
     * Choices whose shownWhen, or an allowedWhen of theirs, tests one of some inputs.
     *
     * @param list<int> $inputs
     *
     * @return list<int>
     */
    public function choicesAsking(array $inputs): array
    {
        $choices = [];
        foreach ($this->of as $option => $on) {
            if ($this->setup->options[$option]->kind->isChoice() && [] !== array_intersect($on, $inputs)) {
                $choices[] = $option;
            }
        }

        return $choices;
    }

    /**
     * Positions of the options that some shownWhen or allowedWhen tests.
     *
     * @return array<int, true>
     */
    public function asked(): array
    {
        $asked = [];
        foreach ($this->of as $on) {
            foreach ($on as $index) {
                $asked[$index] = true;
            }
        }

        return $asked;
    }

    /**
     * Again and again the first option in display order whose dependencies outside its circle are all taken.
     *
     * @return list<int>
     */
    private function walkOrder(): array
    {
        $waitsFor = [];
        $waiting = [];
        foreach ($this->of as $option => $on) {
            $outside = array_filter(
                $on,
                fn(int $other): bool => !isset($this->circleOf[$option], $this->circleOf[$other]) ||
                    $this->circleOf[$option] !== $this->circleOf[$other],
            );
            $waitsFor[$option] = count($outside);
            foreach ($outside as $other) {
                $waiting[$other][] = $option;
            }
        }
        $ready = new \SplMinHeap();
        foreach ($waitsFor as $option => $count) {
            if (0 === $count) {
                $ready->insert($option);
            }
        }
        $walk = [];
        while (!$ready->isEmpty()) {
            /** @var int $option */
            $option = $ready->extract();
            $walk[] = $option;
            foreach ($waiting[$option] ?? [] as $next) {
                if (0 === --$waitsFor[$next]) {
                    $ready->insert($next);
                }
            }
        }

        return $walk;
    }

    /**
     * Strongly connected components (Tarjan 1972), without recursion.
     *
     * @param list<list<int>> $of
     *
     * @return array<int, int> option => component
     */
    private static function components(array $of): array
    {
        $index = $low = $component = $onStack = [];
        $stack = [];
        $next = 0;
        foreach (array_keys($of) as $root) {
            if (isset($index[$root])) {
                continue;
            }
            $calls = [[$root, 0]];
            while ([] !== $calls) {
                [$node, $edge] = array_pop($calls);
                if (0 === $edge) {
                    $index[$node] = $low[$node] = $next++;
                    $stack[] = $node;
                    $onStack[$node] = true;
                } else {
                    $low[$node] = min($low[$node], $low[$of[$node][$edge - 1]]);
                }
                $descended = false;
                for ($count = count($of[$node]); $edge < $count; ++$edge) {
                    $to = $of[$node][$edge];
                    if (!isset($index[$to])) {
                        $calls[] = [$node, $edge + 1];
                        $calls[] = [$to, 0];
                        $descended = true;
                        break;
                    }
                    if (isset($onStack[$to])) {
                        $low[$node] = min($low[$node], $index[$to]);
                    }
                }
                if (!$descended && $low[$node] === $index[$node]) {
                    do {
                        /** @var int $member */
                        $member = array_pop($stack);
                        unset($onStack[$member]);
                        $component[$member] = $node;
                    } while ($member !== $node);
                }
            }
        }

        return $component;
    }
}
