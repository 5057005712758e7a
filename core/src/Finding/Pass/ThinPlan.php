<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Limit\Type\TextSamples;
use Ithrel\Core\Reach\Reach;

/**
 * plan.thin: texts whose pattern nothing was found for, so that no plan can fill them in.
 */
final class ThinPlan implements Pass
{
    public function find(Reach $reach): iterable
    {
        foreach ($reach->setup->options as $option) {
            if (
                null === $option->text?->pattern ||
                $reach->board->isUnfillable($option) ||
                (new TextSamples($option->text))->areOfPattern()
            ) {
                continue;
            }
            $what = $option->required
                ? 'so nothing that asks for it can be tried in a shop'
                : 'so no check fills it in';
            yield new Finding(
                'plan.thin',
                Severity::Warning,
                $option->at . '/pattern',
                sprintf(
                    'No text was found that fits what %s asks for, %s. Give one that fits.',
                    $option->name(),
                    $what,
                ),
                ['option' => $option->code, 'pattern' => $option->text->pattern->source],
            );
        }
    }
}
