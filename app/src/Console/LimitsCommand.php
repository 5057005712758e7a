<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Ithrel\Core\Boundary\Boundaries;
use Ithrel\Core\Boundary\BoundarySheet;
use Ithrel\Core\Boundary\BoundaryText;
use Ithrel\Core\Boundary\UnitPair;
use Ithrel\Core\Boundary\UnitPairs;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\Setup;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Formatter\OutputFormatter;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('limits', 'Says what to give at every edge of an input, and which option is required when.')]
final class LimitsCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('file', InputArgument::REQUIRED, 'A setup document; - reads standard input')
            ->addOption(
                'option',
                null,
                InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY,
                'The code of an option; without it every option and the quantity',
            )
            ->addOption('sample', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, SetupFile::SAMPLE)
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'text, json or csv', 'text')
            ->addOption('today', null, InputOption::VALUE_REQUIRED, 'The day that "+3d" counts from, as YYYY-MM-DD');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        /** @var string $file */
        $file = $input->getArgument('file');
        /** @var list<string> $options */
        $options = $input->getOption('option');
        /** @var list<string> $given */
        $given = $input->getOption('sample');
        $format = $input->getOption('format');
        if (!in_array($format, ['text', 'json', 'csv'], true)) {
            throw new \InvalidArgumentException('--format is text, json or csv.');
        }
        try {
            $text = SetupFile::text($file);
            $setup = Reader::shipped()->read($text, SetupFile::today($input->getOption('today')));
            self::askFor($setup, $options);
            $sheets = (new Boundaries(new Reach($setup), SetupFile::samples($setup, $given)))->sheets(
                [] === $options ? null : $options,
            );
            $units = array_values(
                array_filter(
                    (new UnitPairs($setup))->all(),
                    static fn(UnitPair $pair): bool => [] === $options ||
                        in_array($pair->first, $options, true) ||
                        in_array($pair->second, $options, true),
                ),
            );
            match ($format) {
                'json' => $output->writeln(
                    SetupFile::json(
                        [
                            'ithrel' => 'limits/1',
                            'file' => $file,
                            'sha256' => hash('sha256', $text),
                            'sheets' => array_map(static fn(BoundarySheet $sheet): array => $sheet->toArray(), [
                                ...$sheets,
                            ]),
                            'units' => array_map(static fn(UnitPair $pair): array => $pair->toArray(), $units),
                        ],
                        true,
                    ),
                    OutputInterface::OUTPUT_RAW,
                ),
                'csv' => $output->write(BoundaryText::csv($sheets), false, OutputInterface::OUTPUT_RAW),
                default => $this->say($output, $setup, $sheets, $units),
            };
        } catch (UnreadableDocument | TooLarge $e) {
            SetupFile::complain(
                $output,
                $file,
                $e instanceof TooLarge ? UnreadableDocument::at('/options', $e->getMessage()) : $e,
            );

            return 2;
        }

        return 0;
    }

    /**
     * @param list<string> $options
     */
    private static function askFor(Setup $setup, array $options): void
    {
        foreach ($options as $code) {
            if (null === $setup->option($code)) {
                throw new \InvalidArgumentException(
                    sprintf('--option=%s: the setup has no option of this code.', SetupFile::harmless($code)),
                );
            }
        }
    }

    /**
     * @param iterable<BoundarySheet> $sheets
     * @param list<UnitPair> $units
     */
    private function say(OutputInterface $output, Setup $setup, iterable $sheets, array $units): void
    {
        foreach ($sheets as $sheet) {
            $output->writeln(
                sprintf(
                    '<options=bold>%s</> (%s): %s',
                    self::clean($sheet->label),
                    $sheet->kind,
                    self::clean(BoundaryText::required($sheet->requirement)),
                ),
            );
            foreach ($sheet->rows as $row) {
                $style = match ($row->expected) {
                    'taken' => 'fg=green',
                    'refused' => 'fg=red',
                    default => 'fg=gray',
                };
                $output->writeln(
                    sprintf(
                        '  <%s>%-7s</> %-19s %-15s %s',
                        $style,
                        $row->expected,
                        $row->problem ?? '',
                        $row->browser,
                        self::clean($row->about . ': ' . BoundaryText::shown($row->answer)),
                    ),
                );
            }
            foreach ($sheet->left as $left) {
                $output->writeln('  not tried: ' . self::clean($left));
            }
        }
        foreach ($units as $pair) {
            $output->writeln(
                sprintf(
                    '<options=bold>%s and %s</> (one measure, its unit chosen in %s)',
                    ...array_map(
                        static fn(string $code): string => self::clean($setup->option($code)?->name() ?? $code),
                        [$pair->first, $pair->second, $pair->by],
                    ),
                ),
            );
            foreach ($pair->rows as $row) {
                $unit = static fn(string $code): string => $setup->option($code)?->number->unit ?? '';
                $output->writeln(
                    self::clean(
                        sprintf(
                            '  %s %-7s %s %s, %s %-7s %s %s%s',
                            str_pad($row['answer'], 8, ' ', STR_PAD_LEFT),
                            $unit($row['option']),
                            $row['expected'],
                            $row['about'],
                            str_pad($row['same'], 8, ' ', STR_PAD_LEFT),
                            $unit($row['other']),
                            $row['otherwise'],
                            '',
                            $row['expected'] === $row['otherwise'] ? '' : ' — not alike',
                        ),
                    ),
                );
            }
        }
    }

    private static function clean(string $text): string
    {
        return OutputFormatter::escape(SetupFile::harmless($text));
    }
}
