<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Ithrel\Core\Document\Today;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Finding\Change;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Report;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\Setup;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Formatter\OutputFormatter;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('check', 'Analyses setup documents.')]
final class CheckCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument(
            'files',
            InputArgument::REQUIRED | InputArgument::IS_ARRAY,
            'Setup documents; - reads standard input',
        )
            ->addOption(
                'format',
                null,
                InputOption::VALUE_REQUIRED,
                'text, json (one file) or ndjson (one line a file)',
                'text',
            )
            ->addOption(
                'since',
                null,
                InputOption::VALUE_REQUIRED,
                'An earlier document: says which of its findings are settled, and which are new',
            )
            ->addOption('catalogue', null, InputOption::VALUE_REQUIRED, ShopTold::CATALOGUE)
            ->addOption('shop', null, InputOption::VALUE_REQUIRED, ShopTold::SHOP)
            ->addOption('today', null, InputOption::VALUE_REQUIRED, 'The day that "+3d" counts from, as YYYY-MM-DD');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        /** @var list<string> $files */
        $files = $input->getArgument('files');
        $format = $input->getOption('format');
        if (!in_array($format, ['text', 'json', 'ndjson'], true)) {
            throw new \InvalidArgumentException('--format is text, json or ndjson.');
        }
        if ('json' === $format && count($files) > 1) {
            throw new \InvalidArgumentException('--format=json takes one file; ndjson takes many.');
        }
        $today = SetupFile::today($input->getOption('today'));
        $reader = Reader::shipped();
        $since = $input->getOption('since');
        $earlier = null;
        $before = [];
        if (is_string($since)) {
            try {
                $earlier = $reader->read(SetupFile::text($since), $today);
                $before = Report::of(new Reach($earlier))->findings;
            } catch (UnreadableDocument | TooLarge $e) {
                SetupFile::complain(
                    $output,
                    $since,
                    $e instanceof TooLarge ? UnreadableDocument::at('/options', $e->getMessage()) : $e,
                );

                return 2;
            }
        }
        try {
            $told = ShopTold::read($input->getOption('catalogue'), $input->getOption('shop'));
        } catch (UnreadableDocument $e) {
            SetupFile::complain(
                $output,
                implode(' ', array_filter([$input->getOption('catalogue'), $input->getOption('shop')], is_string(...))),
                $e,
            );

            return 2;
        }
        $others = null === $told->catalogue || count($files) < 2 ? [] : $this->scopes($reader, $files, $today);
        $status = 0;
        // What is compiled is kept until a file is done; looking for rings in it over and over finds none.
        gc_disable();
        foreach ($files as $i => $file) {
            if ($i > 0) {
                gc_collect_cycles();
            }
            $start = hrtime(true);
            try {
                $text = SetupFile::text($file);
                $setup = $reader->read($text, $today);
                $report = Report::of(new Reach($setup))->with(
                    $told->findings($setup, array_values(array_diff_key($others, [$i => true]))),
                );
            } catch (UnreadableDocument | TooLarge $e) {
                $e =
                    $e instanceof TooLarge
                        ? UnreadableDocument::at(
                            '/options',
                            $e->getMessage() . ' Options: ' . implode(', ', $e->options) . '.',
                        )
                        : $e;
                $status = 2;
                SetupFile::complain($output, $file, $e);
                if ('text' !== $format) {
                    $output->writeln(
                        SetupFile::json([
                            'ithrel' => 'check/1',
                            'file' => $file,
                            'error' => ['at' => $e->problems[0]->at, 'message' => $e->problems[0]->message],
                        ]),
                        OutputInterface::OUTPUT_RAW,
                    );
                }
                continue;
            }
            $status = max($status, $report->isBlocked() ? 1 : 0);
            $change = null === $earlier ? null : Change::between($earlier, $before, $setup, $report->findings);
            if ('text' === $format) {
                $this->say($output, $file, $report, $change);
                continue;
            }
            $data = [
                'ithrel' => 'check/1',
                'file' => $file,
                'name' => $report->name,
                'sha256' => hash('sha256', $text),
            ] +
                $report->toArray() +
                (null === $change
                    ? []
                    : [
                        'since' => [
                            'settled' => array_map(self::plain(...), $change->settled),
                            'dropped' => array_map(self::plain(...), $change->dropped),
                            'new' => array_map(self::plain(...), $change->new),
                            'left' => count($change->left),
                        ],
                    ]) + ['seconds' => round((hrtime(true) - $start) / 1e9, 3)];
            $output->writeln(SetupFile::json($data, 'json' === $format), OutputInterface::OUTPUT_RAW);
        }

        return $status;
    }

    /**
     * The other setups of one call, for what two of them give the same item.
     *
     * @param list<string> $files
     *
     * @return array<int, Setup> position in the call => setup; without what cannot be read, which is told where it is
     *                           checked
     */
    private function scopes(Reader $reader, array $files, Today $today): array
    {
        $setups = [];
        foreach ($files as $i => $file) {
            try {
                if ('-' !== $file) {
                    $setups[$i] = $reader->read(SetupFile::text($file), $today);
                }
            } catch (UnreadableDocument) {
                continue;
            }
        }

        return $setups;
    }

    /**
     * @return array<string, mixed>
     */
    private static function plain(Finding $finding): array
    {
        return $finding->toArray();
    }

    private function say(OutputInterface $output, string $file, Report $report, ?Change $change): void
    {
        $counts = $report->counts;
        $output->writeln(
            sprintf(
                '<options=bold>%s</> (%s)',
                OutputFormatter::escape(SetupFile::harmless($report->name)),
                OutputFormatter::escape($file),
            ),
        );
        $output->writeln(
            vsprintf(
                '  offered %s · selectable %s · wrong sales %s · dead ends %s · traps %s',
                array_map(static fn(?string $count): string => $count ?? 'not known', [
                    $counts['offered'],
                    $counts['selectable'],
                    $counts['wrongSales'],
                    $counts['deadEnds'],
                    $counts['traps'],
                ]),
            ),
        );
        $this->tell($output, $report->findings);
        $output->writeln(
            [] === $report->findings
                ? '  no findings'
                : sprintf(
                    '  %d findings; %s',
                    count($report->findings),
                    $report->isBlocked() ? 'blocked' : 'nothing blocks',
                ),
        );
        if (null !== $change) {
            $output->writeln(
                sprintf(
                    '  since the earlier document: %d settled, %d no longer asked, %d new, %d left',
                    count($change->settled),
                    count($change->dropped),
                    count($change->new),
                    count($change->left),
                ),
            );
            foreach (
                ['settled' => $change->settled, 'no longer asked' => $change->dropped, 'new' => $change->new]
                as $word => $findings
            ) {
                if ([] !== $findings) {
                    $output->writeln('  ' . $word . ':');
                    $this->tell($output, $findings);
                }
            }
        }
    }

    /**
     * @param list<Finding> $findings
     */
    private function tell(OutputInterface $output, array $findings): void
    {
        foreach ($findings as $finding) {
            $style = match ($finding->severity->value) {
                'blocker' => 'fg=red',
                'warning' => 'fg=yellow',
                default => 'fg=gray',
            };
            $output->writeln(
                sprintf(
                    '  <%s>%-7s</> %-22s %s',
                    $style,
                    $finding->severity->value,
                    $finding->code,
                    OutputFormatter::escape(SetupFile::harmless($finding->at)),
                ),
            );
            $output->writeln('          ' . OutputFormatter::escape(SetupFile::harmless($finding->message)));
        }
    }
}
