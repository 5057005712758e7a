<?php

declare(strict_types=1);

namespace Ithrel\Shop;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;

/**
 * What a line costs and carries.
 *
 * @phpstan-import-type Answers from Form
 *
 * @phpstan-type Line array{
 *     sku: string,
 *     name: string,
 *     quantity: int,
 *     unitPrice: string|null,
 *     lineTotal: string|null,
 *     total: string|null,
 *     weight: string,
 *     points: string,
 *     image: string|null,
 *     entries: array<string, list<array{label: string, value: string}>>,
 *     ownLines: list<array{sku: string, name: string, quantity: int, unitPrice: string|null, lineTotal: string|null}>,
 * }
 */
final class Till
{
    private readonly Stock $stock;
    /** @var int<0, max> */
    private readonly int $places;
    private readonly RoundingMode $mode;
    private readonly string $at;

    private readonly ChargeAmounts $charges;
    private readonly CartContents $contents;

    public function __construct(private readonly Form $form, private readonly Faults $faults)
    {
        $this->stock = new Stock($form);
        $this->charges = new ChargeAmounts($form, $faults, $this->stock);
        $this->contents = new CartContents($form, $faults, $this->stock);
        $this->places = MinorUnits::of(Read::text($form->document, 'currency', 'EUR'));
        $rounding = Read::map($form->document, 'rounding');
        $this->mode = match (Read::text($rounding, 'mode', 'half-up')) {
            'half-even' => RoundingMode::HalfEven,
            'half-down' => RoundingMode::HalfDown,
            'up' => RoundingMode::Up,
            'down' => RoundingMode::Down,
            default => RoundingMode::HalfUp,
        };
        $this->at = $faults->rounding(Read::text($rounding, 'at', 'unit'));
    }

    /**
     * @param Answers $answers
     *
     * @return Line
     */
    public function line(array $answers, int $quantity): array
    {
        $priced = $this->faults->priced($answers, $this->form);
        $row = $this->stock->row($priced);
        $priceRow = $this->faults->rowPrice($row);
        $item = Read::map($this->form->document, 'item');
        $effects = $this->effects($priced, $quantity);
        $base = null === $priceRow ? null : Read::decimal($priceRow, 'salePrice') ?? Read::decimal($priceRow, 'price');
        foreach ($effects as $effect) {
            if (null === $base && 'replace' === ($effect['charge']['how'] ?? '')) {
                $base = $this->charges->amountOf($effect['charge'], 'amount');
            }
        }
        $base ??= Read::decimal($item, 'salePrice') ?? (Read::decimal($item, 'price') ?? BigDecimal::zero());
        if ('effect' === $this->at) {
            $base = $this->round($base);
        }
        $running = $base;
        $once = BigDecimal::zero();
        $own = [];
        foreach ($effects as $effect) {
            if ('replace' === ($effect['charge']['how'] ?? '')) {
                continue;
            }
            try {
                $amount = $this->charges->amount($effect, $priced, $base, $running, $quantity);
            } catch (\DomainException) {
                $amount = null;
            }
            if (null !== $amount && 'effect' === $this->at) {
                $amount = $this->round($amount);
            }
            if ('own' === ($effect['value']['line'] ?? '')) {
                $own[] = $this->ownLine($effect['value'], $amount, $quantity);
            } elseif ($this->faults->perLine('line' === ($effect['charge']['per'] ?? ''), $effect['charge'])) {
                $once = null === $amount ? null : $once?->plus('unit' === $this->at ? $this->round($amount) : $amount);
            } else {
                $running = null === $amount ? null : $running?->plus($amount);
            }
        }
        $own = $this->faults->ownLines($own);
        $unit = null === $running ? null : $this->round($running);
        $total =
            null === $running || null === $unit || null === $once
                ? null
                : ('line' === $this->at
                    ? $this->round($running->multipliedBy($quantity)->plus($once))
                    : $unit->multipliedBy($quantity)->plus($once));
        $sum = $total;
        foreach ($own as $line) {
            $sum = null === $line['lineTotal'] ? null : $sum?->plus($line['lineTotal']);
        }

        return [
            'sku' => $this->contents->sku($answers, $row),
            'name' => Read::text($item, 'name'),
            'quantity' => $quantity,
            'unitPrice' => $this->text($unit),
            'lineTotal' => $this->text($total),
            'total' => $this->text($sum),
            ...$this->contents->measures($answers, $row),
            'entries' => $this->contents->entries($answers),
            'ownLines' => $own,
        ];
    }

    /**
     * @param Answers $answers
     *
     * @return list<array{
     *     charge: array<string, mixed>|null,
     *     part: BigDecimal|null,
     *     option: string|null,
     *     value: array<string, mixed>|null,
     * }>
     */
    private function effects(array $answers, int $quantity): array
    {
        $prices = [];
        foreach (Read::maps($this->form->document, 'parts') as $part) {
            $prices[Read::text($part, 'sku')] = Read::decimal($part, 'price');
        }
        $effects = [];
        foreach ($answers as $code => $answer) {
            $code = $code;
            $option = $this->form->options[$code];
            if (isset($option['charge'])) {
                $effects[] = [
                    'charge' => ChargeAmounts::read($option['charge']),
                    'part' => null,
                    'option' => $code,
                    'value' => null,
                ];
            }
            foreach ($this->stock->values($code, $answer) as $value) {
                $charge = $this->faults->charge($value['charge'] ?? null, $option, Read::text($value, 'code'));
                if (null !== $charge) {
                    $effects[] = [
                        'charge' => ChargeAmounts::read($charge),
                        'part' => null,
                        'option' => $code,
                        'value' => $value,
                    ];
                } elseif (isset($value['item'])) {
                    $effects[] = [
                        'charge' => null,
                        'part' =>
                            true === ($value['free'] ?? false)
                                ? BigDecimal::zero()
                                : $prices[Read::text($value, 'item')] ?? BigDecimal::zero(),
                        'option' => $code,
                        'value' => $value,
                    ];
                }
            }
        }
        foreach (
            is_array($this->form->document['charges'] ?? null) ? $this->form->document['charges'] : []
            as $charge
        ) {
            $charge = ChargeAmounts::read($charge);
            if ($this->form->conditions->hold(Read::mapOrNull($charge, 'when'), $answers, $quantity)) {
                $effects[] = ['charge' => $charge, 'part' => null, 'option' => null, 'value' => null];
            }
        }

        return $effects;
    }

    /**
     * @param array<string, mixed> $value
     *
     * @return array{sku: string, name: string, quantity: int, unitPrice: string|null, lineTotal: string|null}
     */
    private function ownLine(array $value, ?BigDecimal $amount, int $quantity): array
    {
        $sku = Read::text($value, 'item');
        $name = Read::text($value, 'label', Read::text($value, 'code'));
        foreach (Read::maps($this->form->document, 'parts') as $part) {
            $name = Read::text($part, 'sku') === $sku ? Read::text($part, 'name', $sku) : $name;
        }
        $unit = null === $amount ? null : $this->round($amount);
        $total =
            null === $amount || null === $unit
                ? null
                : ('line' === $this->at
                    ? $this->round($amount->multipliedBy($quantity))
                    : $unit->multipliedBy($quantity));

        return [
            'sku' => $sku,
            'name' => $name,
            'quantity' => $quantity,
            'unitPrice' => $this->text($unit),
            'lineTotal' => $this->text($total),
        ];
    }

    private function round(BigDecimal $amount): BigDecimal
    {
        return $amount->toScale($this->places, $this->mode);
    }

    private function text(?BigDecimal $amount): ?string
    {
        return null === $amount
            ? null
            : (string) $amount->toScale(
                max($this->places, $amount->strippedOfTrailingZeros()->getScale()),
                RoundingMode::Unnecessary,
            );
    }
}
