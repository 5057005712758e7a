<?php

declare(strict_types=1);

namespace Ithrel\App\People;

/**
 * What a request changes, in words that go on after the name of who did it; it is written into the log.
 */
#[\Attribute(\Attribute::TARGET_METHOD)]
final readonly class Changes
{
    public function __construct(public string $words) {}
}
