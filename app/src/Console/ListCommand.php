<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Cart\CartLineBuilder;
use Ithrel\Core\Compare\Csv;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Price\InputInfluence;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Pins;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\UnreadableDocument;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Formatter\OutputFormatter;
use Symfony\Component\Console\Helper\Table;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('list', 'Lists the combinations of a setup.')]
final class ListCommand extends Command
{
    protected function configure(): void
    {
        $this
            ->addArgument('file', InputArgument::REQUIRED, 'A setup document; - reads standard input')
            ->addOption('from', null, InputOption::VALUE_REQUIRED, 'Number of the first combination, from 0, of any size', '0')
            ->addOption('limit', null, InputOption::VALUE_REQUIRED, 'Combinations at most', '100')
            ->addOption('where', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'option=value; "option=" for no answer')
            ->addOption('set', null, InputOption::VALUE_REQUIRED, implode('|', Listing::SETS), Listing::SELECTABLE)
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'text, csv or ndjson', 'text')
            ->addOption('today', null, InputOption::VALUE_REQUIRED, 'The day that "+3d" counts from, as YYYY-MM-DD');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        /** @var array{from: string, limit: string, where: list<string>, set: string, format: string, today: string|null} $options */
        $options = $input->getOptions();
        /** @var string $file */
        $file = $input->getArgument('file');
        foreach (['from', 'limit'] as $name) {
            if (1 !== preg_match('/^\d{1,2000}$/D', $options[$name])) {
                throw new \InvalidArgumentException(sprintf('--%s is a whole number from 0.', $name));
            }
        }
        if (!in_array($options['set'], Listing::SETS, true)) {
            throw new \InvalidArgumentException('--set is one of '.implode(', ', Listing::SETS).'.');
        }
        try {
            $reach = new Reach(SetupFile::setup(Reader::shipped(), $file, SetupFile::today($options['today'])));
            $listing = new Listing($reach, $options['set'], Pins::fromWords($reach->board, $options['where']));
        } catch (UnreadableDocument|TooLarge $e) {
            SetupFile::complain($output, $file, $e instanceof TooLarge ? UnreadableDocument::at('/options', $e->getMessage().' Options: '.implode(', ', $e->options).'.') : $e);

            return 2;
        }
        $limit = strlen($options['limit']) > 15 ? PHP_INT_MAX : (int) $options['limit'];
        $states = $listing->from(gmp_init($options['from']), $limit);
        match ($options['format']) {
            'csv' => $this->csv($output, $reach, $states, $options['from']),
            'ndjson' => $this->ndjson($output, $reach, $states, $options['from']),
            'text' => $this->table($output, $reach, $listing, $states, $options['from']),
            default => throw new \InvalidArgumentException('--format is text, csv or ndjson.'),
        };

        return 0;
    }

    /**
     * @param iterable<State> $states
     */
    private function ndjson(OutputInterface $output, Reach $reach, iterable $states, string $from): void
    {
        $n = gmp_init($from);
        foreach ($states as $state) {
            $output->writeln(SetupFile::json(['n' => gmp_strval($n), 'pick' => (object) StateText::pick($reach->setup, $state)]), OutputInterface::OUTPUT_RAW);
            $n = gmp_add($n, 1);
        }
    }

    /**
     * @param iterable<State> $states
     */
    private function csv(OutputInterface $output, Reach $reach, iterable $states, string $from): void
    {
        foreach ($this->rows($reach, $states, $from) as $row) {
            $output->write(Csv::text([$row]), false, OutputInterface::OUTPUT_RAW);
        }
    }

    /**
     * @param iterable<State> $states
     */
    private function table(OutputInterface $output, Reach $reach, Listing $listing, iterable $states, string $from): void
    {
        $rows = [];
        foreach ($this->rows($reach, $states, $from) as $row) {
            $rows[] = array_map(static fn (string $cell): string => OutputFormatter::escape(SetupFile::harmless($cell)), $row);
        }
        $table = new Table($output);
        $table->setStyle('compact')->setHeaders(array_shift($rows) ?? [])->setRows($rows)->render();
        $output->writeln(sprintf('%d of %s', count($rows), gmp_strval($listing->total())));
    }

    /**
     * @param iterable<State> $states
     *
     * @return iterable<list<string>> the heading first
     */
    private function rows(Reach $reach, iterable $states, string $from): iterable
    {
        $setup = $reach->setup;
        $choices = array_values(array_filter($setup->options, static fn ($o): bool => $o->kind->isChoice()));
        yield ['#', ...array_map(static fn ($o): string => $o->label, $choices), 'SKU', 'Unit price'];
        $lines = new CartLineBuilder($setup);
        $pricer = new Pricer($setup);
        $influence = new InputInfluence($reach->board->page);
        $n = gmp_init($from);
        foreach ($states as $state) {
            $row = [gmp_strval($n)];
            foreach ($choices as $option) {
                $row[] = $state->has($option->index) ? $lines->carried($option, $state) : '';
            }
            $row[] = $lines->build($state, $setup->quantity->min)->sku;
            $unit = $influence->decidesUnitPrice($state) ? null : $pricer->quote($state, $setup->quantity->min)->unitPrice;
            $row[] = null === $unit ? '' : Amount::text($unit, $setup->currency);
            yield $row;
            $n = gmp_add($n, 1);
        }
    }
}
