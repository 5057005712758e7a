<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Ithrel\App\Rehearsal\JUnitFile;
use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\App\Rehearsal\RunText;
use Ithrel\App\Rehearsal\ShopAddress;
use Ithrel\App\Rehearsal\TriedCheck;
use Ithrel\App\Store\RehearsalCheck;
use Ithrel\App\Work\Within;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Plan\Planner;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Setup\Reader;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Formatter\OutputFormatter;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('rehearse', "Tries the plan on a shop's page in a real browser, or over the shop interface.")]
final class RehearseCommand extends Command
{
    private const SECONDS_OF_PLAN = 30;

    protected function configure(): void
    {
        $this->addArgument('file', InputArgument::REQUIRED, 'A setup document; - reads standard input')
            ->addOption('page', null, InputOption::VALUE_REQUIRED, "Address of the item's page")
            ->addOption(
                'shop',
                null,
                InputOption::VALUE_REQUIRED,
                'Address of the item in a shop that speaks the shop interface',
            )
            ->addOption('map', null, InputOption::VALUE_REQUIRED, 'A map of the page; without it one is proposed')
            ->addOption('save-map', null, InputOption::VALUE_REQUIRED, 'Where the map is written to')
            ->addOption(
                'checks',
                null,
                InputOption::VALUE_REQUIRED,
                'Numbers of the checks to try, as in 1,2,7-9; without it all',
            )
            ->addOption('orders', null, InputOption::VALUE_NONE, 'Orders may be placed in this shop')
            ->addOption(
                'host',
                null,
                InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY,
                "A further host that may be visited; the page's own always is",
            )
            ->addOption('pause', null, InputOption::VALUE_REQUIRED, 'Seconds between checks', '0')
            ->addOption(
                'pictures',
                null,
                InputOption::VALUE_REQUIRED,
                'A folder for a picture of each check that differs',
            )
            ->addOption('sample', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, SetupFile::SAMPLE)
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'text, json, junit or csv', 'text')
            ->addOption('today', null, InputOption::VALUE_REQUIRED, 'The day that "+3d" counts from, as YYYY-MM-DD');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        /** @var string $file */
        $file = $input->getArgument('file');
        $call = RehearseCall::of($input);
        $begun = new \DateTimeImmutable();
        $today = SetupFile::today($call->today);
        try {
            $text = SetupFile::text($file);
            $setup = Reader::shipped()->read($text, $today);
            $samples = SetupFile::samples($setup, $call->samples);
            $plan = Within::seconds(
                self::SECONDS_OF_PLAN,
                static fn(): Plan => Planner::plan(new Reach($setup), $samples),
            );
            $address = ShopAddress::of($call->address, $call->hosts);
        } catch (UnreadableDocument | TooLarge $e) {
            SetupFile::complain(
                $output,
                $file,
                $e instanceof TooLarge ? UnreadableDocument::at('/options', $e->getMessage()) : $e,
            );

            return 2;
        }
        $isSaid = $output instanceof ConsoleOutputInterface && 'text' === $call->format;
        $say = $isSaid ? $output->getErrorOutput() : null;
        $run = new RehearseRun($setup, $plan, $call->wanted($plan), $call, $say);
        try {
            [$map, $checks] = $call->isPage ? $run->onPage() : [null, $run->inShop($address, hash('sha256', $text))];
        } catch (NoAnswer $e) {
            SetupFile::complain($output, $call->address, UnreadableDocument::at('', $e->getMessage()));

            return 2;
        }
        $told = new RunText($setup, $text, $checks);
        match ($call->format) {
            'json' => $output->writeln(
                SetupFile::json(
                    [
                        'ithrel' => 'rehearsal/1',
                        'sha256' => hash('sha256', $text),
                        'address' => $address->page,
                        'startedAt' => $begun->format(\DATE_ATOM),
                        'endedAt' => (new \DateTimeImmutable())->format(\DATE_ATOM),
                        'today' => Today::isoOf($setup->today->day),
                        'plan' => self::hash($plan),
                        'orders' => $call->orders || !$call->isPage,
                        'checks' => $told->checks(),
                        'likely' => $told->likely(),
                        'notLookedAt' => $told->unseen(),
                        'map' => ['found' => $map->found ?? [], 'missing' => $map->missing ?? []],
                        'tally' => $told->tally(),
                    ],
                    true,
                ),
                OutputInterface::OUTPUT_RAW,
            ),
            'junit' => $output->write(
                JUnitFile::text($setup->name, $begun, $checks, $plan->buysNothing()),
                false,
                OutputInterface::OUTPUT_RAW,
            ),
            'csv' => $output->write($told->csv(), false, OutputInterface::OUTPUT_RAW),
            default => $this->say($output, $checks, $told, $map),
        };
        if ($plan->buysNothing()) {
            SetupFile::complain($output, $file, self::nothingBought($plan));

            return 1;
        }

        return [] !== $checks && $told->tally()['agrees'] === count($checks) ? 0 : 1;
    }

    private static function nothingBought(Plan $plan): UnreadableDocument
    {
        $leftOut =
            [] === $plan->leftOut ? '' : ' Left out: ' . implode('; ', $plan->leftOut) . ' (--sample gives a text).';

        return UnreadableDocument::at(
            '',
            'No check of the plan buys anything, so nothing is known of prices and cart lines.' . $leftOut,
        );
    }

    private static function hash(Plan $plan): string
    {
        return hash(
            'sha256',
            json_encode(
                array_map(static fn(Check $c): array => $c->toArray(), $plan->checks),
                JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE,
            ),
        );
    }

    /**
     * @param list<TriedCheck> $checks
     */
    private function say(OutputInterface $output, array $checks, RunText $run, ?PageMap $map): void
    {
        $clean = static fn(string $text): string => OutputFormatter::escape(SetupFile::harmless($text));
        foreach ($checks as $t) {
            if (RehearsalCheck::AGREES === $t->verdict) {
                continue;
            }
            $output->writeln(
                sprintf(
                    '<options=bold>%d</> %s: %s%s',
                    $t->check->number,
                    $t->verdict,
                    $clean($t->check->about),
                    null === $t->reason ? '' : ' (' . $clean($t->reason) . ')',
                ),
            );
            foreach ($t->differences as $d) {
                $output->writeln('    ' . $clean(JUnitFile::words($d)));
            }
        }
        foreach ($run->likely() as $place) {
            $as =
                (isset($place['as']) ? ', as if ' . $clean($place['as']) : '') .
                (isset($place['extent']) ? ', ' . $clean($place['extent']) : '');
            $output->writeln(
                sprintf(
                    'likely: %s (%s) explains %d of %d%s',
                    $clean($place['words']),
                    $clean($place['at']),
                    $place['explains'],
                    $place['of'],
                    $as,
                ),
            );
        }
        foreach ($map->missing ?? [] as $missing) {
            $output->writeln(
                sprintf('not found on the page: %s. %s', $clean($missing['what']), $clean($missing['why'])),
            );
        }
        if ([] !== $run->unseen()) {
            $output->writeln('not looked at by any check: ' . $clean(implode(', ', $run->unseen())));
        }
        $tally = $run->tally();
        $output->writeln(
            sprintf(
                '%d agree · %d differ · %d no answer · %d not tried',
                $tally['agrees'],
                $tally['differs'],
                $tally['noAnswer'],
                $tally['notTried'],
            ),
        );
    }
}
