<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;
use Ithrel\Shop\Read;

final class TextShortened extends Fault
{
    public static function line(): string
    {
        return 'A text is cut after ten characters.';
    }

    public static function family(): string
    {
        return 'carried';
    }

    public function carried(string $text, array $option, mixed $answer): string
    {
        return 'text' === Read::text($option, 'kind') ? mb_substr($text, 0, 10) : $text;
    }
}
