<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

/**
 * A check that this shop gives no way to try; what it is about was not looked at, and that is no difference.
 */
final class NotTried extends \RuntimeException {}
