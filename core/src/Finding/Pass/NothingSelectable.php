<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Document\Pointer;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\Reason\Cause;
use Ithrel\Core\Reach\Reason\Reasons;
use Ithrel\Core\Words\Count;
use Ithrel\Core\Words\ReasonWords;

/**
 * reach.nothing: no combination can be bought; with the smallest set of places that together exclude all.
 */
final class NothingSelectable implements Pass
{
    public function find(Reach $reach): iterable
    {
        if (0 !== gmp_sign($reach->selectable())) {
            return;
        }
        $offered = $reach->offered();
        $causes = (new Reasons($reach))->ofNothing(0 !== gmp_sign($offered));
        $words = new ReasonWords($reach->setup);
        $because = $words->sentence($causes);
        $at =
            null === $causes || [] === $causes
                ? '/options'
                : Pointer::common(array_map(static fn(Cause $c): string => $c->at, $causes));
        $what =
            0 === gmp_sign($offered)
                ? 'Nothing can be bought: the form can never be completed'
                : sprintf('Nothing can be bought: of %s ways to fill the form none is in stock', Count::of($offered));
        yield new Finding(
            'reach.nothing',
            Severity::Blocker,
            $at,
            $what . ('' === $because ? '.' : ': ' . $because . '.') . ' Mend one of these places.',
            ['offered' => gmp_strval($offered), 'because' => $words->detail($causes)],
        );
    }
}
