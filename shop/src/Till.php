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

    /** @var array<string, BigDecimal> price levels */
    private array $levels = [];

    private readonly CartContents $contents;

    public function __construct(private readonly Form $form, private readonly Faults $faults)
    {
        $this->stock = new Stock($form);
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
        $levels = Read::maps($form->document, 'levels');
        for ($again = count($levels); $again > 0; --$again) {
            foreach ($levels as $level) {
                $of = $this->levels[Read::text($level, 'of')] ?? null;
                $amount =
                    Read::decimal($level, 'amount') ??
                    $of?->multipliedBy(Read::decimal($level, 'percent') ?? 0)->multipliedBy('0.01');
                if (null !== $amount) {
                    $this->levels[Read::text($level, 'code')] = $amount;
                }
            }
        }
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
                $base = $this->amountOf($effect['charge'], 'amount');
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
                $amount = $this->amount($effect, $priced, $base, $running, $quantity);
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
                    'charge' => $this->charge($option['charge']),
                    'part' => null,
                    'option' => $code,
                    'value' => null,
                ];
            }
            foreach ($this->stock->values($code, $answer) as $value) {
                $charge = $this->faults->charge($value['charge'] ?? null, $option, Read::text($value, 'code'));
                if (null !== $charge) {
                    $effects[] = [
                        'charge' => $this->charge($charge),
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
            $charge = $this->charge($charge);
            if ($this->form->conditions->hold(Read::mapOrNull($charge, 'when'), $answers, $quantity)) {
                $effects[] = ['charge' => $charge, 'part' => null, 'option' => null, 'value' => null];
            }
        }

        return $effects;
    }

    /**
     * @return array<string, mixed>
     */
    private function charge(mixed $charge): array
    {
        return is_array($charge)
            ? Read::map(['c' => $charge], 'c')
            : ['how' => 'fixed', 'amount' => is_string($charge) || is_int($charge) ? (string) $charge : '0'];
    }

    /**
     * @param array<string, mixed>|null $charge
     */
    private function amountOf(?array $charge, string $key): BigDecimal
    {
        $text = Read::text($charge ?? [], $key, '0');

        return str_starts_with($text, 'level:')
            ? $this->levels[substr($text, 6)] ?? BigDecimal::zero()
            : BigDecimal::of($text);
    }

    /**
     * @param array{
     *     charge: array<string, mixed>|null,
     *     part: BigDecimal|null,
     *     option: string|null,
     *     value: array<string, mixed>|null,
     * } $effect
     * @param Answers $answers
     */
    private function amount(
        array $effect,
        array $answers,
        BigDecimal $base,
        ?BigDecimal $running,
        int $quantity,
    ): BigDecimal {
        $charge = $effect['charge'];
        if (null === $charge) {
            return $effect['part'] ?? BigDecimal::zero();
        }
        $option = $effect['option'];
        if ('tiers' === Read::text($charge, 'how')) {
            return $this->faults->amount($this->tier($charge, $base, $quantity));
        }
        switch (Read::text($charge, 'how')) {
            case 'percent':
                $of = $this->faults->percentOf(Read::text($charge, 'of', 'base'));
                $basis = str_starts_with($of, 'level:')
                    ? $this->amountOf(['of' => $of], 'of')
                    : ('running' === $of
                        ? $running ?? throw new \DomainException('the running total is not known')
                        : $base);

                return $this->faults->amount(
                    $basis
                        ->multipliedBy(Read::decimal($charge, 'rate') ?? 0)
                        ->dividedBy(100, 60, RoundingMode::HalfEven)
                        ->strippedOfTrailingZeros(),
                );
            case 'per-character':
                $text = is_string($answers[$option ?? ''] ?? null) ? $answers[$option ?? ''] : '';
                $text =
                    true === ($charge['skipSpaces'] ?? false)
                        ? (string) preg_replace('/\p{White_Space}/u', '', $text)
                        : $text;
                $count = Inputs::length(
                    $text,
                    Read::text(Read::map($this->form->options[$option ?? ''], 'length'), 'measure', 'utf16'),
                );

                return $this->amountOf($charge, 'amount')->multipliedBy(
                    max(0, $count - Read::whole($charge, 'free', 0)),
                );
            case 'per-file':
            case 'per-pick':
                return $this->amountOf($charge, 'amount')->multipliedBy(
                    max(0, count((array) ($answers[$option ?? ''] ?? [])) - Read::whole($charge, 'free', 0)),
                );
            case 'formula':
                $value = Formula::value(
                    Read::text($charge, 'expr'),
                    fn(string $name): ?BigDecimal => $this->named($name, $answers, $base, $quantity),
                    fn(string $what, string $code): mixed => $this->about($what, $code, $answers),
                );
                $min = $this->faults->floor(Read::decimal($charge, 'min'));
                $max = Read::decimal($charge, 'max');
                $value = null !== $max && $value->isGreaterThan($max) ? $max : $value;

                return null !== $min && $value->isLessThan($min) ? $min : $value;
        }

        return $this->faults->amount($this->amountOf($charge, 'amount'));
    }

    /**
     * @param array<string, mixed> $charge
     */
    private function tier(array $charge, BigDecimal $base, int $quantity): BigDecimal
    {
        $amount = BigDecimal::zero();
        foreach (Read::maps($charge, 'steps') as $step) {
            if ($quantity >= Read::whole($step, 'from', 1)) {
                $amount = isset($step['rate'])
                    ? $base->multipliedBy(Read::decimal($step, 'rate') ?? 0)->multipliedBy('0.01')
                    : $this->amountOf($step, 'amount');
            }
        }

        return $amount;
    }

    /**
     * @param Answers $answers
     */
    private function named(string $name, array $answers, BigDecimal $base, int $quantity): ?BigDecimal
    {
        if ('base' === $name || 'quantity' === $name) {
            return 'base' === $name ? $base : BigDecimal::of($quantity);
        }
        [$code, $figure] = [...explode('.', $name, 2), ''];
        if ('levels' === $code && isset($this->levels[$figure])) {
            return $this->levels[$figure];
        }
        $answer = $answers[$code] ?? null;
        if ('' === $figure) {
            return is_string($answer) && 'number' === Read::text($this->form->options[$code] ?? [], 'kind')
                ? Read::typed($answer)
                : null;
        }
        foreach (is_string($answer) ? $this->stock->values($code, $answer) : [] as $value) {
            return Read::decimal(Read::map($value, 'figures'), $figure);
        }

        return null;
    }

    /**
     * @param Answers $answers
     */
    private function about(string $what, string $code, array $answers): mixed
    {
        $answer = $answers[$code] ?? null;

        return match ($what) {
            'filled' => null !== $answer,
            'unit' => Read::text($this->form->options[$code] ?? [], 'unit'),
            'chars' => is_string($answer)
                ? Inputs::length(
                    $answer,
                    Read::text(Read::map($this->form->options[$code] ?? [], 'length'), 'measure', 'utf16'),
                )
                : 0,
            default => is_array($answer) ? count($answer) : 0,
        };
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
