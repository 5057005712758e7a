<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

use Brick\Math\BigDecimal;

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
     * @param list<Part>        $parts
     * @param list<Option>      $options display order
     * @param list<SetupCharge> $charges
     * @param list<Guard>       $guards
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
        public Scope $appliesTo,
        public Today $today,
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

    /** Whether a stock is enough to sell from: not tracked, at least the smallest quantity, or on backorder. */
    public function isEnough(?BigDecimal $stock): bool
    {
        return null === $stock || $this->item->backorder || $stock->isGreaterThanOrEqualTo($this->quantity->min);
    }
}
