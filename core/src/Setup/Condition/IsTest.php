<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

/**
 * The answer is one of these values (for a several: one of them is picked); for a flag: yes or not yes.
 */
final readonly class IsTest implements Test
{
    /**
     * @param list<string>|bool $is
     */
    public function __construct(public string $at, public string $option, public array|bool $is) {}

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
