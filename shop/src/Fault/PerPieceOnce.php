<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;

final class PerPieceOnce extends Fault
{
    public static function line(): string
    {
        return 'What is charged for each piece is charged once for the line.';
    }

    public static function family(): string
    {
        return 'price';
    }

    public function perLine(bool $perLine, ?array $charge): bool
    {
        return $perLine || null !== $charge;
    }
}
