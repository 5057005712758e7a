<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Ithrel\App\Browser\Driver;
use Ithrel\App\Browser\Pilot;
use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\Core\Draft\Draft;
use Ithrel\Core\Draft\Drafter;
use Ithrel\Core\Draft\DraftSource;
use Ithrel\Core\Draft\PageReader;
use Ithrel\Core\Draft\SourceText;
use Ithrel\Core\Draft\TableReader;
use Ithrel\Core\Setup\Currency;
use Ithrel\Core\Setup\UnreadableDocument;
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
        $this
            ->addArgument('files', InputArgument::REQUIRED | InputArgument::IS_ARRAY, 'Saved pages, addresses of pages, and tables; all of them make one document; - reads standard input')
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'document (the setup alone) or json (with where each thing was read, and what was left)', 'document')
            ->addOption('currency', null, InputOption::VALUE_REQUIRED, 'ISO 4217; of the item where the source names none')
            ->addOption('today', null, InputOption::VALUE_REQUIRED, 'Taken as by every command; a draft does not ask for it');
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
        $output->writeln(SetupFile::json('json' === $format ? ['ithrel' => 'draft/1', 'document' => $draft->document, 'read' => $draft->read, 'left' => $draft->left] : $draft->document, true), OutputInterface::OUTPUT_RAW);
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
            return self::rendered($file, $minorUnits);
        }
        if ('-' !== $file && (!is_file($file) || !is_readable($file))) {
            throw UnreadableDocument::at('', 'The file is not there or cannot be read.');
        }
        $bytes = (string) file_get_contents('-' === $file ? 'php://stdin' : $file, false, null, 0, SourceText::MOST_BYTES + 1);
        if (strlen($bytes) > SourceText::MOST_BYTES) {
            throw UnreadableDocument::at('', sprintf('It has more than %d MB.', intdiv(SourceText::MOST_BYTES, 1_000_000)));
        }
        if ('' === trim($bytes)) {
            throw UnreadableDocument::at('', 'It is empty.');
        }
        $name = '-' === $file ? 'item' : pathinfo($file, PATHINFO_FILENAME);
        $text = SourceText::utf8($bytes);

        return SourceText::isPage($text) ? PageReader::read($text, $name, $minorUnits) : TableReader::read($text, $name, $minorUnits);
    }

    /**
     * A page as the browser renders it.
     *
     * @throws UnreadableDocument
     */
    private static function rendered(string $address, int $minorUnits): DraftSource
    {
        $host = parse_url($address, PHP_URL_HOST);
        if (!is_string($host)) {
            throw UnreadableDocument::at('', 'This is no address of a page.');
        }
        $driver = new Driver([$host]);
        try {
            (new Pilot($driver))->newShopper($address);
            $answer = $driver->tell('Runtime.evaluate', ['expression' => 'document.documentElement.outerHTML', 'returnByValue' => true]);
        } catch (NoAnswer $e) {
            throw UnreadableDocument::at('', $e->getMessage());
        } finally {
            $driver->end();
        }
        $html = is_array($answer['result'] ?? null) ? $answer['result']['value'] ?? '' : '';
        $name = basename((string) parse_url($address, PHP_URL_PATH));

        return PageReader::read(is_string($html) ? $html : '', '' === $name ? $host : pathinfo($name, PATHINFO_FILENAME), $minorUnits);
    }

    private static function tellWhatWasLeft(OutputInterface $output, Draft $draft): void
    {
        $stderr = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        foreach ($draft->left as $left) {
            $stderr->writeln(SetupFile::harmless(sprintf('left: %s: %s', $left['from'], $left['why'])), OutputInterface::OUTPUT_RAW);
        }
        $guesses = count(array_filter($draft->read, static fn (array $read): bool => 'guess' === $read['sure']));
        if ($guesses > 0) {
            $stderr->writeln(sprintf('%d of %d readings are guesses; --format=json names them', $guesses, count($draft->read)), OutputInterface::OUTPUT_RAW);
        }
    }
}
