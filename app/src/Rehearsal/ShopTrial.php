<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Queue\JobInHand;
use Ithrel\App\Rehearsal\Job\KeepResult;
use Ithrel\App\Rehearsal\Job\TryCheck;
use Ithrel\App\Store\CompiledSetups;
use Ithrel\Core\Compare\CheckComparison;
use Ithrel\Core\Document\UnreadableDocument;

/**
 * Tries checks over the shop interface.
 */
final class ShopTrial
{
    /** @var array{OpenRun, ShopDoor, CheckComparison}|null of the run that was worked on last */
    private ?array $present = null;

    public function __construct(
        private readonly JobInHand $job,
        private readonly CompiledSetups $compiled,
        private readonly ShopSettings $shops,
    ) {}

    /**
     * @throws NoAnswer
     */
    public function try(OpenRun $run, TryCheck $job): KeepResult
    {
        $start = hrtime(true);
        [, $door, $comparison] = $this->of($run);
        $found = $door->try($job->check, $this->job->hold(...));

        return KeepResult::found(
            $job,
            $found,
            $comparison->differences($job->check, $found),
            intdiv((int) (hrtime(true) - $start), 1_000_000),
        );
    }

    /**
     * @return array{OpenRun, ShopDoor, CheckComparison}
     *
     * @throws NoAnswer
     */
    private function of(OpenRun $run): array
    {
        if (null === $this->present || $this->present[0] !== $run) {
            $setup = $this->compiled->of($run->document, $run->today)->setup;
            try {
                $address = $this->shops->page($run->address);
            } catch (UnreadableDocument $e) {
                throw new NoAnswer($e->getMessage(), false, $e);
            }
            $this->present = [$run, $this->shops->door($address, $run->sha256()), new CheckComparison($setup)];
        }

        return $this->present;
    }
}
