<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;

final class BaseImage extends Fault
{
    public static function line(): string
    {
        return 'The cart shows the image of the item instead of the chosen one.';
    }

    public static function family(): string
    {
        return 'carried';
    }

    public function image(?string $image, ?string $base): ?string
    {
        return $base;
    }
}
