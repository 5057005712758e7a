<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Page;

use Ithrel\Core\Page\PageElement;
use Ithrel\Core\Page\PageSnapshot;
use Ithrel\Core\Page\Wording;
use Ithrel\Core\Plan\Check;

/**
 * Whether a page shows what was put into the cart: the item, and what was chosen.
 */
final class Evidence
{
    public static function of(PageSnapshot $page, Check $check, string $item): bool
    {
        return self::in($page->root, $check, $item);
    }

    public static function in(PageElement $element, Check $check, string $item): bool
    {
        $line = $check->lines[count($check->lines) - 1] ?? null;
        $text = $element->text();
        $values = $line['entries']['cart'] ?? [];
        // A shop that carries every value wrong has their labels all the same.
        $said = count(
            array_filter(
                $values,
                static fn(array $e): bool => str_contains($text, $e['value']) ||
                    str_contains($text, Wording::withoutCharge($e['value'])) ||
                    ('' !== $e['label'] && str_contains($text, rtrim($e['label'], ' *:'))),
            ),
        );
        $named = str_contains($text, $item) || (null !== $line && str_contains($text, $line['sku']));

        return $named &&
            1 === preg_match('/\p{Nd}/u', $text) &&
            (2 * $said >= count($values) || ($said > 0 && $said + 2 >= count($values)));
    }
}
