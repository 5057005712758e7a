<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Ithrel\App\Draft\SourceFile;
use Ithrel\App\Net\HostPolicy;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Draft\Draft;
use Ithrel\Core\Draft\Drafter;
use Ithrel\Core\Draft\DraftSource;
use Ithrel\Core\Draft\SourceText;
use Ithrel\Core\Setup\Currency;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('draft', 'Makes a setup document from a saved product page, a table, or both.')]
final class DraftCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument(
            'files',
            InputArgument::REQUIRED | InputArgument::IS_ARRAY,
            'Saved pages, addresses of pages, and tables; all of them make one document; - reads standard input',
        )
            ->addOption(
                'format',
                null,
                InputOption::VALUE_REQUIRED,
                'document (the setup alone) or json (with where each thing was read, and what was left)',
                'document',
            )
            ->addOption(
                'currency',
                null,
                InputOption::VALUE_REQUIRED,
                'ISO 4217; of the item where the source names none',
            )
            ->addOption(
                'today',
                null,
                InputOption::VALUE_REQUIRED,
                'Taken as by every command; a draft does not ask for it',
            );
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        /** @var non-empty-list<string> $files */
        $files = $input->getArgument('files');
        $format = $input->getOption('format');
        $currency = $input->getOption('currency');
        if (!in_array($format, ['document', 'json'], true)) {
            throw new \InvalidArgumentException('--format is document or json.');
        }
        if (null !== $currency && (!is_string($currency) || null === Currency::find($currency))) {
            throw new \InvalidArgumentException('--currency is a code of ISO 4217, such as EUR.');
        }
        $minor = is_string($currency) ? Currency::find($currency)->minorUnits ?? 2 : 2;
        $sources = [];
        foreach ($files as $file) {
            try {
                $sources[] = self::source($file, $minor);
            } catch (UnreadableDocument $e) {
                SetupFile::complain($output, $file, $e);

                return 2;
            }
        }
        $draft = Drafter::of($sources, is_string($currency) ? $currency : null);
        $output->writeln(
            SetupFile::json(
                'json' === $format
                    ? [
                        'ithrel' => 'draft/1',
                        'document' => $draft->document,
                        'read' => $draft->read,
                        'left' => $draft->left,
                    ]
                    : $draft->document,
                true,
            ),
            OutputInterface::OUTPUT_RAW,
        );
        if ('document' === $format) {
            self::tellWhatWasLeft($output, $draft);
        }

        return 0;
    }

    /**
     * @throws UnreadableDocument
     */
    private static function source(string $file, int $minorUnits): DraftSource
    {
        if (1 === preg_match('~^https?://~i', $file)) {
            return SourceFile::rendered($file, $minorUnits, HostPolicy::ofThisMachine());
        }
        if ('-' !== $file && (!is_file($file) || !is_readable($file))) {
            throw UnreadableDocument::at('', 'The file is not there or cannot be read.');
        }
        $bytes = (string) file_get_contents(
            '-' === $file ? 'php://stdin' : $file,
            false,
            null,
            0,
            SourceText::MOST_BYTES + 1,
        );

        return SourceFile::read($bytes, '-' === $file ? 'item' : pathinfo($file, PATHINFO_FILENAME), $minorUnits);
    }

    private static function tellWhatWasLeft(OutputInterface $output, Draft $draft): void
    {
        $stderr = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        foreach ($draft->left as $left) {
            $stderr->writeln(
                SetupFile::harmless(sprintf('left: %s: %s', $left['from'], $left['why'])),
                OutputInterface::OUTPUT_RAW,
            );
        }
        $guesses = count(array_filter($draft->read, static fn(array $read): bool => 'guess' === $read['sure']));
        if ($guesses > 0) {
            $stderr->writeln(
                sprintf('%d of %d readings are guesses; --format=json names them', $guesses, count($draft->read)),
                OutputInterface::OUTPUT_RAW,
            );
        }
    }
}
