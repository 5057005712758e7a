<?php

declare(strict_types=1);

namespace Ithrel\App\Queue;

use Symfony\Component\Messenger\Stamp\NonSendableStampInterface;

/**
 * How often a job was given to a worker, this time counted: whoever had it before was gone before it was done.
 */
final readonly class TriesStamp implements NonSendableStampInterface
{
    public function __construct(public int $tries) {}
}
