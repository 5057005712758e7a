<?php

declare(strict_types=1);

namespace Ithrel\App\Net;

/**
 * A host that may not be asked, or that is none.
 */
final class HostRefused extends \RuntimeException {}
