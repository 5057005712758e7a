<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

use Brick\Math\BigDecimal;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Setup\Condition\Any;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Condition\IsTest;
use Ithrel\Core\Setup\Condition\QuantityTest;
use Ithrel\Core\Setup\View\View;
use Ithrel\Core\Setup\View\ViewPlace;

/**
 * How one item may be bought: the whole document as immutable values.
 */
final readonly class Setup
{
    /** @var array<string, Option> */
    private array $optionsByCode;

    /** @var array<string, Part> */
    private array $partsBySku;

    /**
     * @param list<Part> $parts
     * @param list<Option> $options display order
     * @param list<SetupCharge> $charges
     * @param list<Guard> $guards
     * @param list<View> $views
     */
    public function __construct(
        public string $name,
        public Currency $currency,
        public Item $item,
        public QuantityRule $quantity,
        public array $parts,
        public array $options,
        public ?Variants $variants,
        public array $charges,
        public array $guards,
        public Rounding $rounding,
        public ?Scope $appliesTo,
        public Today $today,
        public Levels $levels = new Levels([]),
        public array $views = [],
    ) {
        $this->optionsByCode = array_column($options, null, 'code');
        $this->partsBySku = array_column($parts, null, 'sku');
    }

    public function option(string $code): ?Option
    {
        return $this->optionsByCode[$code] ?? null;
    }

    public function part(?string $sku): ?Part
    {
        return null === $sku ? null : $this->partsBySku[$sku] ?? null;
    }

    /**
     * The places of all pictures that take the answer of an option, in document order.
     *
     * @return list<ViewPlace>
     */
    public function placesFor(Option $option): array
    {
        return array_values(array_filter($this->places(), static fn(ViewPlace $place): bool => $place->takes($option)));
    }

    /**
     * @return list<ViewPlace> of all pictures, in document order
     */
    public function places(): array
    {
        return array_merge(...array_map(static fn(View $view): array => $view->places, $this->views));
    }

    /**
     * Quantities on either side of which a price by the piece may change: the bounds in conditions of the setup's
     * charges, and what these themselves change at.
     *
     * @return list<int>
     */
    public function quantityMarks(): array
    {
        $marks = [];
        foreach ($this->charges as $charge) {
            foreach ($charge->when?->tests() ?? [] as $test) {
                array_push($marks, ...$test instanceof QuantityTest ? $test->pieces->marks() : []);
            }
            array_push($marks, ...$charge->charge->quantityMarks());
        }

        return array_values(array_unique(array_filter($marks, static fn(?int $q): bool => null !== $q && $q > 0)));
    }

    /** An amount in whole minor units of the currency, rounded the way the setup says. */
    public function rounded(BigDecimal $amount): BigDecimal
    {
        return $amount->toScale($this->currency->minorUnits, $this->rounding->mode);
    }

    /** Whether a stock is enough to sell from: not tracked, at least the smallest quantity, or on backorder. */
    public function isEnough(?BigDecimal $stock): bool
    {
        return null === $stock || $this->item->backorder || $stock->isGreaterThanOrEqualTo($this->quantity->min);
    }

    /**
     * The same setup with stocks forgotten, to tell causes apart.
     *
     * @param bool $rows whether the stocks of variant rows are kept
     * @param bool $values whether the stocks of item, values and parts are kept
     */
    public function withStock(bool $rows, bool $values): self
    {
        $variants =
            $rows || null === $this->variants
                ? $this->variants
                : new Variants(
                    $this->variants->by,
                    array_map(static fn(Row $r): Row => $r->withStock(null), $this->variants->rows),
                );
        if ($values) {
            return $this->with($variants);
        }

        return $this->with(
            $variants,
            item: $this->item->withoutStock(),
            parts: array_map(static fn(Part $p): Part => $p->withoutStock(), $this->parts),
            options: array_map(static fn(Option $o): Option => $o->withoutStocks(), $this->options),
        );
    }

    /** The same setup with inputs that take anything, to tell causes apart. */
    public function withoutLimits(): self
    {
        return $this->with(
            $this->variants,
            options: array_map(static fn(Option $o): Option => $o->withoutLimits(), $this->options),
        );
    }

    /**
     * With the stocks of item, values and parts forgotten, and rows sold out that were not, and the other way round.
     */
    public function withRowsTurned(): self
    {
        $variants =
            null === $this->variants
                ? null
                : new Variants(
                    $this->variants->by,
                    array_map(
                        fn(Row $r): Row => $r->withStock($this->isEnough($r->stock) ? BigDecimal::of(-1) : null),
                        $this->variants->rows,
                    ),
                );

        return $this->with($variants, [])->withStock(true, false)->withoutBackorder();
    }

    /** With the stocks of item, values and parts forgotten, and one guard: no value may be sold that was sold out. */
    public function withSoldOutValuesGuarded(): self
    {
        $tests = [];
        foreach ($this->options as $option) {
            $soldOut = [];
            foreach ($option->values as $value) {
                if (!$this->isEnough($value->stock) || !$this->isEnough($this->part($value->item)?->stock)) {
                    $soldOut[] = $value->code;
                }
            }
            if ([] !== $soldOut) {
                $tests[] = new IsTest('', $option->code, Kind::Flag === $option->kind ? true : $soldOut);
            }
        }

        return $this->with($this->variants, [new Guard(0, '', 'sold-out', new Any('', $tests), null, '')])->withStock(
            true,
            false,
        );
    }

    /**
     * Without rows and stocks, and with one guard: complete states that must not be sold are those where this holds.
     */
    public function asking(Condition $condition): self
    {
        return $this->with(null, [new Guard(0, '', 'asked', $condition, null, '')])->withStock(true, false);
    }

    /**
     * The same setup with these rows, and whatever else is given in place of its own.
     *
     * @param list<Guard>|null $guards
     * @param list<Part>|null $parts
     * @param list<Option>|null $options
     */
    private function with(
        ?Variants $variants,
        ?array $guards = null,
        ?Item $item = null,
        ?array $parts = null,
        ?array $options = null,
    ): self {
        return new self(
            name: $this->name,
            currency: $this->currency,
            item: $item ?? $this->item,
            quantity: $this->quantity,
            parts: $parts ?? $this->parts,
            options: $options ?? $this->options,
            variants: $variants,
            charges: $this->charges,
            guards: $guards ?? $this->guards,
            rounding: $this->rounding,
            appliesTo: $this->appliesTo,
            today: $this->today,
            levels: $this->levels,
            views: $this->views,
        );
    }

    private function withoutBackorder(): self
    {
        $item = new Item(
            sku: $this->item->sku,
            name: $this->item->name,
            price: $this->item->price,
            salePrice: $this->item->salePrice,
            weight: $this->item->weight,
            points: $this->item->points,
            stock: $this->item->stock,
            backorder: false,
            image: $this->item->image,
            data: $this->item->data,
            cost: $this->item->cost,
            size: $this->item->size,
        );

        return $this->with($this->variants, item: $item);
    }
}
