<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Known;
use Ithrel\Core\Reach\Reach;

/**
 * reach.too-large: figures that are not known, because the setup goes beyond the stated bounds of the computation.
 */
final class TooLargeToKnow implements Pass
{
    public function find(Reach $reach): iterable
    {
        $trouble = $reach->trouble();
        if (null === $trouble) {
            return;
        }
        $known = new Known($reach);
        $figures = [
            'offered' => $known->count(static fn(Reach $r): \GMP => $r->offered()),
            'selectable' => $known->count(static fn(Reach $r): \GMP => $r->selectable()),
        ];
        $message =
            null === $figures['offered']
                ? 'How many combinations there are is not known: %s What is told of dead values and options is ' .
                    'proved, but there may be more.'
                : 'Traps, dead ends by cause and numbers in the list are not known: %s All other figures are exact.';
        yield new Finding(
            'reach.too-large',
            Severity::Blocker,
            '/options',
            sprintf($message, $trouble->getMessage()) .
                sprintf(
                    ' The options that make it so: %s. Fewer conditions that reach far would help.',
                    implode(', ', $trouble->options),
                ),
            ['options' => $trouble->options] + $figures,
        );
    }
}
