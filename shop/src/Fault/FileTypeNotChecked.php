<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;

final class FileTypeNotChecked extends Fault
{
    public static function line(): string
    {
        return 'Any kind of file is taken.';
    }

    public static function family(): string
    {
        return 'limit';
    }

    public function checksTypes(bool $checks): bool
    {
        return false;
    }
}
