<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Queue\JobInHand;
use Ithrel\App\Rehearsal\Job\KeepResult;
use Ithrel\App\Rehearsal\Job\TryCheck;
use Ithrel\App\Rehearsal\Page\Browsers;
use Ithrel\App\Rehearsal\Page\Camera;
use Ithrel\App\Rehearsal\Page\PageDoor;
use Ithrel\App\Rehearsal\Page\Shopper;
use Ithrel\App\Store\CompiledSetups;
use Ithrel\Core\Compare\CheckComparison;
use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Setup\Setup;

/**
 * Tries checks on a page, in a browser.
 */
final class PageTrial
{
    /** @var array{OpenRun, PageMap, Setup}|null of the run that was worked on last */
    private ?array $present = null;

    public function __construct(
        private readonly JobInHand $job,
        private readonly CompiledSetups $compiled,
        private readonly Browsers $browsers,
    ) {}

    /**
     * A browser that was ended amid it says nothing of the shop: the check is tried once more in a new one. An order is
     * placed once at most: a check that was begun before, here or by a worker that died, may have placed it.
     */
    public function try(OpenRun $run, TryCheck $job): KeepResult
    {
        $mayOrder = $run->mayOrder && 1 === $this->job->tries();
        $result = $this->tried($run, $job, $mayOrder);

        return $result ??
            ($this->tried($run, $job, false, true) ?? throw new \LogicException('The last try has a result.'));
    }

    /**
     * @return KeepResult|null null where the browser was ended
     */
    private function tried(OpenRun $run, TryCheck $job, bool $mayOrder, bool $isLast = false): ?KeepResult
    {
        $start = hrtime(true);
        $since = static fn(): int => intdiv((int) (hrtime(true) - $start), 1_000_000);
        $hold = $this->job->hold(...);
        $hold();
        if (null === $this->present || $this->present[0] !== $run) {
            $this->present = [
                $run,
                PageMap::fromArray($run->map ?? [], $run->address),
                $this->compiled->of($run->document, $run->today)->setup,
            ];
        }
        [, $map, $setup] = $this->present;
        $pilot = $this->browsers->pilot($run->hosts, $hold);
        $camera = new Camera($pilot, $map);
        $door = new PageDoor(
            $pilot,
            $setup,
            $map,
            new Shopper($pilot, $setup, $map, $this->browsers->folder()),
            $mayOrder,
            $camera,
        );
        try {
            [$found, $unseen] = $door->try($job->check);
            $differences = (new CheckComparison($setup))->differences($job->check, $found);
            $result = KeepResult::found(
                $job,
                $found,
                $differences,
                $since(),
                $unseen,
                [] === $differences ? [] : $camera->pictures($job->check, $differences),
            );
        } catch (NotTried $e) {
            $result = KeepResult::notTried($job, $e->getMessage());
        } catch (NoAnswer $e) {
            if ($e->isOurs && !$isLast) {
                $this->browsers->end();

                return null;
            }
            $camera->take('stopped');
            $result = KeepResult::noAnswer($job, $e->getMessage(), $since(), $camera->pictures($job->check, []));
            // What a browser was left with by a page that does not come to rest is nothing for the next check.
            $this->browsers->end();
        }
        usleep(1_000 * $run->pause);

        return $result;
    }
}
