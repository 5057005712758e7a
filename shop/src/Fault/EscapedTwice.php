<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;
use Ithrel\Shop\Read;

final class EscapedTwice extends Fault
{
    public static function line(): string
    {
        return 'Special characters of a text are escaped before they are kept.';
    }

    public static function family(): string
    {
        return 'carried';
    }

    public function carried(string $text, array $option, mixed $answer): string
    {
        return 'text' === Read::text($option, 'kind') ? htmlspecialchars($text) : $text;
    }
}
