<?php

declare(strict_types=1);

namespace Ithrel\Core\Page;

/**
 * What a person reads beside the controls of a page, however it is bound to them, or not at all.
 */
final class ControlLabels
{
    /** Elements around a control in which its words are looked for. */
    private const MOST_AROUND = 3;

    /** @var array<string, PageElement> id => element */
    public readonly array $byId;

    /** @var array<string, PageElement> id of a field => its label */
    private readonly array $labels;

    public function __construct(PageSnapshot $page)
    {
        $byId = $labels = [];
        foreach ($page->all() as $element) {
            $id = $element->attribute('id');
            if (null !== $id) {
                $byId[$id] ??= $element;
            }
            if ('label' === $element->tag && null !== $element->attribute('for')) {
                $labels[$element->attribute('for')] ??= $element;
            }
        }
        $this->byId = $byId;
        $this->labels = $labels;
    }

    /**
     * @param list<PageElement> $elements
     */
    public function groupLabel(PageElement $around, array $elements): string
    {
        $group = $around->closest(
            static fn(PageElement $e): bool => 'fieldset' === $e->tag ||
                in_array($e->attribute('role'), ['radiogroup', 'group', 'listbox'], true),
        );
        if (null !== $group) {
            $named = $this->named($group);
            if (null !== $named) {
                return $named;
            }
            foreach ($group->children as $child) {
                if ('legend' === $child->tag) {
                    return self::raw($child);
                }
            }
            if ('' !== $group->name) {
                return $group->name;
            }
        }

        return $this->wordsBefore($elements[0], $around);
    }

    public function itemText(PageElement $element): string
    {
        $label = $this->labelElement($element);
        foreach (
            [
                $this->named($element) ?? '',
                $element->name,
                null === $label ? '' : self::raw($label),
                $element->attribute('title') ?? '',
                self::raw($element),
                $element->attribute('value') ?? '',
            ]
            as $text
        ) {
            if ('' !== trim($text)) {
                return trim($text);
            }
        }

        return '';
    }

    public function labelElement(PageElement $element): ?PageElement
    {
        $for = $this->labels[$element->attribute('id') ?? ''] ?? null;

        return $for ?? $element->closest(static fn(PageElement $e): bool => 'label' === $e->tag);
    }

    public function labelOf(PageElement $element): string
    {
        $named = $this->named($element);
        $label = $this->labelElement($element);
        foreach (
            [$named ?? '', null === $label ? '' : self::raw($label), $element->name, $element->attribute('title') ?? '']
            as $text
        ) {
            if ('' !== trim($text)) {
                return trim($text);
            }
        }

        return $this->wordsBefore($element, $element);
    }

    private function named(PageElement $element): ?string
    {
        $texts = [];
        foreach (explode(' ', $element->attribute('aria-labelledby') ?? '') as $id) {
            $texts[] = isset($this->byId[$id]) ? self::raw($this->byId[$id]) : '';
        }
        $text = trim(implode(' ', $texts));

        return '' !== $text
            ? $text
            : ('' !== trim($element->attribute('aria-label') ?? '')
                ? trim($element->attributes['aria-label'] ?? '')
                : null);
    }

    /** The nearest words that stand before something, as they do where nobody wrote a label. */
    private function wordsBefore(PageElement $element, PageElement $around): string
    {
        $node = $around;
        for ($level = 0; $level < self::MOST_AROUND && null !== $node->parent; ++$level) {
            $last = '';
            foreach ($node->parent->children as $sibling) {
                if ($sibling === $node) {
                    break;
                }
                $text = self::raw($sibling);
                $last = '' !== $text && mb_strlen($text) < 120 ? $text : $last;
            }
            if ('' !== $last) {
                return $last;
            }
            $node = $node->parent;
        }

        return '';
    }

    /** Text of an element, shown or not, without that of fields in it. */
    public static function raw(PageElement $element): string
    {
        $text = '';
        foreach ($element->children as $child) {
            if ('#text' === $child->tag) {
                $text .= $child->name;
            } elseif ('img' === $child->tag) {
                $text .= ' ' . ($child->attribute('alt') ?? '') . ' ';
            } elseif (!in_array($child->tag, ['select', 'textarea', 'script', 'style', 'button'], true)) {
                $text .= ' ' . self::raw($child) . ' ';
            }
        }

        return trim((string) preg_replace('/[\s\x{A0}]+/u', ' ', $text));
    }
}
