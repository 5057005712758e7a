<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

use Brick\Math\BigDecimal;
use Ithrel\Core\Document\Place;
use Ithrel\Core\Formula\Formula;
use Ithrel\Core\Formula\FormulaError;
use Ithrel\Core\Setup\Reading\ChargeReading;

/**
 * Adds the value of an expression, held between min and max.
 */
final readonly class FormulaCharge extends Charge
{
    public const KEYS = ['expr', 'min', 'max'];

    public function __construct(
        string $at,
        bool $perLine,
        public Formula $formula,
        public ?BigDecimal $min,
        public ?BigDecimal $max,
    ) {
        parent::__construct($at, $perLine);
    }

    public static function forms(): array
    {
        return ['formula'];
    }

    /** Where the formula cannot be read, the charge is none. */
    public static function read(Place $charge, ChargeReading $reading): Charge
    {
        $perLine = self::isPerLine($charge);
        try {
            return new self(
                $charge->at,
                $perLine,
                Formula::parse($charge->text('expr')),
                $charge->decimal('min'),
                $charge->decimal('max'),
            );
        } catch (FormulaError $e) {
            $reading->problem($charge->at . '/expr', $e->getMessage());

            return new FixedCharge($charge->at, $perLine, BigDecimal::zero());
        }
    }

    public static function written(Place $charge): string
    {
        return implode(', ', ['= ' . $charge->text('expr'), ...self::held($charge)]);
    }

    public static function fromWords(string $written): ?array
    {
        $pattern = sprintf(
            '/^=\s*(.+?)(?:, at least (%s))?(?:, at most (%s))?$/sD',
            AmountWords::NUMBER,
            AmountWords::NUMBER,
        );
        if (1 !== preg_match($pattern, $written, $m)) {
            return null;
        }

        return ['how' => 'formula', 'expr' => $m[1]] +
            ('' === ($m[2] ?? '') ? [] : ['min' => AmountWords::read($m[2])]) +
            ('' === ($m[3] ?? '') ? [] : ['max' => AmountWords::read($m[3])]);
    }

    public static function said(Place $charge): string
    {
        $held = self::held($charge);

        return $charge->text('expr') . ([] === $held ? '' : ' (' . implode(', ', $held) . ')');
    }

    /**
     * @return list<string>
     */
    private static function held(Place $charge): array
    {
        return [
            ...$charge->has('min') ? ['at least ' . $charge->text('min')] : [],
            ...$charge->has('max') ? ['at most ' . $charge->text('max')] : [],
        ];
    }

    public function how(): string
    {
        return 'formula';
    }

    public function workings(Circumstances $in): Workings
    {
        $value = $in->value($this->formula);
        $held = null !== $this->max && $value->isGreaterThan($this->max) ? $this->max : $value;
        $held = null !== $this->min && $held->isLessThan($this->min) ? $this->min : $held;

        return new Workings($held, null, $held === $value ? null : $value);
    }

    public function least(BigDecimal $base): ?BigDecimal
    {
        return $this->min;
    }

    public function setsBase(): ?BigDecimal
    {
        return null;
    }

    public function asksBase(): bool
    {
        return in_array('base', array_column($this->formula->names(), 'name'), true);
    }

    public function asksRunning(): bool
    {
        return false;
    }

    public function asksOptions(): array
    {
        return array_map(static fn(array $name): string => explode('.', $name['name'])[0], $this->formula->names());
    }

    public function basis(Workings $workings, \Closure $money): string
    {
        return null === $workings->value
            ? 'formula'
            : sprintf(
                'formula comes to %s, held at %s',
                $workings->value->strippedOfTrailingZeros(),
                $workings->amount->strippedOfTrailingZeros(),
            );
    }

    public function told(): null
    {
        return null;
    }
}
