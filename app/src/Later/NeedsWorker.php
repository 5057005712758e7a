<?php

declare(strict_types=1);

namespace Ithrel\App\Later;

/**
 * What is asked is for a worker alone to do, however long it takes: it begins processes, or waits for strangers.
 */
final class NeedsWorker extends \RuntimeException {}
