<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

use Ithrel\Core\Answer\InputCheck;
use Ithrel\Core\Answer\Page;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * Ordinary answers for inputs, such as a careful tester types: with an accent, an ampersand, a quote where they are
 * taken; long enough to show when something is cut off; a number that is not round. One of each class at least.
 */
final readonly class InputSamples
{
    /**
     * @param array<string, list<string>> $given option => texts that a tester gave
     *
     * @return array<int, list<Input>> option => answers, the most telling first
     */
    public static function of(Page $page, array $given = []): array
    {
        $samples = [];
        foreach ($page->setup->options as $option) {
            if ($option->kind->isInput()) {
                $samples[$option->index] = self::distinct(
                    [
                        ...array_map(Input::text(...), $given[$option->code] ?? []),
                        ...$option->type?->samples() ?? [],
                        ...$page->inputs[$option->index],
                    ],
                    $option,
                );
            }
        }

        return $samples;
    }

    /**
     * @param list<Input> $inputs
     *
     * @return list<Input> those that the limits let through, each once
     */
    private static function distinct(array $inputs, Option $option): array
    {
        $check = new InputCheck();
        $distinct = [];
        foreach ($inputs as $input) {
            // What stands for "filled" in counting need not keep a pattern; what is typed has to.
            if ([] === $check->problems($option, $input) && (Kind::File !== $option->kind || '' !== $input->text)) {
                $distinct[$input->text] ??= $input;
            }
        }

        return array_values($distinct);
    }
}
