<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Price\Spread\AllTotals;
use Ithrel\Core\Price\Spread\NotExact;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Pins;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Sheet\CombinationSheet;
use Ithrel\Core\Table\Csv;
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
        $this->addArgument('file', InputArgument::REQUIRED, 'A setup document; - reads standard input')
            ->addOption(
                'from',
                null,
                InputOption::VALUE_REQUIRED,
                'Number of the first combination, from 0, of any size',
                '0',
            )
            ->addOption('limit', null, InputOption::VALUE_REQUIRED, 'Combinations at most', '100')
            ->addOption(
                'where',
                null,
                InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY,
                'option=value; "option=" for no answer',
            )
            ->addOption('set', null, InputOption::VALUE_REQUIRED, implode('|', Listing::SETS), Listing::SELECTABLE)
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'text, csv or ndjson', 'text')
            ->addOption(
                'sort',
                null,
                InputOption::VALUE_REQUIRED,
                'price (cheapest first) or -price (dearest first); where inputs have a share, by the cheapest or ' .
                    'the dearest of them',
            )
            ->addOption('today', null, InputOption::VALUE_REQUIRED, 'The day that "+3d" counts from, as YYYY-MM-DD');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        /**
         * @var array{
         *     from: string,
         *     limit: string,
         *     where: list<string>,
         *     set: string,
         *     format: string,
         *     sort: string|null,
         *     today: string|null,
         * } $options
         */
        $options = $input->getOptions();
        /** @var string $file */
        $file = $input->getArgument('file');
        foreach (['from', 'limit'] as $name) {
            if (1 !== preg_match('/^\d{1,2000}$/D', $options[$name])) {
                throw new \InvalidArgumentException(sprintf('--%s is a whole number from 0.', $name));
            }
        }
        if (!in_array($options['set'], Listing::SETS, true)) {
            throw new \InvalidArgumentException('--set is one of ' . implode(', ', Listing::SETS) . '.');
        }
        if (null !== $options['sort'] && !in_array($options['sort'], ['price', '-price'], true)) {
            throw new \InvalidArgumentException('--sort is price or -price.');
        }
        if (null !== $options['sort'] && Listing::SELECTABLE !== $options['set']) {
            throw new \InvalidArgumentException('Only selectable combinations are sorted by price.');
        }
        try {
            $reach = new Reach(SetupFile::setup(Reader::shipped(), $file, SetupFile::today($options['today'])));
            $listing = new Listing($reach, $options['set'], Pins::fromWords($reach->board, $options['where']));
        } catch (UnreadableDocument | TooLarge $e) {
            SetupFile::complain(
                $output,
                $file,
                $e instanceof TooLarge
                    ? UnreadableDocument::at(
                        '/options',
                        $e->getMessage() . ' Options: ' . implode(', ', $e->options) . '.',
                    )
                    : $e,
            );

            return 2;
        }
        $limit = strlen($options['limit']) > 15 ? PHP_INT_MAX : (int) $options['limit'];
        if (null === $options['sort']) {
            $rows = self::numbered($listing->from(gmp_init($options['from']), $limit), gmp_init($options['from']));
        } else {
            try {
                $rows = self::sorted(
                    $reach,
                    $listing,
                    Pins::fromWords($reach->board, $options['where']),
                    '-price' === $options['sort'],
                    gmp_init($options['from']),
                    $limit,
                );
            } catch (NotExact $e) {
                SetupFile::complain(
                    $output,
                    $file,
                    UnreadableDocument::at(
                        '/options',
                        'The combinations cannot be sorted by price: ' . $e->getMessage() . '.',
                    ),
                );

                return 2;
            }
        }
        $sheet = new CombinationSheet($reach);
        match ($options['format']) {
            'csv' => $this->csv(
                $output,
                $sheet,
                null === $options['sort']
                    ? $sheet->csv($listing, gmp_init($options['from']), $limit)
                    : self::lines($sheet, $rows),
            ),
            'ndjson' => $this->ndjson($output, $rows, $reach),
            'text' => $this->table($output, $sheet, $listing, $rows),
            default => throw new \InvalidArgumentException('--format is text, csv or ndjson.'),
        };

        return 0;
    }

    /**
     * @param iterable<State> $states
     *
     * @return iterable<array{\GMP, State}>
     */
    private static function numbered(iterable $states, \GMP $n): iterable
    {
        foreach ($states as $state) {
            yield [$n, $state];
            $n = gmp_add($n, 1);
        }
    }

    /**
     * From the cheapest, or from the dearest, each with its number in the list.
     *
     * @param array<int, array<int, true>> $pins
     *
     * @return iterable<array{\GMP, State}>
     *
     * @throws NotExact
     */
    private static function sorted(
        Reach $reach,
        Listing $listing,
        array $pins,
        bool $dearest,
        \GMP $from,
        int $limit,
    ): iterable {
        $totals = AllTotals::of($reach, true, $reach->setup->quantity->min, $dearest, $pins);
        $count = $totals->count();
        $until = gmp_add($from, $limit);
        $until = gmp_cmp($until, $count) > 0 ? $count : $until;

        return (static function () use ($totals, $listing, $dearest, $from, $until, $count): iterable {
            for ($rank = $from; gmp_cmp($rank, $until) < 0; $rank = gmp_add($rank, 1)) {
                [$state] = $totals->at($dearest ? gmp_sub(gmp_sub($count, 1), $rank) : $rank);
                yield [$listing->numberOf($state) ?? gmp_init(0), $state];
            }
        })();
    }

    /**
     * @param iterable<array{\GMP, State}> $states each with its number
     */
    private function ndjson(OutputInterface $output, iterable $states, Reach $reach): void
    {
        foreach ($states as [$n, $state]) {
            $output->writeln(
                SetupFile::json(['n' => gmp_strval($n), 'pick' => (object) StateText::pick($reach->setup, $state)]),
                OutputInterface::OUTPUT_RAW,
            );
        }
    }

    /**
     * @param iterable<string> $text
     */
    private function csv(OutputInterface $output, CombinationSheet $sheet, iterable $text): void
    {
        $output->write(Csv::text([$sheet->heading()]), false, OutputInterface::OUTPUT_RAW);
        foreach ($text as $lines) {
            $output->write($lines, false, OutputInterface::OUTPUT_RAW);
        }
    }

    /**
     * @param iterable<array{\GMP, State}> $states each with its number
     *
     * @return iterable<string>
     */
    private static function lines(CombinationSheet $sheet, iterable $states): iterable
    {
        foreach ($states as [$n, $state]) {
            yield Csv::text([$sheet->row($n, $state)]);
        }
    }

    /**
     * @param iterable<array{\GMP, State}> $states each with its number
     */
    private function table(OutputInterface $output, CombinationSheet $sheet, Listing $listing, iterable $states): void
    {
        $clean = static fn(string $cell): string => OutputFormatter::escape(SetupFile::harmless($cell));
        $rows = [];
        foreach ($states as [$n, $state]) {
            $rows[] = array_map($clean, $sheet->row($n, $state));
        }
        $table = new Table($output);
        $table->setStyle('compact')->setHeaders(array_map($clean, $sheet->heading()))->setRows($rows)->render();
        $output->writeln(sprintf('%d of %s', count($rows), gmp_strval($listing->total())));
    }
}
