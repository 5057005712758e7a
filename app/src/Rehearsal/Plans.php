<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Store\CompiledSetups;
use Ithrel\App\Store\Engine;
use Ithrel\App\Store\KeptFolder;
use Ithrel\App\Store\LimitNotes;
use Ithrel\App\Store\Revision;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Plan\Planner;
use Ithrel\Core\Reach\TooLarge;

/**
 * Plans, worked out once a document and day and kept in files.
 */
final readonly class Plans
{
    public function __construct(
        private CompiledSetups $compiled,
        private KeptFolder $kept,
        private Engine $engine,
        private LimitNotes $notes,
    ) {}

    /** Seconds for one while somebody waits, and on a worker. */
    public const SECONDS_OF_REQUEST = 7;
    public const SECONDS_OF_WORKER = 30;

    /**
     * @param int $seconds that it may take; what does not fit is left out, and the plan says what
     *
     * @throws TooLarge where the setup is too large to be counted
     */
    public function of(Revision $revision, string $today, int $seconds = self::SECONDS_OF_REQUEST): Plan
    {
        $samples = $this->notes->samples($revision->setup());
        $given = [] === $samples ? '' : '-' . substr(hash('sha256', serialize($samples)), 0, 12);
        $name = sprintf(
            'documents/%s-%s-plan%s.bin',
            CompiledSetups::key($revision->document(), $today),
            $this->engine->mark(),
            $given,
        );
        $kept = $this->kept->read($name);
        if (null !== $kept) {
            return Plan::fromArray($kept);
        }
        $plan = Planner::plan($this->compiled->of($revision->document(), $today), new TimeForPlan($seconds), $samples);
        $this->kept->write($name, $plan->toArray());

        return $plan;
    }
}
