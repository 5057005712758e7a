<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Page;

use Ithrel\App\Browser\Pilot;
use Ithrel\App\Rehearsal\NotTried;
use Ithrel\Core\Draft\FieldWords;
use Ithrel\Core\Page\Control;
use Ithrel\Core\Page\OptionMatcher;
use Ithrel\Core\Page\PageElement;
use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * Finds the control of each option on the page of an item, those that only answers bring about too, and the quantity.
 */
final class ControlSearch
{
    private const MOST_SEARCHES = 14;

    /** @var array<string, int> code of an option => how well its control fits */
    private array $fits = [];

    public function __construct(
        private readonly Pilot $pilot,
        private readonly Setup $setup,
        private readonly Plan $plan,
        private readonly PageMap $map,
        private readonly Shopper $shopper,
        private readonly WaysThrough $ways,
    ) {}

    /** Matches what is on the page now; options that are known keep their controls. */
    public function match(): void
    {
        $known = array_flip($this->map->options);
        $open = array_values(
            array_filter(
                $this->setup->options,
                fn(Option $o): bool => Kind::Note !== $o->kind && !isset($this->map->options[$o->code]),
            ),
        );
        $free = array_values(
            array_filter($this->shopper->controls(), static fn(Control $c): bool => !isset($known[$c->key()])),
        );
        $free = OptionMatcher::inItsForm($open, $free, $this->looksLikeBuying(...));
        foreach (OptionMatcher::match($open, $free) as $code => [$control, $fit]) {
            $this->map->options[$code] = $control->key();
            $this->fits[$code] = $fit;
        }
        $this->matchSeconds($free);
    }

    /**
     * Finds the other control of options that are shown in two ways.
     *
     * @param list<Control> $free
     */
    private function matchSeconds(array $free): void
    {
        foreach ($this->setup->options as $option) {
            if (
                2 !== count($option->controls) ||
                !isset($this->map->options[$option->code]) ||
                isset($this->map->seconds[$option->code])
            ) {
                continue;
            }
            $others = array_values(
                array_filter(
                    $free,
                    fn(Control $c): bool => !in_array(
                        $c->key(),
                        [...array_values($this->map->options), ...array_values($this->map->seconds)],
                        true,
                    ),
                ),
            );
            foreach (OptionMatcher::match([$option], $others) as $code => [$control]) {
                $this->map->seconds[$code] = $control->key();
            }
        }
    }

    /**
     * How much a form looks like that of the item: what is known of it stands there, it asks how many, it adds to a
     * cart.
     */
    private function looksLikeBuying(PageElement $form): int
    {
        $known = array_filter(
            $this->shopper->controls(),
            fn(Control $c): bool => in_array($c->key(), $this->map->options, true) && $form->contains($c->element),
        );
        $asksHowMany = array_filter(
            $this->shopper->controls(),
            static fn(Control $c): bool => $form->contains($c->element) && Control::NUMBER === $c->kind,
        );
        $adds = array_filter(
            Buttons::buttons($this->pilot->page()),
            static fn(PageElement $b): bool => $form->contains($b) &&
                1 === preg_match(Buttons::ADD, Buttons::words($b)),
        );

        return 100 * count($known) +
            ([] === $asksHowMany ? 0 : 20) +
            ([] === $adds ? 0 : 30) +
            ('post' === strtolower($form->attribute('method') ?? '') ? 10 : 0) -
            ('search' === $form->attribute('role') ? 50 : 0);
    }

    /** Options that show only after others were answered: each is looked for on the way of a check that answers it. */
    public function search(): void
    {
        $searches = 0;
        foreach ($this->setup->options as $option) {
            if (Kind::Note === $option->kind || isset($this->map->options[$option->code])) {
                continue;
            }
            foreach ($this->plan->checks as $check) {
                $clicks = $check->visits[0];
                $codes = array_map(static fn($c): string => $c->option, $clicks);
                if (
                    !in_array($option->code, $codes, true) ||
                    isset($this->map->options[$option->code]) ||
                    $searches >= self::MOST_SEARCHES
                ) {
                    continue;
                }
                ++$searches;
                $this->shopper->open();
                try {
                    foreach ($clicks as $click) {
                        $this->match();
                        if (!isset($this->map->options[$click->option])) {
                            break;
                        }
                        $this->shopper->click($click);
                    }
                } catch (NotTried) {
                    continue;
                }
                $this->match();
                $this->findQuantity();
            }
        }
    }

    public function findQuantity(): void
    {
        if (null !== $this->map->quantity) {
            return;
        }
        $used = array_flip($this->map->options);
        foreach ($this->shopper->controls() as $control) {
            $words =
                $control->label .
                ' ' .
                ($control->element->attribute('name') ?? '') .
                ' ' .
                ($control->element->attribute('id') ?? '');
            if (
                !isset($used[$control->key()]) &&
                in_array($control->kind, [Control::NUMBER, Control::TEXT, Control::LIST], true) &&
                1 === preg_match(FieldWords::QUANTITY, $words)
            ) {
                $this->map->quantity = $control->key();

                return;
            }
        }
        foreach ($this->shopper->controls() as $control) {
            if (
                !isset($used[$control->key()]) &&
                Control::NUMBER === $control->kind &&
                $control->element->value === (string) $this->setup->quantity->min
            ) {
                $this->map->quantity = $control->key();

                return;
            }
        }
    }

    /** A page that asks one thing after the other asks how many at the end. */
    public function findQuantityLater(): void
    {
        foreach (
            null === $this->map->quantity
                ? array_slice(SalesToWatch::of($this->setup, $this->plan, $this->map), 0, 1)
                : []
            as $sale
        ) {
            try {
                $this->ways->make($sale);
            } catch (NotTried) {
                // Then it is asked nowhere.
            }
            $this->findQuantity();
        }
    }

    public function tellOptions(): void
    {
        foreach ($this->setup->options as $option) {
            if (Kind::Note === $option->kind) {
                continue;
            }
            $key = $this->map->options[$option->code] ?? null;
            if (null === $key) {
                $this->map->missing[] = [
                    'what' => 'option ' . $option->code,
                    'why' => sprintf('No control on the page asks for %s by name, kind and values.', $option->name()),
                ];
            } else {
                $this->map->found[] = [
                    'what' => 'option ' . $option->code,
                    'how' => sprintf('%s, fits to %d of 200', $key, $this->fits[$option->code] ?? 0),
                ];
            }
            if (2 === count($option->controls)) {
                $second = $this->map->seconds[$option->code] ?? null;
                null === $second
                    ? ($this->map->missing[] = [
                        'what' => 'second ' . $option->code,
                        'why' => sprintf(
                            '%s is to be shown in two ways (%s); one control was found.',
                            $option->name(),
                            implode(' and ', $option->controls),
                        ),
                    ])
                    : ($this->map->found[] = ['what' => 'second ' . $option->code, 'how' => $second]);
            }
        }
        null === $this->map->quantity
            ? ($this->map->missing[] = ['what' => 'quantity', 'why' => 'No field asks how many.'])
            : ($this->map->found[] = ['what' => 'quantity', 'how' => $this->map->quantity]);
    }
}
