<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

/**
 * A shop gave no answer that a verdict could be made from. The message says what it did, and to which request.
 */
final class NoAnswer extends \RuntimeException
{
    /**
     * @param bool $mayPass whether the same may go through when it is tried again
     */
    public function __construct(string $message, public readonly bool $mayPass, ?\Throwable $previous = null)
    {
        parent::__construct($message, 0, $previous);
    }
}
