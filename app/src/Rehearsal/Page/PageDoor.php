<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Page;

use Ithrel\App\Browser\Pilot;
use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\App\Rehearsal\NotTried;
use Ithrel\Core\Compare\Found;
use Ithrel\Core\Draft\FieldWords;
use Ithrel\Core\Page\Control;
use Ithrel\Core\Page\ControlItem;
use Ithrel\Core\Page\PageElement;
use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Page\PageSnapshot;
use Ithrel\Core\Page\Wording;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Click;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * Tries checks on a shop's page in a browser, each as a new shopper.
 */
final class PageDoor
{
    private readonly StageReader $reader;

    /** @var list<string> lines of the item as the cart showed them last */
    private array $cart = [];

    public function __construct(
        private readonly Pilot $pilot,
        private readonly Setup $setup,
        private readonly PageMap $map,
        private readonly Shopper $shopper,
        private readonly bool $orders,
        private readonly ?Camera $camera = null,
    ) {
        $this->reader = new StageReader($setup, $map);
    }

    /**
     * @return array{Found, list<string>} what was found, and what was not looked at
     *
     * @throws NotTried
     * @throws NoAnswer
     */
    public function try(Check $check): array
    {
        $this->reader->unseen = [];
        $this->cart = [];
        // An option that is shown in two ways is answered in the one by this check, in the other by the next.
        $this->shopper->usesSecond = 0 === $check->number % 2;
        $this->camera?->wind();
        foreach (array_merge(...$check->visits) as $click) {
            if (!isset($this->map->options[$click->option])) {
                throw new NotTried(
                    sprintf(
                        '%s was not found on the page.',
                        $this->setup->option($click->option)?->name() ?? $click->option,
                    ),
                );
            }
        }
        $page = null;
        $offered = null;
        $apart = [];
        $accepted = $isPast = false;
        $fields = [];
        foreach ($check->visits as $v => $clicks) {
            $isLast = $v === count($check->visits) - 1;
            $this->shopper->open(0 === $v);
            foreach ($clicks as $click) {
                if (!$this->shopper->click($click)) {
                    $this->camera?->take('page');
                    if ($isLast && $this->isHeldBack($check, $click->option)) {
                        // A page that asks one thing after the other does not even go on without it.
                        return [
                            new Found(null, null, null, false, [(string) $check->field], []),
                            array_keys($this->reader->unseen),
                        ];
                    }

                    return [new Found($click->option, null, null, false, [], []), array_keys($this->reader->unseen)];
                }
            }
            if ($isLast && null !== $check->offered) {
                $offered = $this->shopper->isOffered($check->offered[0], $check->offered[1]);
            }
            $apart = $isLast ? $this->apart($clicks) : [];
            if ($check->looksOnly()) {
                // The page alone is looked at.
                $this->camera?->take('page');

                return [
                    new Found(null, $offered, null, false, [], [], false, $apart),
                    array_keys($this->reader->unseen),
                ];
            }
            if ($isLast && null !== $check->sent && $check->accepted) {
                throw new NotTried(
                    'A page sends its picks in its own order; another is tried over the shop interface.',
                );
            }
            if (null === $this->map->add || null === $this->map->cartLines) {
                throw new NotTried('How something is added to the cart, or where the cart shows it, was not found.');
            }
            $isHeld = !$this->quantity($check, $v);
            if (
                $isLast &&
                !$check->accepted &&
                null !== $check->field &&
                ($isHeld || isset($this->shopper->held[$check->field]))
            ) {
                // The page does not even let it be typed, or chosen.
                return [new Found(null, $offered, null, false, [$check->field], []), array_keys($this->reader->unseen)];
            }
            if ($isLast) {
                $page = $this->reader->pageSays($this->pilot->page(), $check);
                $this->camera?->take('page');
            }
            foreach ($isLast ? $check->sent ?? [] : [] as $code => $answer) {
                $this->shopper->send($code, $answer);
            }
            [$accepted, $fields, $isPast] = $this->add($check, $isLast ? $check->route : 'form', $v);
            if ($isLast) {
                $this->camera?->take('express' === $check->route && $accepted ? 'checkout' : 'cart');
            }
            if ($isLast && null !== $check->sent && $accepted && !$this->carries($check)) {
                // The shop took the item, but not what was sent past the page.
                [$accepted, $fields] = [false, null === $check->field ? [] : [$check->field]];
            }
        }
        $stages = $accepted && $check->accepted ? $this->stages($check) : [];

        return [
            new Found(null, $offered, $page, $accepted, $fields, $stages, $accepted && $isPast, $apart),
            array_keys($this->reader->unseen),
        ];
    }

    /**
     * Of options that are shown in two ways what each shows, where that is not the same.
     *
     * @param list<Click> $clicks
     *
     * @return array<string, array{list<string>, list<string>}>
     */
    private function apart(array $clicks): array
    {
        $apart = [];
        foreach (array_unique(array_map(static fn(Click $c): string => $c->option, $clicks)) as $code) {
            $option = isset($this->map->seconds[$code]) ? $this->setup->option($code) : null;
            $shown = null === $option ? null : $this->shopper->apart($option);
            if (null !== $shown) {
                $apart[$code] = $shown;
            }
        }

        return $apart;
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
     * Whether a check leaves something out that the page asks for, and for want of it the page neither shows what it
     * asks for next nor lets anything be added.
     */
    private function isHeldBack(Check $check, string $next): bool
    {
        if (
            $check->accepted ||
            null === $check->field ||
            $check->field === $next ||
            in_array(
                $check->field,
                array_map(static fn(Click $c): string => $c->option, $check->visits[count($check->visits) - 1]),
                true,
            )
        ) {
            return false;
        }
        $missing = $this->shopper->control($check->field);
        $wanted = $this->shopper->control($next);
        $button = $this->shopper->button($this->map->add);

        return true === $missing?->isShown() &&
            true !== $wanted?->isShown() &&
            (null === $button || Buttons::isDisabled($button));
    }

    /**
     * @return bool false where the page does not offer a quantity that it has to refuse
     *
     * @throws NotTried where it does not offer one that it has to take
     */
    private function quantity(Check $check, int $visit): bool
    {
        try {
            $this->shopper->quantity($check->quantity[$visit]);
        } catch (NotTried $e) {
            if ('quantity' !== $check->field || $check->accepted) {
                throw $e;
            }

            return false;
        }

        return true;
    }

    /**
     * Whether what was sent past the page stands in the cart or at the checkout, as the option that it was sent for
     * carries it.
     */
    private function carries(Check $check): bool
    {
        $option = null === $check->field ? null : $this->setup->option($check->field);
        // Straight to the checkout there is no cart to look at.
        $places = 'express' === $check->route ? $this->map->checkoutLines : $this->map->cartLines;
        $words = null === $option ? [] : $this->words($option, $check->sent[$option->code] ?? null);
        foreach ([] === $words ? [] : $this->reader->mainLines($places, $this->pilot->page()) as $line) {
            $text = $line->text();
            if ([] === array_filter($words, static fn(string $word): bool => !str_contains($text, $word))) {
                return true;
            }
        }

        return false;
    }

    /**
     * @return list<string> how an answer reads on a cart
     */
    private function words(Option $option, mixed $answer): array
    {
        if (Kind::Flag === $option->kind) {
            return true === $answer ? [$option->label] : [];
        }
        $words = [];
        foreach (is_array($answer) ? $answer : [$answer] as $each) {
            $word = is_array($each) ? $each['name'] ?? null : $each;
            if (is_string($word) && '' !== $word) {
                $words[] = $option->kind->isChoice()
                    ? Wording::withoutCharge($option->value($word)->label ?? $word)
                    : $word;
            }
        }

        return $words;
    }

    /**
     * @param 'form'|'express' $route
     *
     * @return array{bool, list<string>, bool} whether it was taken, which options a refusal names, and whether the
     *                                         page's own guard was put away for it
     */
    private function add(Check $check, string $route, int $before): array
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

    /**
     * @return array<string, array{lines: list<array<string, mixed>>, total: string|null}>
     */
    private function stages(Check $check): array
    {
        $stages = [];
        $checkout = null;
        if ('express' === $check->route) {
            $checkout = $this->pilot->page();
            $stages['checkout'] = $this->reader->stage('checkout', $this->map->checkoutLines, $checkout, $check);
            $this->reader->unseen['cart'] = true;
        } else {
            $cart = $this->pilot->page();
            $stages['cart'] = $this->reader->stage('cart', $this->map->cartLines, $cart, $check);
            $button = null === $this->map->toCheckout ? null : Buttons::find($cart, $this->map->toCheckout);
            if (null !== $button && null !== $this->map->checkoutLines) {
                $places = $this->map->checkoutLines;
                $checkout =
                    Ordering::goOn(
                        $this->pilot,
                        $this->pilot->click($button),
                        static fn(PageSnapshot $p): bool => [] !== $places->lines($p),
                    ) ?? $this->pilot->page();
                $this->camera?->take('checkout');
                $stages['checkout'] = $this->reader->stage('checkout', $this->map->checkoutLines, $checkout, $check);
            } else {
                $this->reader->unseen['checkout'] = true;
            }
        }
        $order =
            $this->orders && null !== $checkout && null !== $this->map->orderLines
                ? Ordering::place($this->pilot)
                : null;
        if (null !== $order) {
            $this->camera?->take('order');
            $stages['order'] = $this->reader->stage('order', $this->map->orderLines, $order, $check);
        } else {
            $this->reader->unseen['order'] = true;
        }

        return array_filter($stages, static fn(?array $stage): bool => null !== $stage);
    }
}
