<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

use Ithrel\Core\Setup\Condition\Condition;

/**
 * What must not be sold (never) or must always hold, whatever the page allows.
 */
final readonly class Guard
{
    public function __construct(
        public int $index,
        public string $at,
        public string $id,
        public ?Condition $never,
        public ?Condition $always,
        public string $because,
    ) {}
}
