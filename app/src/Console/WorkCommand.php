<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Doctrine\ORM\EntityManagerInterface;
use Ithrel\App\Gate\Verdicts;
use Ithrel\App\Queue\JobInHand;
use Ithrel\App\Queue\RedisServer;
use Ithrel\App\Queue\WorkLoop;
use Ithrel\App\Rehearsal\HandingOut;
use Ithrel\App\Rehearsal\Page\Browsers;
use Ithrel\App\Store\Reports;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Command\SignalableCommandInterface;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/**
 * A worker: does what the queues have, until it is told to end; it then ends after the job in hand.
 */
#[AsCommand('work', 'Does the work of the queues.')]
final class WorkCommand extends Command implements SignalableCommandInterface
{
    /** Seconds after which pending checks are looked for again where there were none. */
    private const SECONDS_BETWEEN_LOOKS = 1.0;

    private float $looksAgain = 0.0;

    public function __construct(
        private readonly WorkLoop $loop,
        private readonly JobInHand $job,
        private readonly HandingOut $out,
        private readonly Browsers $browsers,
        private readonly Reports $reports,
        private readonly Verdicts $verdicts,
        private readonly EntityManagerInterface $entities,
        private readonly RedisServer $server,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('until-idle', null, InputOption::VALUE_NONE, 'ends when nothing waits')->addOption(
            'only',
            null,
            InputOption::VALUE_REQUIRED,
            'checks: tries checks and nothing else, on another machine that reaches the queue (ITHREL_QUEUE) and ' .
                'no database; desk: all but checks',
        );
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $isUntilIdle = true === $input->getOption('until-idle');
        $only = $input->getOption('only');
        if (!in_array($only, [null, 'checks', 'desk'], true)) {
            $output->writeln('--only is checks or desk.');

            return 2;
        }
        if ('checks' === $only) {
            if (!$this->server->isThere()) {
                $output->writeln(
                    '--only=checks is for a worker on another machine: ITHREL_QUEUE has to name the queue, as in ' .
                        'tcp://queue.example:6379.',
                );

                return 2;
            }
            $this->loop->run(WorkLoop::SHARED, function () use ($isUntilIdle): bool {
                $this->browsers->rest();

                return !$isUntilIdle;
            });

            return 0;
        }
        $this->out->takeUp();
        $this->loop->run(
            'desk' === $only ? array_values(array_diff(WorkLoop::ALL, WorkLoop::SHARED)) : WorkLoop::ALL,
            function () use ($isUntilIdle): bool {
                $this->browsers->rest();
                $until = microtime(true) + self::SECONDS_BETWEEN_LOOKS;
                while (microtime(true) < $until && !$this->job->isEnding() && $this->reported()) {
                    $this->entities->clear();
                }

                return !$isUntilIdle;
            },
        );

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

    /**
     * @return list<int>
     */
    public function getSubscribedSignals(): array
    {
        return [SIGINT, SIGTERM, SIGHUP];
    }

    public function handleSignal(int $signal, int|false $previousExitCode = 0): int|false
    {
        $this->job->end();
        $this->loop->stop();

        return false;
    }
}
