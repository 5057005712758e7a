<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

/**
 * How far a rehearsal has come.
 */
enum RehearsalState: string
{
    /** The checks are being worked out. */
    case Planning = 'planning';
    case Running = 'running';
    case Done = 'done';
    /** Somebody ended it; what was found until then is kept. */
    case Cancelled = 'cancelled';
    /** It could not begin; the message says why. */
    case Failed = 'failed';

    public function isOver(): bool
    {
        return self::Planning !== $this && self::Running !== $this;
    }
}
