<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

final readonly class Not implements Condition
{
    public function __construct(public string $at, public Condition $part) {}

    public function at(): string
    {
        return $this->at;
    }

    public function tests(): array
    {
        return $this->part->tests();
    }
}
