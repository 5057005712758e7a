<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Ithrel\App\Gate\Verdicts;
use Ithrel\App\Rehearsal\Rehearsals;
use Ithrel\App\Rehearsal\Worker;
use Ithrel\App\Store\Reports;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Command\SignalableCommandInterface;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/**
 * A worker: does what the queue has, until it is told to end; it then ends after the job in hand.
 */
#[AsCommand('work', 'Does the work of the queue.')]
final class WorkCommand extends Command implements SignalableCommandInterface
{
    private const IDLE_MICROSECONDS = 150_000;

    /** Seconds after which pending checks are looked for again where there were none. */
    private const SECONDS_BETWEEN_LOOKS = 1.0;

    private bool $isEnding = false;

    private float $looksAgain = 0.0;

    public function __construct(private readonly Worker $worker, private readonly Rehearsals $rehearsals, private readonly Reports $reports, private readonly Verdicts $verdicts)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('until-idle', null, InputOption::VALUE_NONE, 'ends when nothing waits');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $name = gethostname().':'.getmypid();
        $this->rehearsals->requeue();
        while (!$this->isEnding()) {
            if (!$this->worker->once($name, $this->isEnding(...)) && !$this->reported()) {
                if (true === $input->getOption('until-idle')) {
                    return 0;
                }
                usleep(self::IDLE_MICROSECONDS);
            }
        }

        return 0;
    }

    /** Works out what a check says, or a verdict, where one is pending; looked for now and then only. */
    private function reported(): bool
    {
        if (microtime(true) < $this->looksAgain) {
            return false;
        }
        $found = $this->reports->next() || $this->verdicts->next();
        $this->looksAgain = $found ? 0.0 : microtime(true) + self::SECONDS_BETWEEN_LOOKS;

        return $found;
    }

    /** Asked anew each time: a signal sets it between two jobs. */
    private function isEnding(): bool
    {
        return $this->isEnding;
    }

    /**
     * @return list<int>
     */
    public function getSubscribedSignals(): array
    {
        return [SIGINT, SIGTERM, SIGHUP];
    }

    public function handleSignal(int $signal, int|false $previousExitCode = 0): int|false
    {
        $this->isEnding = true;

        return false;
    }
}
