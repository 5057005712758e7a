<?php

declare(strict_types=1);

namespace Ithrel\Core\Page;

/**
 * Finds all with which a shopper can answer on a page: native fields, and the patterns of the WAI-ARIA Authoring
 * Practices.
 */
final class ControlFinder
{
    private readonly ControlLabels $labels;

    /** @var list<Control> */
    private array $controls = [];

    /** @var array<int, true> elements that belong to a control already */
    private array $taken = [];

    private function __construct(PageSnapshot $page)
    {
        $this->labels = new ControlLabels($page);
    }

    /**
     * @return list<Control> in the order of the page, also those that are not shown
     */
    public static function of(PageSnapshot $page): array
    {
        $finder = new self($page);
        $sets = [];
        foreach ($page->all() as $element) {
            if (isset($finder->taken[$element->id]) || '#text' === $element->tag) {
                continue;
            }
            $type = strtolower($element->attribute('type') ?? '');
            $aria = $element->attribute('role') ?? '';
            if ('select' === $element->tag) {
                $finder->nativeList($element);
            } elseif (
                ('input' === $element->tag && in_array($type, ['radio', 'checkbox'], true)) ||
                in_array($aria, ['radio', 'checkbox', 'switch', 'menuitemradio', 'menuitemcheckbox'], true)
            ) {
                $finder->inSet(
                    $element,
                    'radio' === $type || str_ends_with($aria, 'radio') ? Control::RADIOS : Control::CHECKS,
                    $sets,
                );
            } elseif (
                ('button' === $element->tag && null !== $element->attribute('aria-pressed')) ||
                ('button' === $aria && null !== $element->attribute('aria-pressed'))
            ) {
                $finder->inSet($element, 'toggle', $sets);
            } elseif ('listbox' === $aria || ('combobox' === $aria && 'input' !== $element->tag)) {
                $finder->ariaList($element, $aria);
            } elseif ('input' === $element->tag) {
                $finder->typed($element, $type);
            } elseif (
                'textarea' === $element->tag ||
                ('textbox' === $aria && null !== $element->attribute('contenteditable'))
            ) {
                $finder->add(new Control(Control::TEXT, $finder->labels->labelOf($element), $element));
            } elseif ('spinbutton' === $aria) {
                $finder->add(new Control(Control::NUMBER, $finder->labels->labelOf($element), $element));
            }
        }
        $finder->addSets($sets);
        $order = [];
        foreach ($page->all() as $n => $element) {
            $order[$element->id] ??= count($order);
        }
        usort(
            $finder->controls,
            static fn(Control $a, Control $b): int => ($order[$a->items[0]->element->id ?? $a->element->id] ?? 0) <=>
                ($order[$b->items[0]->element->id ?? $b->element->id] ?? 0),
        );

        return self::apart($finder->controls);
    }

    /**
     * Tells controls of one name in several forms, as of a search beside the item, apart by their forms.
     *
     * @param list<Control> $controls
     *
     * @return list<Control>
     */
    private static function apart(array $controls): array
    {
        $forms = [];
        foreach ($controls as $control) {
            $forms[$control->name()][$control->form()->id ?? 0] = true;
        }

        return array_map(static function (Control $control) use ($forms): Control {
            $form = $control->form();

            return count($forms[$control->name()]) > 1 && null !== $form
                ? $control->in(Signature::of($form))
                : $control;
        }, $controls);
    }

    private function add(Control $control): void
    {
        $this->controls[] = $control;
        $this->taken[$control->element->id] = true;
        foreach ($control->items as $item) {
            $this->taken[$item->element->id] = true;
        }
    }

    private function typed(PageElement $element, string $type): void
    {
        $kind = match ($type) {
            'number', 'range' => Control::NUMBER,
            'date' => Control::DATE,
            'file' => Control::FILE,
            'color' => Control::COLOUR,
            '', 'text', 'search', 'email', 'tel', 'url', 'password' => Control::TEXT,
            default => null,
        };
        if (null !== $kind) {
            $this->add(new Control($kind, $this->labels->labelOf($element), $element));
        }
    }

    private function nativeList(PageElement $element): void
    {
        $items = [];
        foreach ($element->all() as $option) {
            if ('option' === $option->tag) {
                $text = $option->attribute('label') ?? ControlLabels::raw($option);
                $items[] = new ControlItem($text, $option, null === $option->attribute('hidden') ? $element : null);
            }
        }
        $this->add(
            new Control(
                null !== $element->attribute('multiple') ? Control::CHECKS : Control::LIST,
                $this->labels->labelOf($element),
                $element,
                $items,
            ),
        );
    }

    private function ariaList(PageElement $element, string $role): void
    {
        $items = [];
        $around = $element;
        if ('combobox' === $role) {
            $around =
                $this->labels->byId[$element->attribute('aria-controls') ?? ($element->attribute('aria-owns') ?? '')] ??
                $element;
        }
        foreach ($around->all() as $option) {
            if ('option' === $option->attribute('role')) {
                $items[] = new ControlItem(
                    '' !== $option->name ? $option->name : ControlLabels::raw($option),
                    $option,
                    'combobox' === $role ? $element : null,
                );
                $this->taken[$option->id] = true;
            }
        }
        $this->taken[$around->id] = true;
        $label = $this->labels->labelOf($element);
        $this->add(
            new Control(
                'true' === $around->attribute('aria-multiselectable') ? Control::CHECKS : Control::LIST,
                $label,
                $element,
                $items,
            ),
        );
    }

    /**
     * @param array<string, array{string, non-empty-list<PageElement>}> $sets
     */
    private function inSet(PageElement $element, string $kind, array &$sets): void
    {
        $name = $element->attribute('name') ?? '';
        $group = $element->closest(
            static fn(PageElement $e): bool => $e !== $element &&
                ('fieldset' === $e->tag ||
                    in_array($e->attribute('role'), ['radiogroup', 'group', 'listbox', 'list'], true)),
        );
        $key = match (true) {
            Control::RADIOS === $kind && '' !== $name => 'radios ' . $name,
            Control::CHECKS === $kind && str_ends_with($name, '[]') => 'checks ' . $name,
            null !== $group => $kind . ' in ' . $group->id,
            'toggle' === $kind => 'toggle in ' . ($element->parent->id ?? 0),
            default => $kind . ' alone ' . $element->id,
        };
        $sets[$key] = [$kind, [...$sets[$key][1] ?? [], $element]];
        $this->taken[$element->id] = true;
    }

    /**
     * @param array<string, array{string, non-empty-list<PageElement>}> $sets
     */
    private function addSets(array $sets): void
    {
        foreach ($sets as [$kind, $elements]) {
            $items = array_map(
                fn(PageElement $e): ControlItem => new ControlItem(
                    $this->labels->itemText($e),
                    $e,
                    $this->labels->labelElement($e),
                ),
                $elements,
            );
            if (1 === count($elements) && Control::RADIOS !== $kind) {
                $this->controls[] = new Control(Control::CHECK, $items[0]->text, $elements[0], $items);
                continue;
            }
            $around = self::around($elements);
            // A radio among toggles: where one is pressed the others are not.
            $this->controls[] = new Control(
                'toggle' === $kind ? Control::RADIOS : $kind,
                $this->labels->groupLabel($around, $elements),
                $around,
                $items,
            );
        }
    }

    /**
     * @param non-empty-list<PageElement> $elements
     */
    private static function around(array $elements): PageElement
    {
        $around = $elements[0]->parent ?? $elements[0];
        foreach ($elements as $element) {
            while (!$around->contains($element) && null !== $around->parent) {
                $around = $around->parent;
            }
        }

        return $around;
    }
}
