<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Doctrine\Migrations\DependencyFactory;
use Ithrel\App\Store\Upgrade;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\ArrayInput;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

#[AsCommand('upgrade', 'Brings the database up to date; one that holds something is copied before.')]
final class UpgradeCommand extends Command
{
    public function __construct(
        private readonly Upgrade $upgrade,
        #[Autowire(service: 'doctrine.migrations.dependency_factory')] private readonly DependencyFactory $migrations,
    ) {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $this->migrations->getMetadataStorage()->ensureInitialized();
        if (0 === count($this->migrations->getMigrationStatusCalculator()->getNewMigrations())) {
            return 0;
        }
        $copy = $this->upgrade->around(function () use ($output): void {
            $all = new ArrayInput(['command' => 'doctrine:migrations:migrate', '--no-interaction' => true]);
            $all->setInteractive(false);
            if (0 !== $this->getApplication()?->doRun($all, $output)) {
                throw new \RuntimeException('The tables could not be changed.');
            }
        });
        if (null !== $copy) {
            $output->writeln('The database as it was before is kept as ' . $copy . '.');
        }

        return 0;
    }
}
