<?php

declare(strict_types=1);

use Ithrel\App\Console\CheckCommand;
use Ithrel\App\Console\DiffCommand;
use Ithrel\App\Console\DraftCommand;
use Ithrel\App\Console\GateCommand;
use Ithrel\App\Console\LimitsCommand;
use Ithrel\App\Console\ListCommand;
use Ithrel\App\Console\PriceCommand;
use Ithrel\App\Console\RehearseCommand;
use Symfony\Component\Console\Application;
use Symfony\Component\Console\Input\ArgvInput;
use Symfony\Component\Console\Output\ConsoleOutput;

require dirname(__DIR__, 2) . '/vendor/autoload.php';

// The commands that need neither framework nor database; they start in a few hundredths of a second.
$application = new Application('ithrel');
$application->addCommands([
    new CheckCommand(),
    new DiffCommand(),
    new DraftCommand(),
    new GateCommand(),
    new LimitsCommand(),
    new ListCommand(),
    new PriceCommand(),
    new RehearseCommand(),
]);
$application->setAutoExit(false);
$application->setCatchExceptions(false);
$output = new ConsoleOutput();
try {
    $status = $application->run(new ArgvInput(), $output);
} catch (Throwable $e) {
    $call =
        $e instanceof InvalidArgumentException || $e instanceof Symfony\Component\Console\Exception\ExceptionInterface;
    $output
        ->getErrorOutput()
        ->writeln(
            'ithrel: ' .
                ($call
                    ? $e->getMessage()
                    : $e::class . ': ' . $e->getMessage() . ' at ' . $e->getFile() . ':' . $e->getLine()),
            ConsoleOutput::OUTPUT_RAW,
        );
    $status = 2;
}
exit($status);
