<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

use Brick\Math\BigDecimal;
use Ithrel\Core\Formula\Formula;

/**
 * Adds the value of an expression, held between min and max.
 */
final readonly class FormulaCharge extends Charge
{
    public function __construct(
        string $at,
        bool $perLine,
        public Formula $formula,
        public ?BigDecimal $min,
        public ?BigDecimal $max,
    ) {
        parent::__construct($at, $perLine);
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

    public function told(): null
    {
        return null;
    }
}
