<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Value;

/**
 * limit.impossible: limits that no answer meets; required.unreachable: where such an answer is required.
 */
final class ImpossibleLimits implements Pass
{
    public function find(Reach $reach): iterable
    {
        foreach ($reach->setup->options as $option) {
            $why = null;
            $type = $option->type;
            if (null !== $type && $reach->board->isUnfillable($option)) {
                $why = $type->whyImpossible();
            } elseif (null !== $option->picks) {
                $offered = count(array_filter($option->values, static fn(Value $v): bool => !$v->hidden));
                if (0 === $option->picks->max && $offered > 0) {
                    $why = 'its most picks are 0';
                } elseif (
                    null !== $option->picks->max &&
                    $option->picks->max < max($option->picks->min, $option->required ? 1 : 0)
                ) {
                    $why = 'its most picks are below its fewest';
                } elseif ($option->picks->min > $offered) {
                    $why = sprintf('it asks for %d picks and offers %d values', $option->picks->min, $offered);
                }
            }
            if (null !== $why) {
                yield new Finding(
                    'limit.impossible',
                    Severity::Blocker,
                    $option->at,
                    sprintf('%s can never be answered: %s.', $option->name(), $why),
                    ['option' => $option->code],
                );
            }
            $closed =
                $option->kind->isChoice() &&
                [] === array_filter($option->values, static fn(Value $v): bool => !$v->hidden);
            if ($option->required && (null !== $why || $closed)) {
                yield new Finding(
                    'required.unreachable',
                    Severity::Blocker,
                    $option->at . '/required',
                    sprintf(
                        '%s is required, but wherever it is shown no answer can be given: the shopper is stuck.',
                        $option->name(),
                    ),
                    ['option' => $option->code],
                );
            }
        }
        $quantity = $reach->setup->quantity;
        if (null !== $quantity->max && $quantity->max < $quantity->min) {
            yield new Finding(
                'limit.impossible',
                Severity::Blocker,
                '/quantity',
                sprintf('The most that can be bought, %d, is below the least, %d.', $quantity->max, $quantity->min),
            );
        }
    }
}
