<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

/**
 * What a column of a price sheet was taken for.
 */
final readonly class SheetColumn
{
    public const OPTION = 'option';
    public const QUANTITY = 'quantity';
    public const TOTAL = 'total';
    public const UNIT = 'unit-price';
    /** What no total hangs on, as a SKU or a number of the line. */
    public const BESIDE = 'beside';

    /** What is not understood. */
    public const IGNORED = 'ignored';

    /**
     * @param string $role one of the constants
     * @param int|null $option position of the option
     */
    public function __construct(public string $heading, public string $role, public ?int $option = null) {}
}
