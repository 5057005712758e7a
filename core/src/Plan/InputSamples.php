<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\Page;
use Ithrel\Core\Limit\GivenFile;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Limit\InputCheck;
use Ithrel\Core\Limit\NumberSet;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * Ordinary answers for inputs, such as a careful tester types: with an accent, an ampersand, a quote where they are
 * taken; long enough to show when something is cut off; a number that is not round. One of each class at least.
 */
final readonly class InputSamples
{
    private const TEXTS = ['Für Ada & Léo "M"', 'Ada & Leo <3 M', 'Ada and Leo', 'AdaLeo', '20301207', 'A', '7'];

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
                        ...self::telling($option),
                        ...$page->inputs[$option->index],
                    ],
                    $option,
                );
            }
        }

        return $samples;
    }

    /**
     * @return list<Input>
     */
    private static function telling(Option $option): array
    {
        if (null !== $option->number) {
            $set = NumberSet::of($option->number);
            $min = $option->number->min ?? BigDecimal::zero();
            $max = $option->number->max ?? $min->plus(100);
            $third = $set->near($min->plus($max->minus($min)->multipliedBy('0.37')));

            return null === $third ? [] : [Input::number($third)];
        }
        if (null !== $option->text) {
            $texts = self::TEXTS;
            $least = $option->text->min ?? 0;
            foreach (['Ada', '7'] as $filler) {
                $texts[] = mb_substr(str_repeat($filler, $least + 1), 0, max(1, $least));
            }
            if (null !== $option->text->max) {
                $texts[] = mb_substr('Für Ada & Léo', 0, max(1, $option->text->max));
            }

            return array_map(Input::text(...), [...$texts, ...$option->text->pattern?->samples() ?? []]);
        }
        if (null !== $option->file) {
            $type = $option->file->types[0] ?? 'image/png';
            $file = static fn(int $n): GivenFile => new GivenFile(
                'lamp-' . $n . '.png',
                str_ends_with($type, '/*') ? substr($type, 0, -1) . 'png' : $type,
                min(120_000, $option->file->maxBytes ?? 120_000),
                max(800, $option->file->minWidth ?? 0),
                max(600, $option->file->minHeight ?? 0),
            );

            return [
                Input::files(array_map($file, range(1, max(2, $option->file->minFiles ?? 1)))),
                Input::files([$file(1)]),
            ];
        }

        return null === $option->colour
            ? []
            : array_map(Input::text(...), array_slice($option->colour->colours ?? ['#1f5c8a', '#000000'], 0, 2));
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
