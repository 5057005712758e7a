<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;

final class LengthInBytes extends Fault
{
    public static function line(): string
    {
        return 'The length of a text is counted in bytes.';
    }

    public static function family(): string
    {
        return 'limit';
    }

    public function measure(string $measure): string
    {
        return 'bytes';
    }
}
