<?php

declare(strict_types=1);

namespace Ithrel\App\Work;

/**
 * Something took more time or memory than it may.
 */
final class OutOfBounds extends \RuntimeException
{
    /**
     * @param bool $isOfTime whether more time could help, as memory would not
     */
    public function __construct(string $message, public readonly bool $isOfTime)
    {
        parent::__construct($message);
    }
}
