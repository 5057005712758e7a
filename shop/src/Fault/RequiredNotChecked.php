<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;

final class RequiredNotChecked extends Fault
{
    public static function line(): string
    {
        return 'The server takes what is sent without its required answers.';
    }

    public static function family(): string
    {
        return 'required';
    }

    public function checksRequired(bool $checks, string $route): bool
    {
        return false;
    }
}
