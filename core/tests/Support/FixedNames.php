<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Support;

use Brick\Math\BigDecimal;
use Ithrel\Core\Formula\Names;

/**
 * Names of a formula that stand for given numbers; nothing is typed, uploaded or picked.
 */
final readonly class FixedNames implements Names
{
    /**
     * @param array<string, string> $values
     */
    public function __construct(private array $values, private bool $filled) {}

    public function number(string $name): BigDecimal
    {
        return BigDecimal::of($this->values[$name]);
    }

    public function characters(string $option): int
    {
        return 0;
    }

    public function files(string $option): int
    {
        return 0;
    }

    public function picks(string $option): int
    {
        return 0;
    }

    public function isFilled(string $option): bool
    {
        return $this->filled;
    }

    public function unit(string $option): string
    {
        return 'm';
    }
}
