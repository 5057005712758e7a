<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

/**
 * Finds the controls of a page, native ones and those of WAI-ARIA, with their labels.
 */
final class PageFields
{
    /** @var array<string, string> id of a control => its label */
    private array $labels = [];

    public function __construct(private readonly PageTree $page)
    {
        foreach ($page->elements('//label[@for]') as $label) {
            $for = $label->getAttribute('for');
            $this->labels[$for] = trim(($this->labels[$for] ?? '') . ' ' . self::read($label));
        }
    }

    /**
     * @return array<string, array{
     *     form: \DOMElement|null,
     *     fields: list<PageField>,
     * }>  the fields of each form, those of none under ""
     */
    public function byForm(): array
    {
        $forms = [];
        foreach (
            $this->page->elements(
                '//input|//select|//textarea|//button|//*[@role="radio" or ' .
                    '@role="option" or @role="switch" or @role="checkbox" or ' .
                    '@role="spinbutton" or (@role="button" and @aria-pressed)]',
            )
            as $element
        ) {
            $field = $this->field($element);
            if (null === $field) {
                continue;
            }
            $form = $this->formOf($element);
            $key = null === $form ? '' : $form->getNodePath() ?? '';
            $forms[$key] ??= ['form' => $form, 'fields' => []];
            $forms[$key]['fields'][] = $field;
        }

        return $forms;
    }

    private function formOf(\DOMElement $element): ?\DOMElement
    {
        $id = $element->getAttribute('form');
        if ('' !== $id) {
            $form = $this->page->byId($id);
            if ('form' === $form?->tagName) {
                return $form;
            }
        }

        return self::closest($element, static fn(\DOMElement $e): bool => 'form' === $e->tagName);
    }

    private function field(\DOMElement $element): ?PageField
    {
        $type = strtolower($element->getAttribute('type'));
        $aria = $element->getAttribute('role');
        $role = match (true) {
            'select' === $element->tagName => 'select',
            'textarea' === $element->tagName => 'text',
            'input' === $element->tagName => match ($type) {
                'radio', 'checkbox', 'number', 'date', 'file', 'hidden' => $type,
                'range' => 'number',
                'color' => 'colour',
                'submit', 'button', 'image', 'reset' => 'button',
                '', 'text', 'search', 'email', 'tel', 'url', 'password' => 'text',
                default => in_array($type, ['month', 'week', 'time', 'datetime-local'], true) ? 'other' : 'text',
            },
            'radio' === $aria || 'option' === $aria => 'radio',
            'switch' === $aria || 'checkbox' === $aria => 'checkbox',
            'spinbutton' === $aria => 'number',
            $element->hasAttribute('aria-pressed') => self::hasToggles(self::around($element)) ? 'radio' : 'checkbox',
            'button' === $element->tagName => 'button',
            default => null,
        };
        if (null === $role) {
            return null;
        }
        [$group, $set] = in_array($role, ['radio', 'checkbox'], true) ? $this->groupOf($element, $role) : [null, ''];

        return new PageField($element, $role, $this->labelOf($element), $group, $set);
    }

    /**
     * @return array{string|null, string} what is read beside the group, and what its members share
     */
    private function groupOf(\DOMElement $element, string $role): array
    {
        $around = $element->hasAttribute('aria-pressed') ? self::around($element) : self::group($element);
        $name = $element->getAttribute('name');
        $label = null === $around ? null : $this->groupLabel($around);
        $label = '' === (string) $label && 'radio' === $role ? self::wordsBefore($element) : $label;
        $set = match (true) {
            '' !== $name && ('radio' === $role || str_ends_with($name, '[]')) => 'name ' . $name,
            null !== $around => 'group ' . $around->getNodePath(),
            default => 'name ' . $name . ('' === $name ? $element->getNodePath() : ''),
        };

        return ['' === $label ? null : $label, $set];
    }

    private static function group(\DOMElement $element): ?\DOMElement
    {
        return self::closest(
            $element,
            static fn(\DOMElement $e): bool => 'fieldset' === $e->tagName ||
                in_array($e->getAttribute('role'), ['radiogroup', 'group', 'listbox'], true),
        );
    }

    /**
     * What stands around buttons with a pressed state that belong together: their group, else the element that holds
     * more than one.
     */
    private static function around(\DOMElement $toggle): ?\DOMElement
    {
        return self::group($toggle) ??
            self::closest(
                $toggle,
                static fn(\DOMElement $e): bool => !in_array($e->tagName, ['form', 'main', 'body', 'html'], true) &&
                    self::hasToggles($e),
            );
    }

    /** Whether more than one button with a pressed state stands in it. */
    private static function hasToggles(?\DOMElement $around): bool
    {
        $toggles = 0;
        foreach (null === $around ? [] : PageTree::within($around) as $element) {
            $toggles += $element->hasAttribute('aria-pressed') ? 1 : 0;
            if ($toggles > 1) {
                return true;
            }
        }

        return false;
    }

    /** The nearest words before a group that nobody labelled: a heading, most likely. */
    private static function wordsBefore(\DOMElement $element): string
    {
        $node = $element;
        for ($level = 0; $level < 4 && $node->parentNode instanceof \DOMElement; ++$level) {
            for (
                $sibling = $node->previousElementSibling;
                null !== $sibling;
                $sibling = $sibling->previousElementSibling
            ) {
                $hasField =
                    0 <
                        $sibling->getElementsByTagName('input')->length +
                            $sibling->getElementsByTagName('select')->length ||
                    in_array($sibling->tagName, ['input', 'select'], true);
                $text = self::read($sibling);
                if (!$hasField && '' !== $text && mb_strlen($text) <= 80) {
                    return $text;
                }
                if ($hasField) {
                    break;
                }
            }
            $node = $node->parentNode;
        }

        return '';
    }

    private function groupLabel(\DOMElement $around): string
    {
        foreach (iterator_to_array($around->childNodes) as $child) {
            if ($child instanceof \DOMElement && 'legend' === $child->tagName) {
                return self::read($child);
            }
        }

        return $this->named($around) ?? '';
    }

    private function labelOf(\DOMElement $element): string
    {
        $named = $this->named($element);
        if (null !== $named) {
            return $named;
        }
        $id = $element->getAttribute('id');
        // A label is of the first element that has its id (HTML, section 4.10.4).
        if ('' !== $id && '' !== ($this->labels[$id] ?? '') && true === $this->page->byId($id)?->isSameNode($element)) {
            return $this->labels[$id];
        }
        $around = self::closest($element, static fn(\DOMElement $e): bool => 'label' === $e->tagName);
        if (null !== $around && '' !== self::read($around)) {
            return self::read($around);
        }
        $own = in_array($element->tagName, ['input', 'select', 'textarea'], true) ? '' : self::read($element);
        foreach ([$own, $element->getAttribute('title'), $element->getAttribute('placeholder')] as $text) {
            if ('' !== trim($text)) {
                return trim($text);
            }
        }

        return '';
    }

    /** By aria-labelledby, else by aria-label. */
    private function named(\DOMElement $element): ?string
    {
        $text = $this->page->namedBy($element->getAttribute('aria-labelledby'));

        return '' !== $text
            ? $text
            : ('' !== trim($element->getAttribute('aria-label'))
                ? trim($element->getAttribute('aria-label'))
                : null);
    }

    /** What a person reads in an element: text and the words for pictures, without the controls in it. */
    public static function read(\DOMNode $node): string
    {
        return trim((string) preg_replace('/[\s\x{A0}]+/u', ' ', self::raw($node)));
    }

    private static function raw(\DOMNode $node): string
    {
        $text = '';
        foreach ($node->childNodes as $child) {
            if ($child instanceof \DOMText) {
                $text .= $child->data;
            } elseif (
                $child instanceof \DOMElement &&
                !in_array(
                    $child->tagName,
                    ['select', 'textarea', 'input', 'script', 'style', 'button', 'datalist', 'template', 'svg'],
                    true,
                ) &&
                !$child->hasAttribute('hidden')
            ) {
                $text .=
                    'img' === $child->tagName
                        ? ' ' . $child->getAttribute('alt') . ' '
                        : (in_array($child->tagName, ['br', 'div', 'p', 'li', 'small', 'span'], true) &&
                        'span' !== $child->tagName
                            ? ' ' . self::raw($child) . ' '
                            : self::raw($child));
            }
        }

        return $text;
    }

    /**
     * @param \Closure(\DOMElement): bool $is
     */
    public static function closest(\DOMNode $node, \Closure $is): ?\DOMElement
    {
        for ($node = $node->parentNode; $node instanceof \DOMElement; $node = $node->parentNode) {
            if ($is($node)) {
                return $node;
            }
        }

        return null;
    }
}
