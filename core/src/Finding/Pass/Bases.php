<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Row;
use Ithrel\Core\Words\PlaceWords;

/**
 * price.two-bases: two things that each set the price can be active together.
 */
final class Bases implements Pass
{
    public function find(Reach $reach): iterable
    {
        $bases = [];
        foreach ($reach->setup->options as $option) {
            if (null !== $option->charge?->setsBase()) {
                $bases[$option->index] = $option->charge->at;
            }
            foreach ($option->values as $value) {
                if (null !== $value->charge?->setsBase()) {
                    $bases[$option->index] ??= $value->charge->at;
                    if (Kind::Several === $option->kind && $bases[$option->index] !== $value->charge->at) {
                        $bases[] = $value->charge->at;
                    }
                }
            }
        }
        foreach ($reach->setup->charges as $charge) {
            if (null !== $charge->charge->setsBase()) {
                $bases[] = $charge->at;
            }
        }
        $bases = array_values($bases);
        $words = new PlaceWords($reach->setup);
        $rows = array_filter(
            $reach->setup->variants->rows ?? [],
            static fn(Row $row): bool => null !== $row->price || null !== $row->salePrice,
        );
        if ([] !== $rows && [] !== $bases) {
            yield new Finding(
                'price.two-bases',
                Severity::Warning,
                $bases[0],
                sprintf(
                    '%s sets the price, and so do the variant rows. Where a row has a price, the row wins and %s ' .
                        'does nothing.',
                    ucfirst($words->of($bases[0])),
                    $words->of($bases[0]),
                ),
                ['places' => ['/variants/rows', ...$bases]],
            );
        } elseif (count($bases) > 1) {
            yield new Finding(
                'price.two-bases',
                Severity::Warning,
                $bases[1],
                sprintf(
                    '%s and %s each set the price; where both are active %s wins.',
                    ucfirst($words->of($bases[0])),
                    $words->of($bases[1]),
                    $words->of($bases[0]),
                ),
                ['places' => $bases],
            );
        }
    }
}
