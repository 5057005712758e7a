<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

/**
 * Holds where one of these values is picked.
 */
final readonly class PickedOne
{
    /**
     * @param list<int> $values positions
     */
    public function __construct(public array $values) {}
}
