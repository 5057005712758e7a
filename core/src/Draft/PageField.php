<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

/**
 * One control of a page, with what a person reads beside it.
 */
final readonly class PageField
{
    /**
     * @param string $role select, radio, checkbox, text, number, date, file, colour, other, hidden, button
     * @param string $label what a person reads beside it; "" where nothing
     * @param string|null $group what a person reads beside the group that it belongs to (a fieldset's legend, say)
     * @param string $set what radios and check boxes of one question share
     */
    public function __construct(
        public \DOMElement $element,
        public string $role,
        public string $label,
        public ?string $group,
        public string $set,
    ) {}

    public function attribute(string $name): ?string
    {
        return $this->element->hasAttribute($name) ? trim($this->element->getAttribute($name)) : null;
    }

    public function isRequired(): bool
    {
        return $this->element->hasAttribute('required') || 'true' === $this->element->getAttribute('aria-required');
    }

    /** Where it stands, in words. */
    public function place(): string
    {
        foreach (['name' => 'name', 'id' => 'id', 'data-name' => 'data-name'] as $attribute => $word) {
            if ('' !== (string) $this->attribute($attribute)) {
                return sprintf('%s %s "%s"', $this->element->tagName, $word, $this->attribute($attribute));
            }
        }

        return '' === $this->label
            ? $this->element->tagName
            : sprintf('%s "%s"', $this->element->tagName, $this->label);
    }

    /** Everything that names it, for telling what it is for. */
    public function words(): string
    {
        return mb_strtolower(
            implode(' ', [
                $this->label,
                ...array_map($this->attribute(...), [
                    'name',
                    'id',
                    'autocomplete',
                    'placeholder',
                    'aria-label',
                    'class',
                ]),
            ]),
        );
    }
}
