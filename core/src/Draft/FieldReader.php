<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

/**
 * Reads one field of an item's page as an option.
 *
 * Long, as it has a method for each kind of field.
 */
final readonly class FieldReader
{
    public function __construct(private PageTree $tree, private DraftSource $source, private int $minorUnits) {}

    public function ofField(PageField $field): void
    {
        $text = '' !== $field->label ? $field->label : (string) $field->attribute('name');
        if ('' === $text || 'other' === $field->role) {
            $this->source->leave(
                $field->place(),
                'other' === $field->role ? 'No kind of option asks for this.' : 'Nothing tells what is asked.',
            );

            return;
        }
        $kind = match ($field->role) {
            'select' => $field->element->hasAttribute('multiple') ? 'several' : 'one',
            default => $field->role,
        };
        $option = new DraftOption(
            new Fact(
                Names::withoutMark($text),
                $field->place() . ('' === $field->label ? ', name' : ''),
                '' !== $field->label,
            ),
            new Fact($kind, $field->place()),
        );
        $this->required($option, [$field], $text);
        match ($field->role) {
            'select' => $this->select($field, $option),
            'number' => $this->number($field, $option),
            'text' => $this->text($field, $option),
            'date' => $this->date($field, $option),
            'file' => $this->file($field, $option),
            default => null,
        };
        $charge = in_array($field->role, ['select'], true) ? null : $this->charge($text, $field->place());
        if (null !== $charge) {
            $option->facts['charge'] = $charge;
        }
        $default = $field->attribute('value');
        if (
            null !== $default &&
            '' !== $default &&
            in_array($field->role, ['number', 'text', 'date', 'colour'], true)
        ) {
            $option->facts['default'] = new Fact(
                'colour' === $field->role ? strtolower($default) : $default,
                $field->place() . ', value',
            );
        } elseif ('textarea' === $field->element->tagName && '' !== trim($field->element->textContent)) {
            $option->facts['default'] = new Fact(trim($field->element->textContent), $field->place());
        }
        $help = $this->tree->namedBy((string) $field->attribute('aria-describedby'));
        if ('' !== $help) {
            $option->facts['help'] = new Fact($help, $field->place() . ', aria-describedby');
        }
        $this->source->options[] = $option;
    }

    private function select(PageField $field, DraftOption $option): void
    {
        $hasPlaceholder = $isChosen = false;
        foreach (PageTree::within($field->element, 'option') as $n => $element) {
            $label = $element->hasAttribute('label')
                ? trim($element->getAttribute('label'))
                : PageFields::read($element);
            $value = $element->hasAttribute('value') ? $element->getAttribute('value') : $label;
            if ('' === $value || '' === $label) {
                $hasPlaceholder = $hasPlaceholder || 0 === $n || $element->hasAttribute('selected');
                continue;
            }
            if (
                0 === $n &&
                $element->hasAttribute('disabled') &&
                ($element->hasAttribute('hidden') || $element->hasAttribute('selected'))
            ) {
                $hasPlaceholder = true;
                continue;
            }
            $place = sprintf('%s, option "%s"', $field->place(), $value);
            if (0 === $n && self::isPrompt($label)) {
                $this->source->leave($place, sprintf('"%s" reads like a prompt, not like a value.', $label));
                $hasPlaceholder = true;
                continue;
            }
            $own = $this->value($label, $place, true);
            if ($element->hasAttribute('selected')) {
                $own->facts['default'] = new Fact(true, $place . ', selected');
                $isChosen = true;
            }
            $this->disabled($element, $place, $own);
            $option->values[] = $own;
        }
        if (
            !$hasPlaceholder &&
            !$isChosen &&
            'one' === $option->kind?->value &&
            [] !== $option->values &&
            (int) $field->attribute('size') < 2
        ) {
            $option->values[0]->facts['default'] = new Fact(
                true,
                $field->place() . ': a list without an empty entry begins on its first',
            );
        }
    }

    /**
     * Whether the first entry of a list asks to choose: between signs, as "– bitte wählen –", or ending in dots (common
     * practice, no source).
     */
    private static function isPrompt(string $label): bool
    {
        return 1 === preg_match('/^(?:([-–—*=~.…<>]+)\s*\p{L}.*\1|\p{L}.*(?:…|\.\.\.))$/su', $label);
    }

    private function number(PageField $field, DraftOption $option): void
    {
        $isRange = 'range' === strtolower((string) $field->attribute('type'));
        $limits = [
            'min' => $field->attribute('min') ?? $field->attribute('aria-valuemin'),
            'max' => $field->attribute('max') ?? $field->attribute('aria-valuemax'),
        ];
        foreach ($limits as $key => $limit) {
            $limit ??= $isRange ? ['min' => '0', 'max' => '100'][$key] : null;
            if (null !== $limit && 1 === preg_match('/^-?\d{1,15}(\.\d{1,15})?$/D', $limit)) {
                $option->facts[$key] = new Fact($limit, sprintf('%s, %s', $field->place(), $key));
            } elseif (null !== $limit && '' !== $limit) {
                $this->source->leave(sprintf('%s, %s', $field->place(), $key), sprintf('"%s" is no number.', $limit));
            }
        }
        $step = $field->attribute('step');
        if ('input' === $field->element->tagName && 'any' !== strtolower((string) $step)) {
            $isStep =
                null !== $step &&
                1 === preg_match('/^\d{0,15}\.?\d{1,15}$/D', $step) &&
                1 !== preg_match('/^0*\.?0*$/D', $step);
            $option->facts['step'] = new Fact(
                $isStep ? (str_starts_with($step, '.') ? '0' . $step : $step) : '1',
                $field->place() . ($isStep ? ', step' : ': without a step it is 1, as HTML has it'),
            );
        }
        if (1 === preg_match('/(?:\(|\bin\s+)(mm|cm|m|in|ft|yd|kg|g|°|%)\)?\s*\*?$/u', $field->label, $m)) {
            $option->facts['unit'] = new Fact($m[1], $field->place() . ', the label', false);
        }
    }

    private function text(PageField $field, DraftOption $option): void
    {
        foreach (['minlength' => 'length/min', 'maxlength' => 'length/max'] as $attribute => $key) {
            $value = $field->attribute($attribute);
            if (null !== $value && 1 === preg_match('/^\d{1,7}$/D', $value) && (int) $value <= 1_000_000) {
                $option->facts[$key] = new Fact((int) $value, sprintf('%s, %s', $field->place(), $attribute));
            }
        }
        $pattern = $field->attribute('pattern');
        if (null !== $pattern && '' !== $pattern && 'input' === $field->element->tagName) {
            try {
                \Ithrel\Core\Pattern\HtmlPattern::parse($pattern);
                $option->facts['pattern'] = new Fact($pattern, $field->place() . ', pattern');
            } catch (\Ithrel\Core\Pattern\PatternError $e) {
                $this->source->leave($field->place() . ', pattern', $e->getMessage());
            }
        }
    }

    private function date(PageField $field, DraftOption $option): void
    {
        foreach (['min' => 'earliest', 'max' => 'latest'] as $attribute => $key) {
            $value = $field->attribute($attribute);
            if (null !== $value && 1 === preg_match('/^\d{4}-\d\d-\d\d$/D', $value)) {
                $option->facts[$key] = new Fact($value, sprintf('%s, %s', $field->place(), $attribute));
            }
        }
    }

    private function file(PageField $field, DraftOption $option): void
    {
        $types = [];
        foreach (
            array_filter(
                array_map(trim(...), explode(',', strtolower((string) $field->attribute('accept')))),
                static fn(string $accepted): bool => '' !== $accepted,
            )
            as $accepted
        ) {
            $type = str_starts_with($accepted, '.') ? FileEndings::TYPES[substr($accepted, 1)] ?? null : $accepted;
            if (null === $type) {
                $this->source->leave(
                    $field->place() . ', accept',
                    sprintf('The ending "%s" is of no kind that is known.', $accepted),
                );
            } else {
                $types[$type] = true;
            }
        }
        if ([] !== $types) {
            $option->facts['types'] = new Fact(array_keys($types), $field->place() . ', accept');
        }
        if (!$field->element->hasAttribute('multiple')) {
            $option->facts['files/max'] = new Fact(1, $field->place() . ': one file, as it is not multiple');
        }
    }

    public function value(string $label, string $place, bool $isSure): DraftValue
    {
        $value = new DraftValue(new Fact($label, $place, $isSure));
        $charge = $this->charge($label, $place);
        if (null !== $charge) {
            $value->facts['charge'] = $charge;
        }

        return $value;
    }

    public function charge(string $label, string $place): ?Fact
    {
        $said = LabelCharge::in($label, $this->minorUnits);
        if (null === $said) {
            return null;
        }
        $this->source->currency ??=
            null === $said->amount->currency
                ? null
                : new Fact($said->amount->currency, $place . ', the label', !$said->amount->isSignGuessed);
        $plain = $said->amount->amount->strippedOfTrailingZeros();

        return new Fact(
            OptionTable::asCharge(
                $said->amount->isPercent,
                (string) $plain->toScale(max($this->minorUnits, $plain->getScale())),
                Cells::text($plain),
            ),
            $place . ', the label',
        );
    }

    /** The picture of a choice itself. */
    public function picture(\DOMElement $control, DraftValue $value): void
    {
        $label = PageFields::closest($control, static fn(\DOMElement $e): bool => 'label' === $e->tagName) ?? $control;
        foreach (PageTree::within($label, 'img') as $image) {
            if ('' !== $image->getAttribute('src')) {
                $value->facts['swatch'] = new Fact($image->getAttribute('src'), 'the picture in its label', false);

                return;
            }
        }
    }

    public function disabled(\DOMElement $element, string $place, DraftValue $value): void
    {
        if ($element->hasAttribute('disabled') || 'true' === $element->getAttribute('aria-disabled')) {
            $this->source->leave(
                $place,
                sprintf('"%s" cannot be picked on this page; why is not told.', $value->label->text()),
            );
        }
    }

    /**
     * @param list<PageField> $fields
     */
    public function required(DraftOption $option, array $fields, string $label): void
    {
        foreach ($fields as $field) {
            $around = PageFields::closest(
                $field->element,
                static fn(\DOMElement $e): bool => 'true' === $e->getAttribute('aria-required'),
            );
            if ($field->isRequired() || null !== $around) {
                $option->facts['required'] = new Fact(true, $field->place() . ', required');

                return;
            }
        }
        if (Names::isMarked($label)) {
            $option->facts['required'] = new Fact(
                true,
                ($fields[0] ?? null)?->place() . ', the mark at its label',
                false,
            );
        }
    }

    public function quantity(PageField $field): void
    {
        if ('select' === $field->role) {
            $numbers = [];
            foreach (PageTree::within($field->element, 'option') as $option) {
                $value = $option->hasAttribute('value') ? $option->getAttribute('value') : PageFields::read($option);
                if (1 === preg_match('/^\d{1,6}$/D', $value)) {
                    $numbers[] = (int) $value;
                }
            }
            if ([] !== $numbers) {
                $this->source->quantity += [
                    'min' => new Fact(max(1, min($numbers)), $field->place()),
                    'max' => new Fact(max($numbers), $field->place()),
                ];
            }

            return;
        }
        foreach (['min', 'max', 'step'] as $key) {
            $value = $field->attribute($key);
            if (null !== $value && 1 === preg_match('/^[1-9]\d{0,5}$/D', $value)) {
                $this->source->quantity[$key] ??= new Fact((int) $value, sprintf('%s, %s', $field->place(), $key));
            }
        }
    }
}
