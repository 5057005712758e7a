<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Ithrel\App\Store\Backup;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Formatter\OutputFormatter;
use Symfony\Component\Console\Input\ArrayInput;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('restore', 'Puts a copy of the database back; what was under way in it ends.')]
final class RestoreCommand extends Command
{
    public function __construct(private readonly Backup $backup)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('file', InputArgument::REQUIRED, 'The copy');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $file = $input->getArgument('file');
        try {
            $before = $this->backup->putBack(is_string($file) ? $file : '');
        } catch (\DomainException $e) {
            $output->writeln('ithrel: ' . OutputFormatter::escape(SetupFile::harmless($e->getMessage())));

            return Command::FAILURE;
        }
        $upgraded = $this->getApplication()?->find('upgrade')->run(new ArrayInput([]), $output);
        if (Command::SUCCESS !== $upgraded) {
            return Command::FAILURE;
        }
        $this->backup->endWhatWasUnderWay();
        $output->writeln('It is put back. What was under way in it has ended, and is begun anew by whoever wants it.');
        if (null !== $before) {
            $output->writeln('The database as it was before is kept as ' . OutputFormatter::escape($before) . '.');
        }

        return Command::SUCCESS;
    }
}
