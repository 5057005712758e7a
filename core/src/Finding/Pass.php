<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding;

use Ithrel\Core\Reach\Reach;

/**
 * One analysis: looks at a compiled setup and tells what it finds.
 */
interface Pass
{
    /**
     * @return iterable<Finding>
     */
    public function find(Reach $reach): iterable;
}
