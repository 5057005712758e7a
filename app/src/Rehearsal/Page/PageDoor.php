<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Page;

use Ithrel\App\Browser\Pilot;
use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\App\Rehearsal\NotTried;
use Ithrel\Core\Compare\Found;
use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Page\PageSnapshot;
use Ithrel\Core\Page\Wording;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Click;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * Tries checks on a shop's page in a browser, each as a new shopper.
 */
final class PageDoor
{
    private readonly StageReader $reader;

    private readonly Adding $adding;

    public function __construct(
        private readonly Pilot $pilot,
        private readonly Setup $setup,
        private readonly PageMap $map,
        private readonly Shopper $shopper,
        private readonly bool $orders,
        private readonly ?Camera $camera = null,
    ) {
        $this->reader = new StageReader($setup, $map);
        $this->adding = new Adding($pilot, $setup, $map, $shopper, $this->reader);
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
        $this->adding->begin();
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
            [$accepted, $fields, $isPast] = $this->adding->add($check, $isLast ? $check->route : 'form', $v);
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
