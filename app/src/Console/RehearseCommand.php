<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Ithrel\App\Browser\Driver;
use Ithrel\App\Browser\Pilot;
use Ithrel\App\Rehearsal\JUnitFile;
use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\App\Rehearsal\NotTried;
use Ithrel\App\Rehearsal\Page\PageDoor;
use Ithrel\App\Rehearsal\Page\PageMapper;
use Ithrel\App\Rehearsal\Page\Shopper;
use Ithrel\App\Rehearsal\RunText;
use Ithrel\App\Rehearsal\ShopAddress;
use Ithrel\App\Rehearsal\ShopDoor;
use Ithrel\App\Rehearsal\TimeForPlan;
use Ithrel\App\Rehearsal\TriedCheck;
use Ithrel\App\Store\RehearsalCheck;
use Ithrel\Core\Compare\CheckComparison;
use Ithrel\Core\Compare\Found;
use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Plan\Planner;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Setup\UnreadableDocument;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Formatter\OutputFormatter;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\HttpClient\HttpClient;

#[AsCommand('rehearse', "Tries the plan on a shop's page in a real browser, or over the shop interface.")]
final class RehearseCommand extends Command
{
    private const SECONDS_OF_PLAN = 30;
    private const SECONDS_OF_SHOP = 10;

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
        /**
         * @var array{
         *     page: string|null,
         *     shop: string|null,
         *     map: string|null,
         *     'save-map': string|null,
         *     checks: string|null,
         *     orders: bool,
         *     host: list<string>,
         *     pause: string,
         *     pictures: string|null,
         *     sample: list<string>,
         *     format: string,
         *     today: string|null,
         * } $options
         */
        $options = $input->getOptions();
        /** @var string $file */
        $file = $input->getArgument('file');
        if ((null === $options['page']) === (null === $options['shop'])) {
            throw new \InvalidArgumentException('Either --page or --shop is needed.');
        }
        if (!in_array($options['format'], ['text', 'json', 'junit', 'csv'], true)) {
            throw new \InvalidArgumentException('--format is text, json, junit or csv.');
        }
        if (1 !== preg_match('/^\d{1,3}(\.\d{1,3})?$/D', $options['pause'])) {
            throw new \InvalidArgumentException('--pause is a number of seconds.');
        }
        $begun = new \DateTimeImmutable();
        $today = SetupFile::today($options['today']);
        try {
            $text = SetupFile::text($file);
            $setup = Reader::shipped()->read($text, $today);
            $plan = Planner::plan(
                new Reach($setup),
                new TimeForPlan(self::SECONDS_OF_PLAN),
                SetupFile::samples($setup, $options['sample']),
            );
            $wanted = self::wanted($options['checks'], $plan);
            $address = ShopAddress::of(
                $options['page'] ?? ($options['shop'] ?? ''),
                self::hosts($options['page'] ?? ($options['shop'] ?? ''), $options['host']),
            );
        } catch (UnreadableDocument | TooLarge $e) {
            SetupFile::complain(
                $output,
                $file,
                $e instanceof TooLarge ? UnreadableDocument::at('/options', $e->getMessage()) : $e,
            );

            return 2;
        }
        $map = null;
        $say =
            $output instanceof ConsoleOutputInterface && 'text' === $options['format']
                ? $output->getErrorOutput()
                : null;
        if (null !== $options['page']) {
            $driver = new Driver(
                self::hosts($options['page'], $options['host']),
                '' === (string) getenv('ITHREL_WEBDRIVER') ? null : (string) getenv('ITHREL_WEBDRIVER'),
            );
            $folder = sys_get_temp_dir() . '/ithrel-files-' . bin2hex(random_bytes(5));
            mkdir($folder, 0o700, true);
            try {
                [$map, $checks] = $this->onPage($setup, $plan, $wanted, $options, new Pilot($driver), $folder, $say);
            } catch (NoAnswer $e) {
                SetupFile::complain($output, $options['page'], UnreadableDocument::at('', $e->getMessage()));

                return 2;
            } finally {
                $driver->end();
                (new \Symfony\Component\Filesystem\Filesystem())->remove($folder);
            }
        } else {
            $door = new ShopDoor(HttpClient::create(), $address, self::SECONDS_OF_SHOP, hash('sha256', $text));
            $checks = $this->each(
                $setup,
                $plan,
                $wanted,
                (float) $options['pause'],
                static fn(Check $check): array => [$door->try($check, static fn() => null), []],
                null,
                null,
                $say,
            );
        }
        $run = new RunText($setup, $text, $checks);
        $tally = $run->tally();
        match ($options['format']) {
            'json' => $output->writeln(
                SetupFile::json(
                    [
                        'ithrel' => 'rehearsal/1',
                        'sha256' => hash('sha256', $text),
                        'address' => $address->page,
                        'startedAt' => $begun->format(\DATE_ATOM),
                        'endedAt' => (new \DateTimeImmutable())->format(\DATE_ATOM),
                        'today' => \Ithrel\Core\Setup\Today::isoOf($setup->today->day),
                        'plan' => self::hash($plan),
                        'orders' => $options['orders'] || null !== $options['shop'],
                        'checks' => $run->checks(),
                        'likely' => $run->likely(),
                        'notLookedAt' => $run->unseen(),
                        'map' => ['found' => $map->found ?? [], 'missing' => $map->missing ?? []],
                        'tally' => $tally,
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
            'csv' => $output->write($run->csv(), false, OutputInterface::OUTPUT_RAW),
            default => $this->say($output, $checks, $run, $map),
        };

        if ($plan->buysNothing()) {
            SetupFile::complain(
                $output,
                $file,
                UnreadableDocument::at(
                    '',
                    'No check of the plan buys anything, so nothing is known of prices and cart lines.' .
                        ([] === $plan->leftOut
                            ? ''
                            : ' Left out: ' . implode('; ', $plan->leftOut) . ' (--sample gives a text).'),
                ),
            );

            return 1;
        }

        return [] !== $checks && $tally['agrees'] === count($checks) ? 0 : 1;
    }

    /**
     * @param array<int, true> $wanted
     * @param array<string, mixed> $options
     *
     * @return array{PageMap, list<TriedCheck>}
     */
    private function onPage(
        Setup $setup,
        Plan $plan,
        array $wanted,
        array $options,
        Pilot $pilot,
        string $folder,
        ?OutputInterface $say,
    ): array {
        $address = is_string($options['page']) ? $options['page'] : '';
        if (is_string($options['map'])) {
            $kept = json_decode(SetupFile::text($options['map']), true, 64);
            $map = PageMap::fromArray(is_array($kept) ? $kept : [], $address);
        } else {
            $say?->writeln('mapping the page …');
            $map = (new PageMapper($pilot, $setup, $plan, $address, $folder, true === $options['orders']))->map();
        }
        if (is_string($options['save-map'])) {
            file_put_contents($options['save-map'], SetupFile::json($map->toArray(), true) . "\n");
        }
        $door = new PageDoor(
            $pilot,
            $setup,
            $map,
            new Shopper($pilot, $setup, $map, $folder),
            true === $options['orders'],
        );
        $pictures = is_string($options['pictures']) ? $options['pictures'] : null;

        return [
            $map,
            $this->each(
                $setup,
                $plan,
                $wanted,
                is_numeric($options['pause']) ? (float) $options['pause'] : 0.0,
                $door->try(...),
                $pictures,
                $pilot,
                $say,
            ),
        ];
    }

    /**
     * @param array<int, true> $wanted
     * @param \Closure(Check): array{Found, list<string>} $try
     *
     * @return list<TriedCheck>
     */
    private function each(
        Setup $setup,
        Plan $plan,
        array $wanted,
        float $pause,
        \Closure $try,
        ?string $pictures,
        ?Pilot $pilot,
        ?OutputInterface $say,
    ): array {
        $comparison = new CheckComparison($setup);
        $tried = [];
        foreach ($plan->checks as $check) {
            if (!isset($wanted[$check->number])) {
                continue;
            }
            $start = hrtime(true);
            $since = static fn(): int => intdiv((int) (hrtime(true) - $start), 1_000_000);
            try {
                [$found, $unseen] = $try($check);
                $differences = $comparison->differences($check, $found);
                $picture =
                    [] === $differences || null === $pictures || null === $pilot
                        ? null
                        : self::picture($pilot, $pictures, $check);
                $tried[] = new TriedCheck(
                    $check,
                    [] === $differences ? RehearsalCheck::AGREES : RehearsalCheck::DIFFERS,
                    $differences,
                    null,
                    $since(),
                    $unseen,
                    $picture,
                    $found,
                );
            } catch (NotTried $e) {
                $tried[] = new TriedCheck($check, RehearsalCheck::NOT_TRIED, [], $e->getMessage(), $since());
            } catch (NoAnswer $e) {
                $tried[] = new TriedCheck(
                    $check,
                    RehearsalCheck::NO_ANSWER,
                    [],
                    $e->getMessage(),
                    $since(),
                    [],
                    null === $pictures || null === $pilot ? null : self::picture($pilot, $pictures, $check),
                );
            }
            $last = $tried[count($tried) - 1];
            $say?->writeln(
                sprintf(
                    '%4d of %d  %-9s %s',
                    count($tried),
                    count($wanted),
                    $last->verdict,
                    SetupFile::harmless($check->about),
                ),
                OutputInterface::OUTPUT_RAW,
            );
            usleep((int) ($pause * 1e6));
        }

        return $tried;
    }

    private static function picture(Pilot $pilot, string $folder, Check $check): ?string
    {
        if (!is_dir($folder) && !@mkdir($folder, 0o755, true)) {
            throw new \InvalidArgumentException(sprintf('The folder %s cannot be made.', $folder));
        }
        $path = sprintf('%s/check-%d.png', rtrim($folder, '/'), $check->number);

        return false === @file_put_contents($path, $pilot->picture()) ? null : $path;
    }

    /**
     * @return array<int, true> numbers of checks
     */
    private static function wanted(?string $numbers, Plan $plan): array
    {
        $all = array_fill_keys(array_map(static fn(Check $c): int => $c->number, $plan->checks), true);
        if (null === $numbers) {
            return $all;
        }
        $wanted = [];
        foreach (explode(',', $numbers) as $part) {
            if (1 !== preg_match('/^(\d{1,6})(?:-(\d{1,6}))?$/D', trim($part), $m)) {
                throw new \InvalidArgumentException('--checks are numbers, as in 1,2,7-9.');
            }
            $wanted += array_fill_keys(range((int) $m[1], (int) ($m[2] ?? $m[1])), true);
        }

        return array_intersect_key($all, $wanted);
    }

    /**
     * @param list<string> $more
     *
     * @return list<string>
     */
    private static function hosts(string $page, array $more): array
    {
        $host = ShopAddress::hostOf($page);

        return [...'' === $host ? [] : [$host], ...$more];
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
