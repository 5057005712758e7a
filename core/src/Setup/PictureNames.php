<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

/**
 * The pictures that a setup speaks of, and where: of the item, of rows and values, swatches, and those with places.
 */
final class PictureNames
{
    /**
     * @return array<string, list<string>> name or address as the document has it => JSON Pointers
     */
    public static function of(Setup $setup): array
    {
        $names = [];
        $add = static function (?string $name, string $at) use (&$names): void {
            if (null !== $name && '' !== trim($name)) {
                $names[$name][] = $at;
            }
        };
        $add($setup->item->image, '/item/image');
        foreach ($setup->options as $option) {
            foreach ($option->values as $value) {
                $add($value->image, $value->at . '/image');
                $add($value->swatch, $value->at . '/swatch');
            }
        }
        foreach ($setup->variants->rows ?? [] as $row) {
            $add($row->image, $row->at . '/image');
        }
        foreach ($setup->views as $v => $view) {
            $add($view->image, sprintf('/views/%d/image', $v));
        }

        return $names;
    }

    /** What a file of that picture is called: the last part of a path or address, in small letters. */
    public static function file(string $name): string
    {
        $path = preg_replace('/[?#].*$/s', '', $name) ?? $name;

        return mb_strtolower(rawurldecode((string) preg_replace('~^.*[/\\\\]~s', '', $path)));
    }
}
