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
     * @param bool $isOurs whether it was what Ithrel asks with that gave out, and not the shop
     */
    public function __construct(
        string $message,
        public readonly bool $mayPass,
        ?\Throwable $previous = null,
        public readonly bool $isOurs = false,
    ) {
        parent::__construct($message, 0, $previous);
    }
}
