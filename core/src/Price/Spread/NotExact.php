<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

/**
 * Totals that the graph cannot add up exactly; the message says why.
 */
final class NotExact extends \RuntimeException
{
    /**
     * @param bool $isOfForm whether the amounts may be added up in another form
     */
    public function __construct(string $message, public readonly bool $isOfForm = false)
    {
        parent::__construct($message);
    }
}
