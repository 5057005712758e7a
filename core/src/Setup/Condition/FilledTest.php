<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

/**
 * Whether the option has an answer.
 */
final readonly class FilledTest implements Test
{
    public function __construct(public string $at, public string $option, public bool $filled) {}

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
