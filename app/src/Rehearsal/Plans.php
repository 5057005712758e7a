<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Store\CompiledSetups;
use Ithrel\App\Store\KeptFile;
use Ithrel\App\Store\Revision;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Plan\Planner;
use Ithrel\Core\Reach\TooLarge;

/**
 * Plans, worked out once a document and day and kept in files.
 */
final readonly class Plans
{
    public function __construct(private CompiledSetups $compiled, private string $folder)
    {
    }

    /**
     * @throws TooLarge where the setup is too large to be counted
     */
    public function of(Revision $revision, string $today): Plan
    {
        $file = sprintf('%s/%s-%s-%s.bin', $this->folder, $revision->sha256(), $today, $this->compiled->engine());
        $kept = KeptFile::read($file);
        if ($kept instanceof Plan) {
            return $kept;
        }
        $plan = Planner::plan($this->compiled->of($revision->document(), $today));
        KeptFile::write($file, serialize($plan));

        return $plan;
    }
}
