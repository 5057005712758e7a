<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis\Source;

use Ithrel\Core\Diagnosis\Deviation;
use Ithrel\Core\Diagnosis\Evidence;
use Ithrel\Core\Diagnosis\FigureLeaves;
use Ithrel\Core\Diagnosis\Source;

/**
 * What is on offer: stock, what is kept for later, defaults, and what has to be answered.
 *
 * @phpstan-import-type Path from \Ithrel\Core\Diagnosis\DocumentTree
 */
final class Offers implements Source
{
    public function of(Evidence $evidence): iterable
    {
        $tree = $evidence->tree;
        foreach ($tree->positions(['options']) as $i) {
            $option = ['options', $i];
            yield from self::turned($evidence, [...$option, 'required'], 'it were required', 'it were not required');
            if ('flag' === $tree->at([...$option, 'kind'])) {
                yield from self::turned(
                    $evidence,
                    [...$option, 'default'],
                    'it were ticked as the page opens',
                    'it were not ticked as the page opens',
                );
            } elseif (null !== $tree->at([...$option, 'default'])) {
                yield Deviation::leftOut(
                    FigureLeaves::pointer([...$option, 'default']),
                    [...$option, 'default'],
                    'it had no default',
                );
            }
            $defaults = array_values(
                array_filter(
                    $tree->positions([...$option, 'values']),
                    static fn(int $j): bool => true === $tree->at([...$option, 'values', $j, 'default']),
                ),
            );
            foreach ($tree->positions([...$option, 'values']) as $j) {
                yield from $this->value($evidence, [...$option, 'values', $j], $defaults);
            }
        }
        yield from $this->hiddenOnes($evidence);
        foreach ([['item'], ...FigureLeaves::rows($tree), ...FigureLeaves::parts($tree)] as $owner) {
            yield from $this->stock($evidence, $owner);
        }
        foreach (FigureLeaves::rows($tree) as $row) {
            yield Deviation::leftOut(FigureLeaves::pointer($row), $row, 'there were no such row');
        }
    }

    /**
     * @return iterable<Deviation>
     */
    private function hiddenOnes(Evidence $evidence): iterable
    {
        $hidden = [];
        foreach ($evidence->setup->options as $option) {
            if ($option->required && null !== $option->shownWhen) {
                $hidden[] = $option->code;
                yield new Deviation(
                    $option->at . '/required',
                    [],
                    'it were required where it is hidden',
                    Deviation::ADDED,
                    [$option->code],
                );
            }
        }
        if (count($hidden) > 1) {
            yield new Deviation(
                ($evidence->setup->option($hidden[0])->at ?? '') . '/required',
                [],
                'what is required were required where it is hidden',
                Deviation::EVERYWHERE,
                $hidden,
            );
        }
    }

    /**
     * @param Path $value
     * @param list<int> $defaults positions of the option's default values
     *
     * @return iterable<Deviation>
     */
    private function value(Evidence $evidence, array $value, array $defaults): iterable
    {
        yield from $this->stock($evidence, $value);
        yield from self::turned($evidence, [...$value, 'hidden'], 'it were kept for later', 'it were on offer');
        $at = FigureLeaves::pointer([...$value, 'default']);
        if (true === $evidence->tree->at([...$value, 'default'])) {
            yield Deviation::leftOut($at, [...$value, 'default'], 'it were not chosen as the page opens');

            return;
        }
        $others = array_map(
            static fn(int $j): array => [[...array_slice($value, 0, -1), $j, 'default'], null],
            $defaults,
        );
        yield new Deviation(
            $at,
            [...$others, [[...$value, 'default'], true]],
            'it were the one chosen as the page opens',
            Deviation::ADDED,
        );
    }

    /**
     * @param Path $owner
     *
     * @return iterable<Deviation>
     */
    private function stock(Evidence $evidence, array $owner): iterable
    {
        $at = FigureLeaves::pointer([...$owner, 'stock']);
        $stock = $evidence->tree->at([...$owner, 'stock']);
        if (null === $stock) {
            yield Deviation::added($at, [...$owner, 'stock'], 0, 'it were sold out');
        } else {
            yield Deviation::entered($at, [...$owner, 'stock'], 0, 'it were sold out');
            yield Deviation::leftOut($at, [...$owner, 'stock'], 'there were enough of it');
        }
    }

    /**
     * @param Path $path
     *
     * @return iterable<Deviation>
     */
    private static function turned(Evidence $evidence, array $path, string $asOn, string $asOff): iterable
    {
        $at = FigureLeaves::pointer($path);
        yield true === $evidence->tree->at($path)
            ? Deviation::leftOut($at, $path, $asOff)
            : Deviation::added($at, $path, true, $asOn);
    }
}
