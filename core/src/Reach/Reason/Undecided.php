<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach\Reason;

/**
 * A reason was not found within the stated bound; the fact itself stands.
 */
final class Undecided extends \RuntimeException {}
