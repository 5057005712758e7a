<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

/**
 * Totals that the graph cannot add up exactly; the message says why.
 */
final class NotExact extends \RuntimeException
{
}
