<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis;

/**
 * Thinks of deviations of one kind that could explain what was seen.
 */
interface Source
{
    /**
     * @return iterable<Deviation>
     */
    public function of(Evidence $evidence): iterable;
}
