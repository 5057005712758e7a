<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Setup\Currency;

/**
 * An item's page: the fields of its form become options, its schema.org data the item.
 *
 * Long, as it has a method for each way in which a page asks.
 */
final readonly class PageReader
{
    /** Elements of a page at most. */
    private const MOST_ELEMENTS = 400_000;

    /**
     * Fields that speak of the person, not of the item (common practice; the words of the HTML standard's
     * autocomplete).
     */
    private const CONTACT = '/\b(?:e-?mail|newsletter|subscribe|phone|tel|telephone|address|street|postcode|zip|postal|country-name|given-name|family-name|first.?name|last.?name|password|username|coupon|voucher|captcha)\b/iu';

    private const SEARCH = '/\b(?:search|suche|recherche|buscar|zoek|query)\b/iu';

    private function __construct(private PageTree $tree, private DraftSource $source, private FieldReader $field) {}

    /**
     * @param string $html UTF-8
     *
     * @throws UnreadableDocument
     */
    public static function read(string $html, string $name, int $minorUnits): DraftSource
    {
        $html = (string) preg_replace('/<meta\b[^>]{0,300}?charset\s*=[^>]*>/i', '', $html);
        $page = PageTreeBuilder::build($html);
        if ($page->getElementsByTagName('*')->length > self::MOST_ELEMENTS) {
            throw UnreadableDocument::at('', sprintf('The page has more than %d elements.', self::MOST_ELEMENTS));
        }
        $source = new DraftSource($name);
        $tree = new PageTree($page);
        ProductData::into($tree, $source);
        $code = $source->currency?->value;
        $minorUnits = is_string($code) ? Currency::find($code)->minorUnits ?? $minorUnits : $minorUnits;
        $reader = new self($tree, $source, new FieldReader($tree, $source, $minorUnits));
        $heading = $reader->heading($page);
        $form = $reader->fields();
        if (null !== $heading) {
            PagePrice::into($source, $heading, $form, $minorUnits);
        }

        return $source;
    }

    /** The heading that names the item. */
    private function heading(\DOMDocument $page): ?\DOMElement
    {
        foreach (PageTree::within($page, 'h1') as $heading) {
            $text = PageFields::read($heading);
            if ('' !== $text) {
                $this->source->item['name'] ??= new Fact($text, 'the heading h1', false);

                return $heading;
            }
        }
        $title = $page->getElementsByTagName('title')->item(0);
        $named = null === $title ? '' : PageFields::read($title);
        foreach (['h2', 'h3'] as $level) {
            foreach (PageTree::within($page, $level) as $heading) {
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
                $this->field->quantity($field);
            } elseif ($this->isContact($field)) {
                $this->source->leave($field->place(), 'It asks about the person, not about the item.');
            } elseif ('' !== $field->set) {
                $key = $field->role . $field->set;
                if (!isset($done[$key])) {
                    $done[$key] = true;
                    $this->ofSet($field, $sets[$key]);
                }
            } else {
                $this->field->ofField($field);
            }
        }
    }

    private function isQuantity(PageField $field): bool
    {
        $words = implode(' ', [$field->attribute('name'), $field->attribute('id'), $field->label]);

        return in_array($field->role, ['number', 'text', 'select'], true) &&
            1 === preg_match(FieldWords::QUANTITY, $words);
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
            $value = $this->field->value(
                '' === $field->label ? (string) $field->attribute('value') : $field->label,
                $field->place(),
                '' !== $field->label,
            );
            $this->field->picture($field->element, $value);
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
            $this->field->disabled($field->element, $field->place(), $value);
            $option->values[] = $value;
        }
        $this->field->required($option, $fields, $name);
        $this->source->options[] = $option;
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
        $this->field->required($option, [$field], $text);
        if (
            $field->element->hasAttribute('checked') ||
            'true' === $field->attribute('aria-checked') ||
            'true' === $field->attribute('aria-pressed')
        ) {
            $option->facts['default'] = new Fact(true, $field->place() . ', checked');
        }
        $charge = $this->field->charge($text, $field->place());
        if (null !== $charge) {
            $option->facts['yes/charge'] = $charge;
        }
        $this->source->options[] = $option;
    }
}
