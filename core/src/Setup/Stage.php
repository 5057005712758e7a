<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

use Ithrel\Core\Document\Place;

/**
 * Where an answer can be seen on its way from the page to the people who make the item.
 */
enum Stage: string
{
    case Page = 'page';
    case Cart = 'cart';
    case Checkout = 'checkout';
    case Order = 'order';

    /**
     * Those at which a thing of the document is seen; all of them where it does not say.
     *
     * @return list<self>
     */
    public static function read(Place $of): array
    {
        return $of->has('stages')
            ? array_values(
                array_filter(
                    self::cases(),
                    static fn(self $s): bool => in_array($s->value, $of->texts('stages'), true),
                ),
            )
            : self::cases();
    }
}
