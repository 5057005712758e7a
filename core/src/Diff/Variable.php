<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

/**
 * One decision of a shopper as two setups know it: a pick, a yes, or one value of a several, told by its codes.
 */
final readonly class Variable
{
    /**
     * @param int|null $base its cell in the first setup; null where that one has none
     * @param int|null $other its cell in the second
     * @param list<array{int|null, int|null}> $letters answers that mean the same in both, in the first one's order;
     *                                                 what only
     *                                                 one of them has is unanswered there
     */
    public function __construct(public ?int $base, public ?int $other, public array $letters) {}
}
