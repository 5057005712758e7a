<?php

declare(strict_types=1);

namespace Ithrel\App\Later;

/**
 * A request that changes something may be done by a worker where it takes long: it works everything out before it
 * writes, so that it can be begun anew. What only reads may be, always.
 */
#[\Attribute(\Attribute::TARGET_METHOD)]
final readonly class MayTakeLong {}
