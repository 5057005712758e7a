<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Limits;

use Ithrel\Core\Setup\Place;
use Ithrel\Core\Setup\Reading\Reading;

/**
 * What an input of one kind has to be; there are such limits where the document sets none, too.
 */
interface Limits
{
    public static function read(Place $option, Reading $reading): self;

    /** What is filled in beforehand, as it is typed; null where nothing is, or nothing can be. */
    public static function default(Place $option, Reading $reading): ?string;

    /** The same kind, taking anything; what is measured stays. */
    public function open(): self;
}
