<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

/**
 * An amount finer than the currency: sums have to be rounded before they are compared.
 */
final class OffGrid extends \RuntimeException {}
