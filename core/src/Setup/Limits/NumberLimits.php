<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Limits;

use Brick\Math\BigDecimal;
use Ithrel\Core\Setup\Place;
use Ithrel\Core\Setup\Reading\Reading;

/**
 * Range, step (counted from min, else from 0) and most fraction digits of a number.
 */
final readonly class NumberLimits implements Limits
{
    public function __construct(
        public ?BigDecimal $min = null,
        public ?BigDecimal $max = null,
        public ?BigDecimal $step = null,
        public ?int $decimals = null,
        public ?string $unit = null,
    ) {}

    public static function read(Place $option, Reading $reading): self
    {
        return new self(
            $option->decimal('min'),
            $option->decimal('max'),
            $option->decimal('step'),
            $option->whole('decimals'),
            $option->optional('unit'),
        );
    }

    public static function default(Place $option, Reading $reading): ?string
    {
        return $option->has('default') ? (string) $option->decimal('default') : null;
    }

    public function open(): self
    {
        return new self(unit: $this->unit);
    }
}
