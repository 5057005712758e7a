<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Cart\CartLineBuilder;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Words\Count;

/**
 * reach.wrong-sale: the page sells what a guard forbids. One finding a guard.
 */
final class WrongSales implements Pass
{
    /** Options up to which an example is a whole combination; beyond that it has what hangs together with the guard. */
    private const WHOLE = 100;

    public function find(Reach $reach): iterable
    {
        $lines = new CartLineBuilder($reach->setup);
        foreach ($reach->setup->guards as $guard) {
            $broken = $reach->board->props->not($reach->board->guards[$guard->index]);
            $count = $reach->countWhere($broken);
            if (0 === gmp_sign($count)) {
                continue;
            }
            $example = $reach->exampleWhere($broken, count($reach->setup->options) <= self::WHOLE);
            $words = [];
            foreach (array_keys($example->answers ?? []) as $option) {
                if (
                    null !== $example &&
                    in_array(
                        $option,
                        $reach->board->dependencies->optionsIn(
                            $guard->never ??
                                ($guard->always ?? throw new \LogicException('A guard says never or always.')),
                        ),
                        true,
                    )
                ) {
                    $words[] =
                        $reach->setup->options[$option]->name() .
                        ' ' .
                        $lines->carried($reach->setup->options[$option], $example);
                }
            }
            yield new Finding(
                'reach.wrong-sale',
                Severity::Blocker,
                $guard->at,
                sprintf(
                    'The page sells what must not be sold%s: %s of the selectable combinations%s. A condition on ' .
                        'the options would keep them apart.',
                    '' === $guard->because ? '' : ' (' . $guard->because . ')',
                    Count::of($count),
                    [] === $words ? '' : ', for instance ' . implode(', ', $words),
                ),
                [
                    'guard' => $guard->id,
                    'count' => gmp_strval($count),
                    'example' => null === $example ? null : StateText::pick($reach->setup, $example),
                ],
            );
        }
    }
}
