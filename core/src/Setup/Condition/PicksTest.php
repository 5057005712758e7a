<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

/**
 * How many values of a several are picked; an option without an answer has 0.
 */
final readonly class PicksTest implements Test
{
    public function __construct(public string $at, public string $option, public ?int $atLeast, public ?int $atMost) {}

    public function at(): string
    {
        return $this->at;
    }

    public function tests(): array
    {
        return [$this];
    }

    public function option(): string
    {
        return $this->option;
    }
}
