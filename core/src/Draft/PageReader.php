<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Setup\Currency;
use Ithrel\Core\Setup\UnreadableDocument;
use Masterminds\HTML5;

/**
 * An item's page: the fields of its form become options, its schema.org data the item.
 */
final class PageReader
{
    /** Elements of a page at most. */
    private const MOST_ELEMENTS = 400_000;

    /** How fields are named that ask how many (common practice, no source). */
    private const QUANTITY = '/(?:^|[\s_\-\[])(?:qty|quantity|quantité|quantita|quantità|quantite|menge|anzahl|cantidad|quantidade|antal|aantal|antall|ilosc|ilość|mnozstvi|množství|kolicina|количество|数量|العدد|الكمية|כמות)(?:$|[\s_\-\]:*.])/iu';

    /**
     * Fields that speak of the person, not of the item (common practice; the words of the HTML standard's
     * autocomplete).
     */
    private const CONTACT = '/\b(?:e-?mail|newsletter|subscribe|phone|tel|telephone|address|street|postcode|zip|postal|country-name|given-name|family-name|first.?name|last.?name|password|username|coupon|voucher|captcha)\b/iu';

    private const SEARCH = '/\b(?:search|suche|recherche|buscar|zoek|query)\b/iu';

    private function __construct(
        private readonly PageTree $tree,
        private readonly DraftSource $source,
        private readonly int $minorUnits,
    ) {}

    /**
     * @param string $html UTF-8
     *
     * @throws UnreadableDocument
     */
    public static function read(string $html, string $name, int $minorUnits): DraftSource
    {
        $html = (string) preg_replace('/<meta\b[^>]{0,300}?charset\s*=[^>]*>/i', '', $html);
        $page = (new HTML5(['disable_html_ns' => true, 'encoding' => 'UTF-8']))->loadHTML($html);
        if ($page->getElementsByTagName('*')->length > self::MOST_ELEMENTS) {
            throw UnreadableDocument::at('', sprintf('The page has more than %d elements.', self::MOST_ELEMENTS));
        }
        $source = new DraftSource($name);
        $tree = new PageTree($page);
        ProductData::into($tree, $source);
        $code = $source->currency?->value;
        $reader = new self(
            $tree,
            $source,
            is_string($code) ? Currency::find($code)->minorUnits ?? $minorUnits : $minorUnits,
        );
        $heading = $reader->heading($page);
        $form = $reader->fields();
        if (null !== $heading) {
            PagePrice::into($source, $heading, $form, $reader->minorUnits);
        }

        return $source;
    }

    /** The heading that names the item. */
    private function heading(\DOMDocument $page): ?\DOMElement
    {
        foreach ($page->getElementsByTagName('h1') as $heading) {
            $text = PageFields::read($heading);
            if ('' !== $text) {
                $this->source->item['name'] ??= new Fact($text, 'the heading h1', false);

                return $heading;
            }
        }
        $title = $page->getElementsByTagName('title')->item(0);
        $named = null === $title ? '' : PageFields::read($title);
        foreach (['h2', 'h3'] as $level) {
            foreach ($page->getElementsByTagName($level) as $heading) {
                $text = PageFields::read($heading);
                if (mb_strlen($text) > 2 && str_contains($named, $text)) {
                    $this->source->item['name'] ??= new Fact(
                        $text,
                        sprintf('the heading %s, which the title of the page names', $level),
                        false,
                    );

                    return $heading;
                }
            }
        }

        return null;
    }

    /** The form that the item is bought with. */
    private function fields(): ?\DOMElement
    {
        $forms = (new PageFields($this->tree))->byForm();
        $best = null;
        foreach ($forms as $key => $form) {
            $worth = $this->worth($form['form'], $form['fields']);
            if (
                $worth > 0 &&
                (null === $best || $worth > $this->worth($forms[$best]['form'], $forms[$best]['fields']))
            ) {
                $best = $key;
            }
        }
        foreach ($forms as $key => $form) {
            if ($key !== $best) {
                $this->leaveAll($form['form'], $form['fields']);
            }
        }
        if (null === $best) {
            $this->source->leave('the page', 'It has no form whose fields could be options.');

            return null;
        }
        $this->options($forms[$best]['fields']);

        return $forms[$best]['form'];
    }

    /**
     * How much a form looks as if an item were bought with it.
     *
     * @param list<PageField> $fields
     */
    private function worth(?\DOMElement $form, array $fields): int
    {
        $worth =
            null !== $form &&
            ('search' === $form->getAttribute('role') ||
                null !== PageFields::closest($form, static fn(\DOMElement $e): bool => 'search' === $e->tagName))
                ? -100
                : 0;
        foreach ($fields as $field) {
            $worth += match (true) {
                $this->isQuantity($field) => 30,
                $this->isContact($field) => -8,
                default => match ($field->role) {
                    'select', 'radio', 'file', 'number', 'date', 'colour' => 10,
                    'checkbox' => 5,
                    'text' => 3,
                    default => 0,
                },
            };
        }

        return $worth;
    }

    /**
     * @param list<PageField> $fields
     */
    private function leaveAll(?\DOMElement $form, array $fields): void
    {
        $place =
            null === $form
                ? 'outside of any form'
                : ('' !== $form->getAttribute('id')
                    ? sprintf('the form "%s"', $form->getAttribute('id'))
                    : 'another form');
        foreach ($fields as $field) {
            if (!in_array($field->role, ['button', 'hidden'], true)) {
                $this->source->leave(
                    $field->place(),
                    sprintf('It stands in %s, not in the one that the item is bought with.', $place),
                );
            }
        }
    }

    /**
     * @param list<PageField> $fields
     */
    private function options(array $fields): void
    {
        $sets = [];
        foreach ($fields as $field) {
            if ('' !== $field->set) {
                $sets[$field->role . $field->set][] = $field;
            }
        }
        $done = [];
        foreach ($fields as $field) {
            if ('button' === $field->role) {
                continue;
            }
            if ('hidden' === $field->role) {
                $this->source->leave($field->place(), 'It is hidden: nothing that a shopper answers.');
            } elseif ($this->isQuantity($field) && in_array($field->role, ['number', 'text', 'select'], true)) {
                $this->quantity($field);
            } elseif ($this->isContact($field)) {
                $this->source->leave($field->place(), 'It asks about the person, not about the item.');
            } elseif ('' !== $field->set) {
                $key = $field->role . $field->set;
                if (!isset($done[$key])) {
                    $done[$key] = true;
                    $this->ofSet($field, $sets[$key]);
                }
            } else {
                $this->ofField($field);
            }
        }
    }

    private function isQuantity(PageField $field): bool
    {
        $words = implode(' ', [$field->attribute('name'), $field->attribute('id'), $field->label]);

        return in_array($field->role, ['number', 'text', 'select'], true) && 1 === preg_match(self::QUANTITY, $words);
    }

    private function isContact(PageField $field): bool
    {
        $type = strtolower((string) $field->attribute('type'));

        return in_array($type, ['email', 'tel', 'password'], true) ||
            ('text' === $field->role && 1 === preg_match(self::CONTACT, $field->words())) ||
            'search' === $type ||
            ('text' === $field->role && 1 === preg_match(self::SEARCH, $field->words())) ||
            ('checkbox' === $field->role &&
                1 === preg_match('/newsletter|subscribe|terms|privacy|consent/iu', $field->words()));
    }

    private function quantity(PageField $field): void
    {
        if ('select' === $field->role) {
            $numbers = [];
            foreach ($field->element->getElementsByTagName('option') as $option) {
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

    /**
     * Radios of one question, or check boxes that stand together.
     *
     * @param non-empty-list<PageField> $fields
     */
    private function ofSet(PageField $first, array $fields): void
    {
        if ('checkbox' === $first->role && 1 === count($fields)) {
            $this->flag($first);

            return;
        }
        $name = $first->group ?? ($first->attribute('name') ?? '');
        if ('' === $name) {
            $this->source->leave($first->place(), 'Nothing tells what is asked.');

            return;
        }
        $label = new Fact(
            Names::withoutMark(null === $first->group ? rtrim($name, '[]') : $name),
            $first->place() . (null === $first->group ? ', name' : ''),
            null !== $first->group,
        );
        $sameName =
            1 ===
            count(array_unique(array_map(static fn(PageField $f): string => (string) $f->attribute('name'), $fields)));
        $isOne =
            'radio' === $first->role &&
            null ===
                PageFields::closest(
                    $first->element,
                    static fn(\DOMElement $e): bool => 'true' === $e->getAttribute('aria-multiselectable'),
                );
        // Of buttons with a pressed state nothing says whether one excludes the others.
        $isSure = null === $first->attribute('aria-pressed') && ('radio' === $first->role || $sameName);
        $option = new DraftOption($label, new Fact($isOne ? 'one' : 'several', $first->place(), $isSure));
        foreach ($fields as $field) {
            if (
                'radio' === $field->role &&
                '' === $field->attribute('value') &&
                null === $field->attribute('aria-pressed')
            ) {
                $this->source->leave(
                    $field->place(),
                    sprintf('"%s" has an empty value: it stands for no answer.', $field->label),
                );
                continue;
            }
            if ('' === $field->label && '' === (string) $field->attribute('value')) {
                $this->source->leave($field->place(), 'It has neither a label nor a value.');
                continue;
            }
            $value = $this->value(
                '' === $field->label ? (string) $field->attribute('value') : $field->label,
                $field->place(),
                '' !== $field->label,
            );
            $this->picture($field->element, $value);
            if (
                $field->element->hasAttribute('checked') ||
                in_array(
                    'true',
                    [
                        $field->attribute('aria-checked'),
                        $field->attribute('aria-selected'),
                        $field->attribute('aria-pressed'),
                    ],
                    true,
                )
            ) {
                $value->facts['default'] = new Fact(true, $field->place());
            }
            $this->disabled($field->element, $field->place(), $value);
            $option->values[] = $value;
        }
        $this->required($option, $fields, $name);
        $this->source->options[] = $option;
    }

    /**
     * @param list<PageField> $fields
     */
    private function required(DraftOption $option, array $fields, string $label): void
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

    private function flag(PageField $field): void
    {
        $text = '' !== $field->label ? $field->label : $field->group ?? (string) $field->attribute('name');
        if ('' === $text) {
            $this->source->leave($field->place(), 'Nothing tells what is asked.');

            return;
        }
        $option = new DraftOption(
            new Fact(Names::withoutMark($text), $field->place(), '' !== $field->label),
            new Fact('flag', $field->place()),
        );
        $this->required($option, [$field], $text);
        if (
            $field->element->hasAttribute('checked') ||
            'true' === $field->attribute('aria-checked') ||
            'true' === $field->attribute('aria-pressed')
        ) {
            $option->facts['default'] = new Fact(true, $field->place() . ', checked');
        }
        $charge = $this->charge($text, $field->place());
        if (null !== $charge) {
            $option->facts['yes/charge'] = $charge;
        }
        $this->source->options[] = $option;
    }

    private function ofField(PageField $field): void
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
        foreach ($field->element->getElementsByTagName('option') as $n => $element) {
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

    private function value(string $label, string $place, bool $isSure): DraftValue
    {
        $value = new DraftValue(new Fact($label, $place, $isSure));
        $charge = $this->charge($label, $place);
        if (null !== $charge) {
            $value->facts['charge'] = $charge;
        }

        return $value;
    }

    private function charge(string $label, string $place): ?Fact
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
    private function picture(\DOMElement $control, DraftValue $value): void
    {
        $label = PageFields::closest($control, static fn(\DOMElement $e): bool => 'label' === $e->tagName) ?? $control;
        foreach ($label->getElementsByTagName('img') as $image) {
            if ('' !== $image->getAttribute('src')) {
                $value->facts['swatch'] = new Fact($image->getAttribute('src'), 'the picture in its label', false);

                return;
            }
        }
    }

    private function disabled(\DOMElement $element, string $place, DraftValue $value): void
    {
        if ($element->hasAttribute('disabled') || 'true' === $element->getAttribute('aria-disabled')) {
            $this->source->leave(
                $place,
                sprintf('"%s" cannot be picked on this page; why is not told.', $value->label->text()),
            );
        }
    }
}
