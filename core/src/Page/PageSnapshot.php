<?php

declare(strict_types=1);

namespace Ithrel\Core\Page;

/**
 * A page at one moment: its markup, shadow trees and frames of its own origin included, with what the accessibility
 * tree says of each element. Made of what the Chrome DevTools Protocol answers (DOM.getDocument with pierce, and
 * Accessibility.getFullAXTree).
 */
final class PageSnapshot
{
    /** @var array<int, PageElement> by the browser's id */
    private array $byId = [];

    private function __construct(public readonly string $address, public readonly PageElement $root) {}

    /**
     * @param array<string, mixed> $dom root of the document
     * @param list<array<string, mixed>> $tree nodes of the accessibility trees of all frames
     */
    public static function of(string $address, array $dom, array $tree): self
    {
        $root = self::element($dom);
        $snapshot = new self($address, $root);
        foreach ($root->all() as $element) {
            $snapshot->byId[$element->id] = $element;
        }
        foreach ($tree as $node) {
            $snapshot->describe($node);
        }

        return $snapshot;
    }

    /**
     * @return iterable<PageElement>
     */
    public function all(): iterable
    {
        return $this->root->all();
    }

    public function byId(int $id): ?PageElement
    {
        return $this->byId[$id] ?? null;
    }

    /**
     * What a person is shown now and was not before: elements that are new, gone or say something else.
     *
     * @return list<string> their signatures
     */
    public function changes(self $before): array
    {
        [$old, $new] = [$before->shown(), $this->shown()];
        $changed = [];
        foreach ($new as $id => $words) {
            if (($old[$id] ?? null) !== $words) {
                $changed[] = $this->byId[$id];
            }
        }
        foreach (array_diff_key($old, $new) as $id => $words) {
            $changed[] = $before->byId[$id];
        }

        return array_values(array_unique(array_map(Signature::of(...), $changed)));
    }

    /**
     * Marks what never rests.
     *
     * @param list<string> $signatures
     */
    public function mark(array $signatures): void
    {
        foreach ($signatures as $signature) {
            $element = Signature::find($this->root, $signature);
            if (null !== $element) {
                $element->isMoving = true;
            }
        }
    }

    /**
     * @return array<int, string> id of each element that is shown => what it says
     */
    private function shown(): array
    {
        $shown = [];
        foreach ($this->byId as $id => $element) {
            if ($element->isShown) {
                $shown[$id] =
                    $element->role .
                    '|' .
                    $element->name .
                    '|' .
                    $element->value .
                    '|' .
                    json_encode(
                        array_intersect_key($element->states, [
                            'checked' => 1,
                            'pressed' => 1,
                            'selected' => 1,
                            'disabled' => 1,
                            'invalid' => 1,
                        ]),
                        JSON_THROW_ON_ERROR,
                    );
            }
        }

        return $shown;
    }

    /**
     * @param array<string, mixed> $node
     */
    private static function element(array $node): PageElement
    {
        $type = $node['nodeType'] ?? 0;
        $attributes = [];
        $list = is_array($node['attributes'] ?? null) ? array_values($node['attributes']) : [];
        for ($i = 0; $i + 1 < count($list); $i += 2) {
            $attributes[is_string($list[$i]) ? strtolower($list[$i]) : ''] = is_string($list[$i + 1])
                ? $list[$i + 1]
                : '';
        }
        $name =
            is_string($node['localName'] ?? null) && '' !== $node['localName']
                ? strtolower($node['localName'])
                : strtolower(is_string($node['nodeName'] ?? null) ? $node['nodeName'] : '');
        $element = new PageElement(
            is_int($node['backendNodeId'] ?? null) ? $node['backendNodeId'] : 0,
            3 === $type ? '#text' : (isset($node['shadowRootType']) ? '#shadow' : $name),
            $attributes,
        );
        if (3 === $type) {
            $element->name = is_string($node['nodeValue'] ?? null) ? $node['nodeValue'] : '';
        }
        foreach (['shadowRoots', 'children'] as $key) {
            foreach (is_array($node[$key] ?? null) ? $node[$key] : [] as $child) {
                if (
                    is_array($child) &&
                    in_array($child['nodeType'] ?? 0, [1, 3, 9, 11], true) &&
                    'user-agent' !== ($child['shadowRootType'] ?? '')
                ) {
                    self::adopt($element, $child);
                }
            }
        }
        if (is_array($node['contentDocument'] ?? null)) {
            self::adopt($element, $node['contentDocument']);
        }

        return $element;
    }

    /**
     * @param array<array-key, mixed> $child
     */
    private static function adopt(PageElement $parent, array $child): void
    {
        $own = [];
        foreach ($child as $key => $value) {
            $own[(string) $key] = $value;
        }
        $element = self::element($own);
        $element->parent = $parent;
        $parent->children[] = $element;
    }

    /**
     * @param array<string, mixed> $node of the accessibility tree
     */
    private function describe(array $node): void
    {
        $id = $node['backendDOMNodeId'] ?? null;
        $element = is_int($id) ? $this->byId[$id] ?? null : null;
        if (null === $element || true === ($node['ignored'] ?? false)) {
            return;
        }
        $role = self::text($node['role'] ?? null);
        if ('InlineTextBox' === $role || 'none' === $role) {
            return;
        }
        if ('#text' === $element->tag) {
            // The browser's own text has its blanks collapsed and its case as it is shown.
            $element->name = self::text($node['name'] ?? null);
        } else {
            $element->role = $role;
            $element->name = trim((string) preg_replace('/\s+/u', ' ', self::text($node['name'] ?? null)));
            $element->value = self::text($node['value'] ?? null);
            foreach (is_array($node['properties'] ?? null) ? $node['properties'] : [] as $property) {
                $name = is_array($property) ? $property['name'] ?? null : null;
                $value =
                    is_array($property) && is_array($property['value'] ?? null)
                        ? $property['value']['value'] ?? null
                        : null;
                if (is_string($name) && (is_string($value) || is_int($value) || is_bool($value))) {
                    $element->states[$name] = $value;
                }
            }
            if ($element->is('hidden')) {
                return;
            }
        }
        for ($shown = $element; null !== $shown && !$shown->isShown; $shown = $shown->parent) {
            $shown->isShown = true;
        }
    }

    private static function text(mixed $value): string
    {
        $own = is_array($value) ? $value['value'] ?? '' : '';

        return is_string($own) || is_int($own)
            ? (string) $own
            : (is_bool($own)
                ? ($own
                    ? 'true'
                    : 'false')
                : (is_float($own)
                    ? (string) json_encode($own)
                    : ''));
    }
}
