<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Ithrel\App\People\Log;
use Ithrel\App\Rehearsal\DueRehearsals;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Formatter\OutputFormatter;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[
    AsCommand(
        'rehearse:due',
        'Begins a rehearsal of every setup whose latest revision was not rehearsed to the end; workers try them.',
    ),
]
final class RehearseDueCommand extends Command
{
    public function __construct(private readonly DueRehearsals $due, private readonly Log $log)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $done = $this->due->begin();
        foreach ($done['begun'] as $title) {
            $this->log->write(Log::COMMAND_LINE, 'began a rehearsal that was due', null, $title);
            $output->writeln('begun  ' . OutputFormatter::escape(SetupFile::harmless($title)));
        }
        foreach ($done['left'] as ['title' => $title, 'why' => $why]) {
            $output->writeln(OutputFormatter::escape(SetupFile::harmless(sprintf('left   %s: %s', $title, $why))));
        }
        $output->writeln(sprintf('%d begun, %d left', count($done['begun']), count($done['left'])));

        return [] === $done['left'] ? 0 : 1;
    }
}
