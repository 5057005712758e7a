<?php

declare(strict_types=1);

namespace Ithrel\Core\Page;

/**
 * One thing that can be picked in a control.
 */
final readonly class ControlItem
{
    /**
     * @param PageElement $element the option, radio button, check box or button
     * @param PageElement|null $label what a person clicks where the element itself is not shown
     */
    public function __construct(public string $text, public PageElement $element, public ?PageElement $label = null) {}

    public function isShown(): bool
    {
        return $this->element->isShown || true === $this->label?->isShown;
    }

    public function isDisabled(): bool
    {
        return $this->element->is('disabled') ||
            null !== $this->element->attribute('disabled') ||
            'true' === $this->element->attribute('aria-disabled');
    }

    /** Whether it stands for no answer at all. */
    public function isNone(): bool
    {
        return '' ===
            ($this->element->attribute('value') ?? ('option' === $this->element->tag ? trim($this->text) : '-')) ||
            'none' === $this->element->attribute('data-value');
    }

    /** As far as the accessibility tree says. */
    public function isPicked(): bool
    {
        return $this->element->is('checked') || $this->element->is('selected') || $this->element->is('pressed');
    }
}
