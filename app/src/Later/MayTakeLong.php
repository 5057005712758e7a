<?php

declare(strict_types=1);

namespace Ithrel\App\Later;

use Ithrel\App\People\Changes;

/**
 * A request that changes something, and not in one transaction, may be done by a worker where it takes long: it works
 * everything out before it writes, so that it can be begun anew. What changes in one transaction may be, always, as
 * that is rolled back; so may what only reads.
 */
#[\Attribute(\Attribute::TARGET_METHOD)]
final readonly class MayTakeLong
{
    /**
     * @param array<Changes> $changes attributes of a controller
     * @param array<self> $own
     */
    public static function isSaidOf(array $changes, array $own): bool
    {
        return [] !== $own || [] !== array_filter($changes, static fn(Changes $c): bool => !$c->waits);
    }
}
