<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach\Reason;

/**
 * Something that has to hold in a state as long as all of its places stand in the document.
 */
final readonly class Demand
{
    /**
     * @param int $p proposition
     * @param list<Cause> $causes
     */
    public function __construct(public int $p, public array $causes) {}
}
