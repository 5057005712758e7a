<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Ithrel\App\People\Accounts;
use Ithrel\App\People\Log;
use Ithrel\App\People\Role;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Formatter\OutputFormatter;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('account', 'Makes, changes, removes and lists the accounts of a team.')]
final class AccountCommand extends Command
{
    public function __construct(private readonly Accounts $accounts, private readonly Log $log)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('what', InputArgument::REQUIRED, 'add, role, password, remove or list')
            ->addArgument('name', InputArgument::OPTIONAL, 'Whose account')
            ->addOption('role', null, InputOption::VALUE_REQUIRED, 'reader, tester or lead')
            ->setHelp('A password is read from standard input, a line.');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $name = $input->getArgument('name');
        $name = is_string($name) ? trim($name) : '';
        try {
            $said = match ($input->getArgument('what')) {
                'list' => implode(
                    "\n",
                    array_map(
                        static fn($a): string => sprintf('%-7s %s', $a->role()->value, SetupFile::harmless($a->name())),
                        $this->accounts->all(),
                    ),
                ),
                'add' => sprintf(
                    '%s is a %s.',
                    $this->accounts->add($name, $role = self::role($input), self::password($input, $output))->name(),
                    $role->value,
                ),
                'role' => $this->changed($name, self::role($input)),
                'password' => $this->passwordOf($name, $input, $output),
                'remove' => $this->removed($name),
                default => throw new \DomainException('There are add, role, password, remove and list.'),
            };
        } catch (\DomainException $e) {
            ($output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output)->writeln(
                'ithrel: ' . OutputFormatter::escape(SetupFile::harmless($e->getMessage())),
            );

            return 2;
        }
        if ('list' !== $input->getArgument('what')) {
            $this->log->write(Log::COMMAND_LINE, sprintf('changed an account: %s', $said));
        }
        foreach (explode("\n", $said) as $line) {
            $output->writeln(OutputFormatter::escape(SetupFile::harmless($line)));
        }

        return 0;
    }

    private function changed(string $name, Role $role): string
    {
        $this->accounts->become($this->accounts->get($name), $role);

        return sprintf('%s is a %s.', $name, $role->value);
    }

    private function passwordOf(string $name, InputInterface $input, OutputInterface $output): string
    {
        $account = $this->accounts->get($name);
        $this->accounts->setPassword($account, self::password($input, $output));

        return sprintf('%s has another password, and is signed out.', $name);
    }

    private function removed(string $name): string
    {
        $this->accounts->remove($this->accounts->get($name));

        return sprintf('The account of %s is removed; what was done under this name stays.', $name);
    }

    private static function role(InputInterface $input): Role
    {
        $role = $input->getOption('role');

        return Role::tryFrom(is_string($role) ? $role : '') ??
            throw new \DomainException('--role is reader, tester or lead.');
    }

    private static function password(InputInterface $input, OutputInterface $output): string
    {
        $terminal = stream_isatty(\STDIN);
        if ($terminal) {
            ($output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output)->write('Password: ');
            shell_exec('stty -echo');
        }
        try {
            $line = fgets(\STDIN);
        } finally {
            if ($terminal) {
                shell_exec('stty echo');
            }
        }

        return false === $line ? '' : rtrim($line, "\r\n");
    }
}
