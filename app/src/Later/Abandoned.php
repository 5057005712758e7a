<?php

declare(strict_types=1);

namespace Ithrel\App\Later;

/**
 * Nobody waits any more for what a worker is working out.
 */
final class Abandoned extends \RuntimeException {}
