<?php

declare(strict_types=1);

namespace Ithrel\Core\Page;

/**
 * Where an element stands, in a way that holds in other states of the page: from an id on, or from the root, by tag and
 * number among its siblings of that tag.
 */
final class Signature
{
    /** An id that is made anew for each visit names nothing. */
    private const MADE = '/\d{4,}|[0-9a-f]{8,}|:r|uid|random/i';

    /**
     * @param PageElement|null $within the element from which it is told; null for the page
     */
    public static function of(PageElement $element, ?PageElement $within = null): string
    {
        $steps = [];
        for ($node = $element; null !== $node && $node !== $within; $node = $node->parent) {
            $id = $node->attribute('id');
            if (
                null === $within &&
                null !== $id &&
                '' !== $id &&
                1 !== preg_match(self::MADE, $id) &&
                1 !== preg_match('/\s/', $id)
            ) {
                array_unshift($steps, '@' . $id);
                break;
            }
            $steps = [$node->tag . '[' . self::number($node) . ']', ...$steps];
        }

        return implode('/', $steps);
    }

    public static function find(PageElement $root, string $signature): ?PageElement
    {
        $node = $root;
        foreach ('' === $signature ? [] : explode('/', $signature) as $n => $step) {
            if (str_starts_with($step, '@')) {
                $node = self::byId($root, substr($step, 1));
            } elseif (0 === $n && $node->tag . '[' . self::number($node) . ']' === $step) {
                continue;
            } else {
                $node = self::child($node, $step);
            }
            if (null === $node) {
                return null;
            }
        }

        return $node;
    }

    private static function byId(PageElement $root, string $id): ?PageElement
    {
        foreach ($root->all() as $element) {
            if ($element->attribute('id') === $id) {
                return $element;
            }
        }

        return null;
    }

    private static function child(PageElement $node, string $step): ?PageElement
    {
        foreach ($node->children as $child) {
            if ($child->tag . '[' . self::number($child) . ']' === $step) {
                return $child;
            }
        }

        return null;
    }

    /** Its number among the siblings of its tag, from 1. */
    private static function number(PageElement $element): int
    {
        $n = 0;
        foreach ($element->parent->children ?? [$element] as $sibling) {
            $n += $sibling->tag === $element->tag ? 1 : 0;
            if ($sibling === $element) {
                break;
            }
        }

        return $n;
    }
}
