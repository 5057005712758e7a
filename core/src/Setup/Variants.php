<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

/**
 * The stocked rows of an item and the options they are told apart by.
 */
final readonly class Variants
{
    /**
     * @param list<string> $by option codes
     * @param list<Row> $rows where two match, the first counts
     */
    public function __construct(public array $by, public array $rows) {}
}
