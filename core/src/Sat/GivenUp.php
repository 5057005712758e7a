<?php

declare(strict_types=1);

namespace Ithrel\Core\Sat;

/**
 * A question would take more steps than it may.
 */
final class GivenUp extends \RuntimeException {}
