<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

/**
 * One decision of a shopper: a pick, a yes, one value of a several, or the class of an input.
 * Letters are numbered from 0; the last one always means "none" (not picked).
 */
final readonly class Cell
{
    /**
     * @param int $option position of the option
     * @param int $size letters, "none" included
     * @param int|null $bit the value of a several that this cell decides
     */
    public function __construct(public int $option, public int $size, public ?int $bit) {}

    public function none(): int
    {
        return $this->size - 1;
    }
}
