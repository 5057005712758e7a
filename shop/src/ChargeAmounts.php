<?php

declare(strict_types=1);

namespace Ithrel\Shop;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;

/**
 * What each charge comes to.
 *
 * @phpstan-import-type Answers from Form
 */
final class ChargeAmounts
{
    /** @var array<string, BigDecimal> price levels */
    private array $levels = [];

    public function __construct(
        private readonly Form $form,
        private readonly Faults $faults,
        private readonly Stock $stock,
    ) {
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
     * @return array<string, mixed>
     */
    public static function read(mixed $charge): array
    {
        return is_array($charge)
            ? Read::map(['c' => $charge], 'c')
            : ['how' => 'fixed', 'amount' => is_string($charge) || is_int($charge) ? (string) $charge : '0'];
    }

    /**
     * @param array<string, mixed>|null $charge
     */
    public function amountOf(?array $charge, string $key): BigDecimal
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
    public function amount(
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
}
