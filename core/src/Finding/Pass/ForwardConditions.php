<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;

/**
 * reach.forward: an option that depends on one further down the page.
 */
final class ForwardConditions implements Pass
{
    public function find(Reach $reach): iterable
    {
        foreach ($reach->board->dependencies->of as $index => $on) {
            foreach ($on as $other) {
                if ($other > $index) {
                    $option = $reach->setup->options[$index];
                    $later = $reach->setup->options[$other];
                    yield new Finding(
                        'reach.forward',
                        Severity::Warning,
                        $option->at,
                        sprintf(
                            '%s depends on %s, which stands below it: an answer further down changes what was ' .
                                'already passed. Move %s above.',
                            $option->name(),
                            $later->name(),
                            $later->name(),
                        ),
                        ['option' => $option->code, 'on' => $later->code],
                    );
                }
            }
        }
    }
}
