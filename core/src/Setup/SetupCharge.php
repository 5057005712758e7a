<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

use Ithrel\Core\Setup\Charge\Charge;
use Ithrel\Core\Setup\Condition\Condition;

/**
 * A price effect of the whole setup, active while its condition holds.
 */
final readonly class SetupCharge
{
    public function __construct(
        public string $at,
        public ?string $id,
        public string $label,
        public Charge $charge,
        public ?Condition $when,
    ) {}
}
