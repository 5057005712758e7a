<?php

declare(strict_types=1);

namespace Ithrel\App\People;

/**
 * What a request changes, in words that go on after the name of who did it; it is written into the log with the change,
 * in one transaction, or neither is.
 */
#[\Attribute(\Attribute::TARGET_METHOD)]
final readonly class Changes
{
    /**
     * @param string $words "{name}" in them is the member "name" of what was answered
     * @param bool $waits whether it asks strangers, or works much out, and so cannot hold the database meanwhile: then
     *                    it is logged once it is done
     */
    public function __construct(public string $words, public bool $waits = false) {}
}
