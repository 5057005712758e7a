<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Ithrel\App\Gate\GatePage;
use Ithrel\App\Gate\SarifFile;
use Ithrel\App\Rehearsal\JUnitFile;
use Ithrel\App\Rehearsal\TriedCheck;
use Ithrel\App\Store\RehearsalCheck;
use Ithrel\App\Work\Within;
use Ithrel\Core\Boundary\Boundaries;
use Ithrel\Core\Boundary\TickedSheets;
use Ithrel\Core\Compare\CheckComparison;
use Ithrel\Core\Compare\Difference;
use Ithrel\Core\Compare\FilledSheet;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Gate\Acceptance;
use Ithrel\Core\Gate\Gate;
use Ithrel\Core\Gate\PriceList;
use Ithrel\Core\Gate\Run;
use Ithrel\Core\Gate\SaleListHeld;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Plan\Planner;
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

#[AsCommand('gate', 'May it launch?')]
final class GateCommand extends Command
{
    private const SECONDS_OF_PLAN = 30;

    protected function configure(): void
    {
        $this->addArgument('file', InputArgument::REQUIRED, 'A setup document; - reads standard input')
            ->addOption(
                'rehearsal',
                null,
                InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY,
                'What ./ithrel rehearse --format=json wrote, a hand sheet filled in, or boundary sheets with ' .
                    'ticks; of several for one check the last counts',
            )
            ->addOption(
                'prices',
                null,
                InputOption::VALUE_REQUIRED,
                'Prices that were meant (CSV), held against the setup',
            )
            ->addOption(
                'sale-list',
                null,
                InputOption::VALUE_REQUIRED,
                'What shall be sold (CSV, a row of choices each), held against the setup',
            )
            ->addOption('accepted', null, InputOption::VALUE_REQUIRED, 'What somebody accepts (accepted/1)')
            ->addOption('sarif', null, InputOption::VALUE_REQUIRED, 'Where the findings are written to as SARIF 2.1.0')
            ->addOption('junit', null, InputOption::VALUE_REQUIRED, 'Where the checks are written to as JUnit XML')
            ->addOption(
                'html',
                null,
                InputOption::VALUE_REQUIRED,
                'Where the gate is written to as a page that needs nothing else',
            )
            ->addOption('catalogue', null, InputOption::VALUE_REQUIRED, ShopTold::CATALOGUE)
            ->addOption('shop', null, InputOption::VALUE_REQUIRED, ShopTold::SHOP)
            ->addOption('sample', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, SetupFile::SAMPLE)
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'text or json', 'text')
            ->addOption('today', null, InputOption::VALUE_REQUIRED, 'The day that "+3d" counts from, as YYYY-MM-DD');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        /**
         * @var array{
         *     rehearsal: list<string>,
         *     accepted: string|null,
         *     prices: string|null,
         *     sale-list: string|null,
         *     sarif: string|null,
         *     junit: string|null,
         *     html: string|null,
         *     catalogue: string|null,
         *     shop: string|null,
         *     sample: list<string>,
         *     format: string,
         *     today: string|null,
         * } $options
         */
        $options = $input->getOptions();
        /** @var string $file */
        $file = $input->getArgument('file');
        if (!in_array($options['format'], ['text', 'json'], true)) {
            throw new \InvalidArgumentException('--format is text or json.');
        }
        $at = $file;
        try {
            $text = SetupFile::text($file);
            $setup = Reader::shipped()->read($text, SetupFile::today($options['today']));
            $reach = new Reach($setup);
            $at = $options['catalogue'] ?? ($options['shop'] ?? $file);
            $told = ShopTold::read($options['catalogue'], $options['shop']);
            $at = $file;
            $report = Report::of($reach)->with($told->findings($setup));
            $samples = SetupFile::samples($setup, $options['sample']);
            $plan = self::plan($reach, $samples);
            $runs = $ticks = [];
            foreach ($options['rehearsal'] as $handedIn) {
                $at = $handedIn;
                $handed = SetupFile::text($at);
                if (TickedSheets::isOne($handed)) {
                    array_push($ticks, ...TickedSheets::read($handed));
                } else {
                    $runs[] = self::runOf($at, $handed, hash('sha256', $text), $setup, $plan);
                }
            }
            $ticked = [] === $ticks ? null : TickedSheets::of((new Boundaries($reach, $samples))->sheets(), $ticks);
            $at = $options['prices'] ?? '';
            $lists = '' === $at ? [] : [PriceList::held($reach, SetupFile::text($at))];
            $at = $options['sale-list'] ?? '';
            if ('' !== $at) {
                $lists[] = SaleListHeld::held($setup, SetupFile::text($at));
            }
            $at = $options['accepted'] ?? '';
            $accepted = '' === $at ? [] : Acceptance::read(SetupFile::text($at));
        } catch (UnreadableDocument | TooLarge $e) {
            SetupFile::complain(
                $output,
                $at,
                $e instanceof TooLarge ? UnreadableDocument::at('/options', $e->getMessage()) : $e,
            );

            return 2;
        }
        $gate = Gate::of(
            text: $text,
            setup: $setup,
            selectable: $report->counts['selectable'],
            findings: $report->findings,
            plan: $plan,
            runs: $runs,
            accepted: $accepted,
            ticked: $ticked,
            asked: $told->asked(),
            lists: $lists,
        );
        self::write(
            $options['sarif'],
            static fn(): string => SetupFile::json(SarifFile::of($gate, $file), true) . "\n",
        );
        self::write(
            $options['html'],
            static fn(): string => GatePage::html($gate, $setup, hash('sha256', $text), date('Y-m-d H:i')),
        );
        self::write(
            $options['junit'],
            static fn(): string => JUnitFile::text(
                $setup->name,
                new \DateTimeImmutable(),
                self::tried($plan, $runs),
                $plan->buysNothing(),
            ),
        );
        'json' === $options['format']
            ? $output->writeln(
                SetupFile::json(
                    ['ithrel' => 'gate/1', 'file' => $file, 'name' => $setup->name, 'sha256' => hash('sha256', $text)] +
                        $gate->toArray(),
                    true,
                ),
                OutputInterface::OUTPUT_RAW,
            )
            : $this->say($output, $gate);

        return Gate::MAY === $gate->verdict ? 0 : 1;
    }

    /**
     * @param array<string, list<string>> $samples
     */
    private static function plan(Reach $reach, array $samples): Plan
    {
        try {
            return Within::seconds(self::SECONDS_OF_PLAN, static fn(): Plan => Planner::plan($reach, $samples));
        } catch (TooLarge $e) {
            return new Plan([], 0, 0, 0, ['No plan could be made: ' . $e->getMessage()]);
        }
    }

    /**
     * @throws UnreadableDocument
     */
    private static function runOf(string $file, string $text, string $sha256, Setup $setup, Plan $plan): Run
    {
        if (1 === preg_match('/^\s*\{.{0,200}?"rehearsal\/1"/s', $text)) {
            return Run::read($text, $sha256, $plan);
        }
        $checks = [];
        $comparison = new CheckComparison($setup);
        foreach (FilledSheet::read($setup, $plan, $text) as $number => $found) {
            $differences = array_map(
                static fn(Difference $d): array => [
                    'stage' => $d->stage,
                    'field' => $d->field,
                    'expected' => $d->expected,
                    'found' => $d->found,
                ],
                $comparison->differences($plan->checks[$number - 1], $found),
            );
            $checks[$number] = [
                'verdict' => [] === $differences ? RehearsalCheck::AGREES : RehearsalCheck::DIFFERS,
                'differences' => $differences,
                'reason' => null,
            ];
        }

        return new Run('by hand, ' . basename($file), null, '', $checks, [], 0, []);
    }

    /**
     * @param list<Run> $runs
     *
     * @return list<TriedCheck>
     */
    private static function tried(Plan $plan, array $runs): array
    {
        $tried = [];
        foreach ($plan->checks as $check) {
            $last = null;
            foreach ($runs as $run) {
                $last = $run->checks[$check->number] ?? $last;
            }
            $tried[] = new TriedCheck(
                $check,
                $last['verdict'] ?? RehearsalCheck::NOT_TRIED,
                array_map(
                    static fn(array $d): Difference => new Difference(
                        $d['field'],
                        $d['stage'],
                        $d['expected'],
                        $d['found'],
                        $check->places,
                    ),
                    $last['differences'] ?? [],
                ),
                $last['reason'] ?? null,
                0,
            );
        }

        return $tried;
    }

    /**
     * @param \Closure(): string $content
     */
    private static function write(?string $path, \Closure $content): void
    {
        if (null !== $path && false === @file_put_contents($path, $content())) {
            throw new \InvalidArgumentException(sprintf('%s cannot be written.', $path));
        }
    }

    private function say(OutputInterface $output, Gate $gate): void
    {
        $clean = static fn(string $text): string => OutputFormatter::escape(SetupFile::harmless($text));
        $style = [Gate::MAY => 'fg=green', Gate::NOT_YET => 'fg=yellow', Gate::MUST_NOT => 'fg=red'][$gate->verdict];
        $output->writeln(sprintf('<%s;options=bold>%s</>', $style, Gate::words($gate->verdict)));
        foreach ($gate->because as $reason) {
            $output->writeln('  ' . $clean($reason));
        }
        foreach ($gate->open as ['item' => $item, 'lapsed' => $lapsed]) {
            $output->writeln(sprintf('  open      %-24s %s', $clean($item->code), $clean($item->at)));
            $output->writeln('            ' . $clean($item->words) . (null === $lapsed ? '' : ' ' . $clean($lapsed)));
        }
        foreach ($gate->accepted as ['item' => $item, 'acceptance' => $acceptance]) {
            $output->writeln(sprintf('  accepted  %-24s %s', $clean($item->code), $clean($item->at)));
            $output->writeln(
                '            ' . $clean(sprintf('%s (%s): %s', $acceptance->by, $acceptance->role, $acceptance->why)),
            );
        }
        foreach ([...$gate->checked, ...$gate->notChecked] as $each) {
            $output->writeln('  ' . $clean($each['words']));
        }
    }
}
