<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

/**
 * The quantity of the cart line; only in the charges of the setup.
 */
final readonly class QuantityTest implements Test
{
    public function __construct(public string $at, public ?int $atLeast, public ?int $atMost) {}

    public function at(): string
    {
        return $this->at;
    }

    public function tests(): array
    {
        return [$this];
    }

    public function option(): ?string
    {
        return null;
    }
}
