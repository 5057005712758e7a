<?php

declare(strict_types=1);

namespace Ithrel\Core\Answer;

use Brick\Math\BigDecimal;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Limit\Type\Ordered;
use Ithrel\Core\Setup\Condition\Test;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * The classes of permitted input of an option: inputs that agree on all of the option's tests in the
 * document's conditions are one class, told by its least member found.
 */
final readonly class InputClasses
{
    public function __construct(private Setup $setup) {}

    /**
     * @param list<Test> $tests every test of this option in the document
     *
     * @return list<Input> one member of each class; none where the limits leave no answer
     */
    public function of(Option $option, array $tests): array
    {
        $type = $option->type;
        if ($type instanceof Ordered) {
            return $this->compared($option, $type, $tests);
        }
        $ordinary = $type?->ordinary($this->setup->today->day);

        return null === $ordinary ? [] : [$ordinary];
    }

    /**
     * @param list<Test> $tests
     *
     * @return list<Input>
     */
    private function compared(Option $option, Ordered $type, array $tests): array
    {
        /** @var array<string, BigDecimal> $marks bounds at which some test changes */
        $marks = [];
        foreach ($tests as $test) {
            foreach ($test->fits($option) ? $test->marks() : [] as $mark) {
                $marks[(string) $mark->strippedOfTrailingZeros()] = $mark;
            }
        }
        usort($marks, static fn(BigDecimal $a, BigDecimal $b): int => $a->compareTo($b));
        $truth = new Truth($this->setup);
        $classes = [];
        $low = null;
        foreach ([...$marks, null] as $mark) {
            foreach (
                null === $mark ? [[$low, null, false]] : [[$low, $mark, false], [$mark, $mark, true]]
                as [$from, $to, $point]
            ) {
                $input = $type->between($from, $point, $to, $point, $this->setup->today->day);
                if (null !== $input) {
                    $state = new State([$option->index => $input]);
                    $classes[
                        implode(
                            '',
                            array_map(
                                static fn(Test $test): string => $truth->holds($test, $state) ? '1' : '0',
                                $tests,
                            ),
                        )
                    ] ??= $input;
                }
            }
            $low = $mark;
        }

        return array_values($classes);
    }
}
