<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

/**
 * Where an answer can be seen on its way from the page to the people who make the item.
 */
enum Stage: string
{
    case Page = 'page';
    case Cart = 'cart';
    case Checkout = 'checkout';
    case Order = 'order';
}
