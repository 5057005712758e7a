<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Page;

use Ithrel\App\Browser\Pilot;
use Ithrel\App\Rehearsal\NotTried;
use Ithrel\Core\Page\Control;
use Ithrel\Core\Page\PageElement;
use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Page\PageSnapshot;
use Ithrel\Core\Page\Signature;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Click;
use Ithrel\Core\Setup\Setup;

/**
 * Finds the ways from the page of an item through cart and checkout to the order, and straight to the checkout.
 *
 * Long, as it is one walk through a shop, a method a step.
 */
final readonly class WaysThrough
{
    private const MOST_LINKS = 6;

    public function __construct(
        private Pilot $pilot,
        private Setup $setup,
        private PageMap $map,
        private Shopper $shopper,
    ) {}

    public function make(Check $sale): PageSnapshot
    {
        $this->shopper->open();
        foreach ($sale->visits[0] as $click) {
            if (!$this->shopper->click($click)) {
                throw new NotTried(sprintf('The page did not take %s.', $click->words));
            }
        }
        $this->shopper->quantity($sale->quantity[0]);

        return $this->pilot->page();
    }

    public function toCart(Check $sale, PageSnapshot $page): ?PageSnapshot
    {
        if (null !== $this->map->add) {
            $button = $this->shopper->button($this->map->add);
            if (null === $button || Buttons::isDisabled($button)) {
                return null;
            }
            $after = $this->pilot->click($button);
            $cart = null === $this->map->cart ? $after : $this->pilot->visit($this->map->cart);

            // A cart that does not show it did not take it.
            return Evidence::of($cart, $sale, $this->setup->item->name) ? $cart : null;
        }
        foreach ($this->adding($page) as $key) {
            // The page was opened anew since they were looked for.
            $button = Buttons::find($this->pilot->page(), $key);
            if (null === $button) {
                continue;
            }
            $product = $this->pilot->address();
            $after = $this->pilot->click($button);
            $cart = $this->cartAfter($sale, $page, $after, $product);
            if (null !== $cart) {
                $this->map->add = $key;
                $this->map->missing = array_values(
                    array_filter($this->map->missing, static fn(array $m): bool => 'add button' !== $m['what']),
                );
                $this->map->found[] = ['what' => 'add button', 'how' => Buttons::words($button)];

                return $cart;
            }
            $this->make($sale);
        }
        $missing = ['what' => 'add button', 'why' => 'No button on the page led to a cart that shows the item.'];
        if (!in_array($missing, $this->map->missing, true)) {
            $this->map->missing[] = $missing;
        }

        return null;
    }

    /**
     * Keys of buttons that may add to the cart, the most likely first.
     *
     * @return list<string>
     */
    private function adding(PageSnapshot $page): array
    {
        $known = array_map(fn(string $key): ?Control => $this->shopper->byKey($key), [
            ...array_values($this->map->options),
            $this->map->quantity ?? '',
        ]);
        $controls = array_values(array_filter($known, static fn(?Control $c): bool => null !== $c));
        $form = ($controls[0] ?? null)?->element->closest(static fn(PageElement $e): bool => 'form' === $e->tag);
        $ranked = [];
        foreach (Buttons::buttons($page) as $n => $button) {
            $words = Buttons::words($button);
            $worth = -$n;
            $worth += null !== $form && $form->contains($button) ? 40 : 0;
            $worth += 1 === preg_match(Buttons::ADD, $words) ? 30 : 0;
            $worth +=
                'submit' === strtolower($button->attribute('type') ?? ('button' === $button->tag ? 'submit' : ''))
                    ? 10
                    : 0;
            $worth -= 1 === preg_match(Buttons::ASIDE, $words) ? 60 : 0;
            $worth -= 1 === preg_match(Buttons::EXPRESS, $words) ? 25 : 0;
            $worth -= Buttons::isAside($button) ? 50 : 0;
            $isOfOption =
                [] !==
                array_filter(
                    $controls,
                    static fn(Control $c): bool => $c->element === $button ||
                        [] !== array_filter($c->items, static fn($i): bool => $i->element === $button),
                );
            if ($worth > -40 && !$isOfOption && !Buttons::isDisabled($button)) {
                $ranked[] = [$worth, Buttons::key($button)];
            }
        }
        usort($ranked, static fn(array $a, array $b): int => $b[0] <=> $a[0]);

        return array_slice(array_values(array_unique(array_column($ranked, 1))), 0, 4);
    }

    /**
     * The cart after something was added: the page that followed, one that a link leads to, or what opened beside the
     * item.
     */
    private function cartAfter(Check $sale, PageSnapshot $before, PageSnapshot $after, string $product): ?PageSnapshot
    {
        $item = $this->setup->item->name;
        $here = $this->pilot->address();
        if (
            self::path($here) !== self::path($product) &&
            Evidence::of($after, $sale, $item) &&
            !$this->asksAgain($sale)
        ) {
            $this->map->cart = $here;

            return $after;
        }
        $drawer = self::opened($after, $before);
        // A page that came anew with what it asks for did not open anything beside it.
        if (
            null !== $drawer &&
            !$this->isAround($drawer) &&
            self::path($here) === self::path($product) &&
            Evidence::in($drawer, $sale, $item)
        ) {
            $this->map->drawer = Signature::of($drawer);

            return $after;
        }
        $ranked = [];
        foreach (Buttons::links($after) as $n => $link) {
            $href = $this->full($link->attribute('href') ?? '', $here);
            if (null === $href || self::path($href) === self::path($product)) {
                continue;
            }
            $worth =
                (1 === preg_match(Buttons::CART, Buttons::words($link) . ' ' . $href) ? 50 : 0) +
                (null !==
                $link->closest(
                    static fn(PageElement $e): bool => in_array(
                        $e->attribute('role'),
                        ['dialog', 'alert', 'status'],
                        true,
                    ) || 'dialog' === $e->tag,
                )
                    ? 40
                    : 0) -
                $n;
            $ranked[$href] = max($ranked[$href] ?? -999, $worth);
        }
        arsort($ranked);
        foreach (array_slice(array_keys($ranked), 0, self::MOST_LINKS) as $href) {
            $page = $this->pilot->visit($href);
            if (
                Evidence::of($page, $sale, $item) &&
                [] === array_filter($this->map->options, fn(string $key): bool => null !== $this->shopper->byKey($key))
            ) {
                $this->map->cart = $href;

                return $page;
            }
        }

        return null;
    }

    /** Whether something holds a control of the item's options. */
    private function isAround(PageElement $element): bool
    {
        $controls = array_map(fn(string $key): ?Control => $this->shopper->byKey($key), $this->map->options);

        return [] !==
            array_filter($controls, static fn(?Control $c): bool => null !== $c && $element->contains($c->element));
    }

    /**
     * Whether the page asks for all that a sale answered: it is the item's page again, with a refusal at another
     * address.
     */
    private function asksAgain(Check $sale): bool
    {
        $keys = array_filter(
            array_map(fn(Click $click): ?string => $this->map->options[$click->option] ?? null, $sale->visits[0]),
            is_string(...),
        );

        return [] !== $keys &&
            [] === array_filter($keys, fn(string $key): bool => null === $this->shopper->byKey($key));
    }

    /** What opened beside the item: a dialog, or whatever is shown that was not there before. */
    private static function opened(PageSnapshot $after, PageSnapshot $before): ?PageElement
    {
        $old = [];
        foreach ($before->all() as $element) {
            if ($element->isShown) {
                $old[$element->id] = true;
            }
        }
        $opened = null;
        foreach ($after->all() as $element) {
            if ('#text' === $element->tag || !$element->isShown || isset($old[$element->id])) {
                continue;
            }
            if ('dialog' === $element->tag || in_array($element->attribute('role'), ['dialog', 'alertdialog'], true)) {
                return $element;
            }
            $opened ??= $element;
        }

        return $opened;
    }

    public function toCheckout(Check $sale, PageSnapshot $cart): ?PageSnapshot
    {
        $isThere = fn(PageSnapshot $page): bool => Evidence::of($page, $sale, $this->setup->item->name);
        if (null !== $this->map->toCheckout) {
            $button = Buttons::find($cart, $this->map->toCheckout);

            return null === $button ? null : Ordering::goOn($this->pilot, $this->pilot->click($button), $isThere);
        }
        $ranked = [];
        $here = $this->pilot->address();
        foreach ([...Buttons::links($cart), ...Buttons::buttons($cart)] as $n => $button) {
            $words = Buttons::words($button);
            $href = $this->full($button->attribute('href') ?? '', $here);
            if (
                1 === preg_match(Buttons::ASIDE, $words) ||
                ('a' === $button->tag &&
                    (null === $href ||
                        in_array(self::path($href), [self::path($here), self::path($this->map->address)], true)))
            ) {
                continue;
            }
            $worth =
                (1 === preg_match(Buttons::CHECKOUT, $words . ' ' . ($href ?? '')) ? 60 : 0) +
                ('a' === $button->tag ? 5 : 0) -
                (null !==
                $button->closest(
                    static fn(PageElement $e): bool => in_array($e->tag, ['header', 'nav', 'footer'], true),
                )
                    ? 40
                    : 0);
            $ranked[] = [$worth, -$n, Buttons::key($button)];
        }
        rsort($ranked);
        foreach (array_slice($ranked, 0, 4) as [$worth, , $key]) {
            if ($worth < 0) {
                continue;
            }
            $button = Buttons::find($this->pilot->page(), $key);
            if (null === $button) {
                continue;
            }
            $after = $this->pilot->click($button);
            // Elsewhere, or at the same address where the page is made anew without that button.
            if ($this->isElsewhere($after, $here, $key)) {
                $after = Ordering::goOn($this->pilot, $after, $isThere);
            }
            if (null !== $after && $this->isElsewhere($after, $here, $key) && $isThere($after)) {
                $this->map->toCheckout = $key;
                $this->map->found[] = ['what' => 'way to the checkout', 'how' => Buttons::words($button)];

                return $after;
            }
            null === $this->map->cart
                ? $this->toCart($sale, $this->make($sale))
                : $this->pilot->visit($this->map->cart);
        }

        return null;
    }

    private function isElsewhere(PageSnapshot $page, string $here, string $button): bool
    {
        return self::path($this->pilot->address()) !== self::path($here) || null === Buttons::find($page, $button);
    }

    public function toOrder(Check $sale): ?PageSnapshot
    {
        $after = Ordering::place($this->pilot);

        return null !== $after && Evidence::of($after, $sale, $this->setup->item->name) ? $after : null;
    }

    public function findExpress(Check $sale): void
    {
        $places = $this->map->checkoutLines;
        if (null === $places) {
            return;
        }
        try {
            $page = $this->make($sale);
        } catch (NotTried) {
            return;
        }
        foreach ($this->adding($page) as $key) {
            $button = Buttons::find($this->pilot->page(), $key);
            if (null === $button || $key === $this->map->add) {
                continue;
            }
            $after = $this->pilot->click($button);
            if (self::path($this->pilot->address()) !== self::path($this->map->address)) {
                $after =
                    Ordering::goOn(
                        $this->pilot,
                        $after,
                        static fn(PageSnapshot $p): bool => [] !== $places->lines($p),
                    ) ?? $after;
            }
            if (
                self::path($this->pilot->address()) !== self::path($this->map->address) &&
                Evidence::of($after, $sale, $this->setup->item->name) &&
                [] !== $places->lines($after)
            ) {
                $this->map->express = $key;
                $this->map->found[] = ['what' => 'express button', 'how' => Buttons::words($button)];

                return;
            }
            $this->make($sale);
        }
        $this->map->missing[] = ['what' => 'express button', 'why' => 'No other button led straight to the checkout.'];
    }

    private function full(string $href, string $from): ?string
    {
        if ('' === $href || 1 === preg_match('/^(?:#|javascript:|mailto:|tel:)/i', $href)) {
            return null;
        }
        $full = \Symfony\Component\DomCrawler\UriResolver::resolve($href, $from);

        return parse_url($full, PHP_URL_HOST) === parse_url($this->map->address, PHP_URL_HOST) ? $full : null;
    }

    private static function path(string $address): string
    {
        return rtrim((string) parse_url($address, PHP_URL_HOST) . (string) parse_url($address, PHP_URL_PATH), '/');
    }
}
