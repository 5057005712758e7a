<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

/**
 * A fact of the item that the cart line carries, visible at the stages named.
 */
final readonly class DataEntry
{
    /**
     * @param list<Stage> $stages
     * @param 'order'|'shopper'|null $meant for the store alone, or for the shopper; null: not told
     */
    public function __construct(
        public string $code,
        public string $label,
        public string $value,
        public array $stages,
        public ?string $meant = null,
    ) {}
}
