<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Store\CompiledSetups;
use Ithrel\App\Store\Engine;
use Ithrel\App\Store\KeptFolder;
use Ithrel\App\Store\LimitNotes;
use Ithrel\App\Store\Revision;
use Ithrel\App\Work\Within;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Plan\Planner;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Work\OutOfBudget;

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

    /** Seconds that one may take; what does not fit is left out, and the plan says what. */
    private const SECONDS = 30;

    /**
     * @throws TooLarge where the setup is too large to be counted
     * @throws OutOfBudget where whoever asks may not take as long as a plan may
     */
    public function of(Revision $revision, string $today): Plan
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
        $reach = $this->compiled->of($revision->document(), $today);
        $plan = Within::seconds(self::SECONDS, static fn(): Plan => Planner::plan($reach, $samples));
        $this->kept->write($name, $plan->toArray());

        return $plan;
    }
}
