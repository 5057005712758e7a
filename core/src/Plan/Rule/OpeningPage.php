<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;

/**
 * The page as it opens: price, picture and entries before anything is chosen, and whether it is taken so.
 */
final class OpeningPage implements Rule
{
    public function words(): string
    {
        return 'the page as it opens';
    }

    public function checks(CheckMaker $maker): iterable
    {
        $state = $maker->steps->opening();
        $appraisal = $maker->appraised($state);
        if (null === $appraisal->quote->unitPrice) {
            // A formula waits for what is typed: no document says what a page shows until then.
            return;
        }
        $places = [$appraisal->quote->baseAt];
        $sale = $maker->sale(Purpose::Opening, 'the page as it opens', $places, $state);
        yield $sale ??
            $maker->toldAndRefused(
                Purpose::Opening,
                'the page as it opens, which cannot be bought yet',
                $places,
                $state,
                [],
                'form',
            );
    }
}
