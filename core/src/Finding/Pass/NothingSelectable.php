<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;

/**
 * reach.nothing: no combination can be bought.
 */
final class NothingSelectable implements Pass
{
    public function find(Reach $reach): iterable
    {
        if (0 !== gmp_sign($reach->selectable())) {
            return;
        }
        $offered = $reach->offered();
        $item = $reach->setup->item;
        if (0 === gmp_sign($offered)) {
            yield new Finding('reach.nothing', Severity::Blocker, '/options', 'Nothing can be bought: the form can never be completed. Look at the required options that are shown together and what each still allows.', ['offered' => '0']);
        } elseif (!$reach->setup->isEnough($item->stock)) {
            yield new Finding('reach.nothing', Severity::Blocker, '/item/stock', 'Nothing can be bought: the item itself is sold out. Raise its stock or allow backorders.', ['offered' => gmp_strval($offered)]);
        } elseif (null !== $reach->setup->variants) {
            yield new Finding('reach.nothing', Severity::Blocker, '/variants/rows', sprintf('Nothing can be bought: of %s ways to fill the form none meets a variant row and values in stock.', gmp_strval($offered)), ['offered' => gmp_strval($offered)]);
        } else {
            yield new Finding('reach.nothing', Severity::Blocker, '/options', sprintf('Nothing can be bought: each of the %s ways to fill the form holds something sold out.', gmp_strval($offered)), ['offered' => gmp_strval($offered)]);
        }
    }
}
