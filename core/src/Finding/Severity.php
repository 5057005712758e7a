<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding;

/**
 * blocker: do not launch; warning: look; note: know.
 */
enum Severity: string
{
    case Blocker = 'blocker';
    case Warning = 'warning';
    case Note = 'note';
}
