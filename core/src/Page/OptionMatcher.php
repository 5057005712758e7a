<?php

declare(strict_types=1);

namespace Ithrel\Core\Page;

use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * Which control of a page asks for which option: by name, kind and values, as one best assignment over all of them.
 */
final class OptionMatcher
{
    /** Below this a pair is more likely wrong than right. */
    private const LEAST = 60;

    /** What each kind of option is asked with, the most usual first; what is typed, in a text where nothing is said. */
    private const KINDS = [
        'one' => [Control::LIST, Control::RADIOS, Control::CHECKS],
        'part' => [Control::LIST, Control::RADIOS],
        'several' => [Control::CHECKS, Control::RADIOS, Control::CHECK],
        'flag' => [Control::CHECK, Control::CHECKS, Control::RADIOS, Control::LIST],
        'text' => [Control::TEXT],
        'number' => [Control::NUMBER, Control::TEXT],
        'date' => [Control::DATE, Control::TEXT],
        'file' => [Control::FILE],
        'colour' => [Control::COLOUR, Control::TEXT],
    ];

    /**
     * @param list<Option> $options to be found
     * @param list<Control> $controls
     *
     * @return array<string, array{Control, int}> code of an option => its control, and how well it fits, to 200
     */
    public static function match(array $options, array $controls): array
    {
        $worth = array_map(
            static fn(Option $option): array => array_map(static function (Control $control) use ($option): int {
                $fit = self::fit($option, $control);

                return $fit >= self::LEAST ? $fit : 0;
            }, $controls),
            $options,
        );
        $found = [];
        foreach (Assignment::best($worth) as $i => $j) {
            $found[$options[$i]->code] = [$controls[$j], $worth[$i][$j]];
        }

        return $found;
    }

    /**
     * The controls of the form that is the item's, and those in no form. A page can have a search or another form that
     * asks for the same: of forms that answer as many options, the one that looks most like buying.
     *
     * @param list<Option> $options
     * @param list<Control> $controls
     * @param \Closure(PageElement): int $worth of a form, by how much it looks like buying
     *
     * @return list<Control>
     */
    public static function inItsForm(array $options, array $controls, \Closure $worth): array
    {
        $forms = [];
        foreach ($controls as $control) {
            $form = $control->form();
            if (null !== $form) {
                $forms[$form->id] = $form;
            }
        }
        if (count($forms) < 2) {
            return $controls;
        }
        $all = count(self::match($options, $controls));
        $best = null;
        foreach ($forms as $id => $form) {
            $own = array_values(
                array_filter($controls, static fn(Control $c): bool => in_array($c->form()->id ?? $id, [$id], true)),
            );
            if (
                count(self::match($options, $own)) === $all &&
                $all > 0 &&
                (null === $best || $worth($form) > $best[0])
            ) {
                $best = [$worth($form), $own];
            }
        }

        // Options that are spread over several forms stay so.
        return $best[1] ?? $controls;
    }

    public static function fit(Option $option, Control $control): int
    {
        $controls = self::KINDS[$option->kind->value] ?? ($option->kind->isInput() ? [Control::TEXT] : []);
        if (!in_array($control->kind, $controls, true)) {
            return 0;
        }
        $name = Wording::likeness($option->label, $control->label);
        if (Kind::Flag === $option->kind) {
            // A tick box has its option's label beside it; a pair of radios has it above.
            return Control::CHECK === $control->kind
                ? 2 * $name
                : ($name >= 80 && 2 === count($control->items)
                    ? $name
                    : 0);
        }
        if ([] === $option->values) {
            $attribute = max(
                0,
                Wording::likeness(
                    $option->code,
                    str_replace(['-', '_'], ' ', $control->element->attribute('name') ?? ''),
                ) - 20,
            );

            return Control::TEXT === $control->kind && Kind::Text !== $option->kind
                ? $name
                : $name + intdiv(max($name, $attribute), 2);
        }
        $values = 0;
        $offered = array_filter($option->values, static fn($value): bool => !$value->hidden);
        foreach ($offered as $value) {
            $values += null === self::item($control, $value->label) ? 0 : 1;
        }
        $share = [] === $offered ? 0 : intdiv(100 * $values, count($offered));
        $extra = max(
            0,
            count(array_filter($control->items, static fn(ControlItem $i): bool => !$i->isNone())) - $values,
        );

        return max(0, $name + $share - min(60, 10 * $extra));
    }

    /** The item of a control that stands for a value. */
    public static function item(Control $control, string $label): ?ControlItem
    {
        $plain = Wording::plain($label);
        foreach ($control->items as $item) {
            if (Wording::plain($item->text) === $plain) {
                return $item;
            }
        }
        $bare = Wording::plain(Wording::withoutCharge($label));
        foreach ($control->items as $item) {
            if (Wording::plain(Wording::withoutCharge($item->text)) === $bare) {
                return $item;
            }
        }

        return null;
    }
}
