<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;

final class RequiredThoughHidden extends Fault
{
    public static function line(): string
    {
        return 'A required option is asked for even where it is hidden.';
    }

    public static function family(): string
    {
        return 'required';
    }

    public function requires(bool $required, bool $shown): bool
    {
        return $required;
    }
}
