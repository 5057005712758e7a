<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Reach;

/**
 * reach.dead-end: forms that can be completed but not bought, by cause.
 * Each dead end is counted once: as a missing row, else as a sold-out row, else as something sold out that was chosen.
 */
final class DeadEnds implements Pass
{
    public function find(Reach $reach): iterable
    {
        $dead = $reach->deadEnds();
        if (0 === gmp_sign($dead) || 0 === gmp_sign($reach->selectable())) {
            return;
        }
        $missing = $soldOutRow = gmp_init(0);
        if (null !== $reach->setup->variants) {
            $missing = (new Reach($reach->setup->withStock(false, false)))->deadEnds();
            $soldOutRow = gmp_sub((new Reach($reach->setup->withStock(true, false)))->deadEnds(), $missing);
        }
        $values = gmp_sub(gmp_sub($dead, $missing), $soldOutRow);
        $traps = gmp_strval($reach->traps());
        $first = (new Listing($reach, Listing::DEAD_END))->at(gmp_init(0));
        foreach ([
            ['missing-row', Severity::Warning, $missing, '/variants/rows', 'meet no variant row: the shopper fills the form and cannot buy. Add the rows, or let a condition keep these values apart.'],
            ['sold-out-row', Severity::Note, $soldOutRow, '/variants/rows', 'meet a variant row that is sold out.'],
            ['sold-out-value', Severity::Note, $values, '/options', 'hold a value or a part that is sold out.'],
        ] as [$cause, $severity, $count, $at, $words]) {
            if (0 !== gmp_sign($count)) {
                yield new Finding('reach.dead-end', $severity, $at, sprintf('%s of %s combinations %s', gmp_strval($count), gmp_strval($reach->offered()), $words), ['cause' => $cause, 'deadEnds' => gmp_strval($count), 'allDeadEnds' => gmp_strval($dead), 'traps' => $traps, 'first' => StateText::pick($reach->setup, $first)]);
            }
        }
    }
}
