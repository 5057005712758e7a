<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;

/**
 * reach.idle-row: stock that no path reaches.
 */
final class IdleRows implements Pass
{
    public function find(Reach $reach): iterable
    {
        if (0 === gmp_sign($reach->selectable())) {
            return;
        }
        foreach ($reach->idleRows() as $index) {
            $row = $reach->setup->variants->rows[$index] ?? null;
            if (null !== $row) {
                yield new Finding(
                    'reach.idle-row',
                    Severity::Warning,
                    $row->at,
                    sprintf(
                        'Row %s%s has stock, but no choice on the page leads to it.',
                        $index + 1,
                        null === $row->sku ? '' : ' (' . $row->sku . ')',
                    ),
                    [
                        'row' => $index,
                        'sku' => $row->sku,
                        'stock' => null === $row->stock ? null : (string) $row->stock,
                    ],
                );
            }
        }
    }
}
