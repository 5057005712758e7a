<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Page;

use Ithrel\App\Browser\Pilot;
use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\App\Rehearsal\NotTried;
use Ithrel\Core\Draft\FieldWords;
use Ithrel\Core\Page\Control;
use Ithrel\Core\Page\ControlItem;
use Ithrel\Core\Page\PageElement;
use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Page\PageSnapshot;
use Ithrel\Core\Page\Wording;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Setup\Setup;

/**
 * Adds what was answered to the cart, or goes straight to the checkout with it; and reads what a refusal names.
 */
final class Adding
{
    /** @var list<string> lines of the item as the cart showed them last */
    private array $cart = [];

    public function __construct(
        private readonly Pilot $pilot,
        private readonly Setup $setup,
        private readonly PageMap $map,
        private readonly Shopper $shopper,
        private readonly StageReader $reader,
    ) {}

    /** A new shopper comes: the cart is empty. */
    public function begin(): void
    {
        $this->cart = [];
    }

    /**
     * @param 'form'|'express' $route
     *
     * @return array{bool, list<string>, bool} whether it was taken, which options a refusal names, and whether the
     *                                         page's own guard was put away for it
     */
    public function add(Check $check, string $route, int $before): array
    {
        if ('express' === $route && null === $this->map->express) {
            throw new NotTried('No way straight to the checkout was found on the page.');
        }
        $button = $this->shopper->button('express' === $route ? $this->map->express : $this->map->add);
        if (null === $button) {
            throw new NoAnswer('The button that adds is gone from the page.', true);
        }
        if (Buttons::isDisabled($button)) {
            // A button that cannot be pressed is a refusal that needs no words.
            return [false, null === $check->field ? [] : [$check->field], false];
        }
        $isPast = false;
        $old = $this->pilot->page();
        $after = $this->pilot->click($button);
        $named = $this->named($old, $after);
        if ($before === count($check->visits) - 1 && $this->isOfThePageAlone($check, $named)) {
            // The page itself does not let it through; whether the shop does is asked without the page's guard.
            $isPast = true;
            $after = $this->pilot->click(
                $this->shopper->button('express' === $route ? $this->map->express : $this->map->add) ?? $button,
            );
            $named = array_values(array_unique([...$named, ...$this->named($old, $after)]));
        }
        if ('express' === $route) {
            $places = $this->map->checkoutLines;
            // Where the item's page stands there again, with what it asks for, there is nothing to go on with.
            $isBack = null !== $this->shopper->button($this->map->express);
            if (null !== $places && !$isBack && $this->pilot->address() !== $old->address) {
                $after =
                    Ordering::goOn(
                        $this->pilot,
                        $after,
                        static fn(PageSnapshot $p): bool => [] !== $places->lines($p),
                    ) ?? $after;
            }
            $lines = $places?->lines($after) ?? [];
            $isThere = [] !== $lines && $this->pilot->address() !== $old->address;

            return [$isThere, $isThere ? [] : $named, $isPast];
        }
        $cart = null === $this->map->cart ? $after : $this->pilot->visit($this->map->cart);
        $lines = $this->reader->mainLines($this->map->cartLines, $cart);
        $texts = array_map(static fn(PageElement $line): string => $line->text(), $lines);
        // Two that became one were taken: the line that was there says something else now.
        $accepted =
            count($lines) > $before ||
            (count($lines) > 0 && (0 === $before || [] === $named || $texts !== $this->cart));
        $this->cart = $texts;

        return [$accepted, $accepted ? [] : $named, $isPast];
    }

    /**
     * Whether an answer that is left out was refused by the browser's own validation, which is then put away.
     *
     * @param list<string> $fields that the refusal names
     */
    private function isOfThePageAlone(Check $check, array $fields): bool
    {
        return Purpose::Required === $check->purpose &&
            null !== $check->field &&
            in_array($check->field, $fields, true) &&
            $this->shopper->withoutValidation($check->field);
    }

    /**
     * Options that a refusal names: by the field, or in words that were not there before.
     *
     * @return list<string>
     */
    private function named(PageSnapshot $old, PageSnapshot $new): array
    {
        $before = [];
        foreach ($old->all() as $element) {
            if ('#text' === $element->tag && $element->isShown) {
                $before[$element->name] = ($before[$element->name] ?? 0) + 1;
            }
        }
        $said = '';
        foreach ($new->all() as $element) {
            // What stands there once more than before was said anew.
            if (
                '#text' === $element->tag &&
                $element->isShown &&
                ($before[$element->name] = ($before[$element->name] ?? 0) - 1) < 0
            ) {
                $said .= ' ' . $element->name;
            }
        }
        $named = [];
        foreach ($this->setup->options as $option) {
            $control = isset($this->map->options[$option->code]) ? $this->shopper->control($option->code) : null;
            $label = Wording::plain($option->label);
            if (
                (null !== $control && $control->isShown() && $this->isInvalid($control)) ||
                ('' !== $label && str_contains(mb_strtolower($said), $label))
            ) {
                $named[] = $option->code;
            }
        }
        if (1 === preg_match(FieldWords::QUANTITY, $said)) {
            $named[] = 'quantity';
        }
        $quantity = null === $this->map->quantity ? null : $this->shopper->byKey($this->map->quantity);
        if (
            (null !== $quantity && $this->isInvalid($quantity)) ||
            (null !== $quantity &&
                '' !== $quantity->label &&
                str_contains(mb_strtolower($said), Wording::plain($quantity->label)))
        ) {
            $named[] = 'quantity';
        }

        return array_values(array_unique($named));
    }

    /** Whether a field says so itself, or the browser's own validation does. */
    private function isInvalid(Control $control): bool
    {
        foreach (
            [$control->element, ...array_map(static fn(ControlItem $i): PageElement => $i->element, $control->items)]
            as $element
        ) {
            if (
                in_array($element->tag, ['input', 'select', 'textarea'], true) &&
                true === $this->pilot->call($element, 'function() { return this.willValidate && !this.validity.valid }')
            ) {
                return true;
            }
        }

        return $control->isInvalid();
    }
}
