<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;

/**
 * row.duplicate and row.empty: variant rows that clash, or lack what their siblings have.
 */
final class Rows implements Pass
{
    public function find(Reach $reach): iterable
    {
        $variants = $reach->setup->variants;
        if (null === $variants) {
            return;
        }
        $picks = $skus = [];
        $has = ['price' => 0, 'stock' => 0, 'weight' => 0, 'image' => 0];
        foreach ($variants->rows as $row) {
            foreach (array_keys($has) as $key) {
                $has[$key] += null === $row->{$key} ? 0 : 1;
            }
        }
        foreach ($variants->rows as $row) {
            $asked = $reach->board->stock->picksOf($row);
            $key = null === $asked ? null : json_encode($asked, JSON_THROW_ON_ERROR);
            if (null !== $key && isset($picks[$key])) {
                yield new Finding(
                    'row.duplicate',
                    Severity::Blocker,
                    $row->at,
                    sprintf(
                        'Rows %d and %d match the same combination; the second never counts.',
                        $picks[$key] + 1,
                        $row->index + 1,
                    ),
                    ['row' => $row->index, 'first' => $picks[$key]],
                );
            } elseif (null !== $row->sku && isset($skus[$row->sku])) {
                yield new Finding(
                    'row.duplicate',
                    Severity::Blocker,
                    $row->at . '/sku',
                    sprintf(
                        'Rows %d and %d share the SKU "%s": the stock of one is sold as the other.',
                        $skus[$row->sku] + 1,
                        $row->index + 1,
                        $row->sku,
                    ),
                    ['row' => $row->index, 'sku' => $row->sku],
                );
            }
            if (null !== $key) {
                $picks[$key] ??= $row->index;
            }
            if (null !== $row->sku) {
                $skus[$row->sku] ??= $row->index;
            }
            if (null === $row->price && null === $row->salePrice && $reach->setup->item->price->isZero()) {
                yield new Finding(
                    'row.empty',
                    Severity::Blocker,
                    $row->at,
                    sprintf(
                        'Row %d has no price, and the item costs 0: it would be sold for nothing but its charges.',
                        $row->index + 1,
                    ),
                    ['row' => $row->index],
                );
            }
            foreach ($has as $what => $count) {
                if (
                    null === $row->{$what} &&
                    !('price' === $what && $reach->setup->item->price->isZero()) &&
                    2 * $count > count($variants->rows)
                ) {
                    yield new Finding(
                        'row.empty',
                        Severity::Warning,
                        $row->at,
                        sprintf(
                            'Row %d has no %s, though %d of %d rows have one.',
                            $row->index + 1,
                            $what,
                            $count,
                            count($variants->rows),
                        ),
                        ['row' => $row->index, 'missing' => $what],
                    );
                }
            }
        }
    }
}
