<?php

declare(strict_types=1);

namespace Ithrel\Core\Page;

/**
 * Something on a page with which a shopper answers, whatever it is made of.
 */
final readonly class Control
{
    public const LIST = 'list';
    public const RADIOS = 'radios';
    public const CHECKS = 'checks';
    public const CHECK = 'check';
    public const TEXT = 'text';
    public const NUMBER = 'number';
    public const DATE = 'date';
    public const FILE = 'file';
    public const COLOUR = 'colour';

    /**
     * @param string $kind one of the constants
     * @param string $label what a person reads beside it
     * @param PageElement $element the control itself; of several, what stands around them, else the first
     * @param list<ControlItem> $items what can be picked; none where something is typed
     * @param string $form signature of the form that it stands in, where another form has one of the same
     *                     name
     */
    public function __construct(
        public string $kind,
        public string $label,
        public PageElement $element,
        public array $items = [],
        private string $form = '',
    ) {}

    /** The form that it stands in. */
    public function form(): ?PageElement
    {
        return ($this->items[0]->element ?? $this->element)->closest(
            static fn(PageElement $e): bool => 'form' === $e->tag ||
                'form' === $e->attribute('role') ||
                'search' === $e->attribute('role'),
        );
    }

    public function in(string $form): self
    {
        return new self($this->kind, $this->label, $this->element, $this->items, $form);
    }

    /**
     * By which it is known again in another state of the page: its id or name, else its label, and its form where it
     * needs that.
     */
    public function key(): string
    {
        return $this->name() . ('' === $this->form ? '' : ' in ' . $this->form);
    }

    /** Its id or name, else its label. */
    public function name(): string
    {
        $named = $this->element->attribute('name') ?? ($this->items[0]->element->attributes['name'] ?? null);
        $id = $this->element->attribute('id');

        return $this->kind .
            ' ' .
            match (true) {
                null !== $named && '' !== $named => 'name=' . $named,
                null !== $id && '' !== $id => 'id=' . $id,
                default => 'label=' . Wording::plain($this->label),
            };
    }

    public function isShown(): bool
    {
        if ([] === $this->items || self::LIST === $this->kind) {
            return $this->element->isShown;
        }

        return [] !== array_filter($this->items, static fn(ControlItem $item): bool => $item->isShown());
    }

    public function isDisabled(): bool
    {
        return $this->element->is('disabled') ||
            null !== $this->element->attribute('disabled') ||
            ([] !== $this->items &&
                [] === array_filter($this->items, static fn(ControlItem $item): bool => !$item->isDisabled()));
    }

    public function isInvalid(): bool
    {
        foreach (
            [$this->element, ...array_map(static fn(ControlItem $i): PageElement => $i->element, $this->items)]
            as $element
        ) {
            if ($element->is('invalid') || 'true' === $element->attribute('aria-invalid')) {
                return true;
            }
        }

        return false;
    }
}
