<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;

/**
 * reach.always: a condition that always holds where it is asked.
 */
final class IdleConditions implements Pass
{
    public function find(Reach $reach): iterable
    {
        foreach ($reach->setup->options as $option) {
            if (null !== $option->shownWhen && $reach->isAlwaysShown($option->index)) {
                yield new Finding(
                    'reach.always',
                    Severity::Note,
                    $option->at . '/shownWhen',
                    sprintf(
                        '%s has a condition, yet every form that can be completed shows it: the condition does ' .
                            'nothing.',
                        $option->name(),
                    ),
                    ['option' => $option->code],
                );
            }
            foreach ($option->values as $value) {
                if (
                    null !== $value->allowedWhen &&
                    !$value->hidden &&
                    $reach->isAlwaysAllowed($option->index, $value->index)
                ) {
                    yield new Finding(
                        'reach.always',
                        Severity::Note,
                        $value->at . '/allowedWhen',
                        sprintf(
                            '%s: the condition on %s holds in every form that shows it, so it does nothing.',
                            $option->name(),
                            $value->label,
                        ),
                        ['option' => $option->code, 'value' => $value->code],
                    );
                }
            }
        }
    }
}
