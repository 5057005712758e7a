<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Cart\CartLineBuilder;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;

/**
 * reach.wrong-sale: the page sells what a guard forbids. One finding a guard.
 */
final class WrongSales implements Pass
{
    public function find(Reach $reach): iterable
    {
        $lines = new CartLineBuilder($reach->setup);
        foreach ($reach->brokenGuards() as $index => $count) {
            if (0 === gmp_sign($count)) {
                continue;
            }
            $guard = $reach->setup->guards[$index];
            $example = $reach->exampleWhere($reach->board->props->not($reach->board->guards[$index]));
            $words = [];
            foreach (array_keys($example->answers ?? []) as $option) {
                if (null !== $example && in_array($option, $reach->board->dependencies->optionsIn($guard->never ?? $guard->always ?? throw new \LogicException('A guard says never or always.')), true)) {
                    $words[] = $reach->setup->options[$option]->name().' '.$lines->carried($reach->setup->options[$option], $example);
                }
            }
            yield new Finding('reach.wrong-sale', Severity::Blocker, $guard->at, sprintf('The page sells what must not be sold%s: %s of the selectable combinations%s. A condition on the options would keep them apart.', '' === $guard->because ? '' : ' ('.$guard->because.')', gmp_strval($count), [] === $words ? '' : ', for instance '.implode(', ', $words)), ['guard' => $guard->id, 'count' => gmp_strval($count), 'example' => null === $example ? null : StateText::pick($reach->setup, $example)]);
        }
    }
}
