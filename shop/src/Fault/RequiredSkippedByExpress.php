<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;

final class RequiredSkippedByExpress extends Fault
{
    public static function line(): string
    {
        return 'The express route does not ask for required answers.';
    }

    public static function family(): string
    {
        return 'required';
    }

    public function checksRequired(bool $checks, string $route): bool
    {
        return $checks && 'express' !== $route;
    }
}
