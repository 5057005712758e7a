<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

/**
 * A setup that goes beyond the stated bounds of the computation, with the options that make it so.
 */
final class TooLarge extends \RuntimeException
{
    /**
     * @param list<string> $options codes
     */
    public function __construct(string $message, public readonly array $options)
    {
        parent::__construct($message);
    }
}
