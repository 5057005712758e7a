<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Ithrel\App\Demo\DemoData;
use Ithrel\App\Store\Shelf;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('demo:load', 'Brings the demo setups in where the shelf is empty.')]
final class LoadDemoCommand extends Command
{
    public function __construct(private readonly DemoData $demo, private readonly Shelf $shelf)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if ([] === $this->shelf->all()) {
            $output->writeln(sprintf('%d demo setups brought in', $this->demo->load()));
        }

        return 0;
    }
}
