<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Ithrel\App\Browser\Driver;
use Ithrel\App\Browser\Ending;
use Ithrel\App\Browser\Pilot;
use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\App\Rehearsal\NotTried;
use Ithrel\App\Rehearsal\Page\PageDoor;
use Ithrel\App\Rehearsal\Page\PageMapper;
use Ithrel\App\Rehearsal\Page\Shopper;
use Ithrel\App\Rehearsal\ShopAddress;
use Ithrel\App\Rehearsal\ShopDoor;
use Ithrel\App\Rehearsal\TriedCheck;
use Ithrel\App\Store\RehearsalCheck;
use Ithrel\Core\Compare\CheckComparison;
use Ithrel\Core\Compare\Found;
use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Setup\Setup;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\HttpClient\HttpClient;

/**
 * The checks of a plan tried one after the other, in a browser on a shop's page or over the shop interface.
 */
final readonly class RehearseRun
{
    private const SECONDS_OF_SHOP = 10;

    private CheckComparison $comparison;

    /**
     * @param list<Check> $wanted those to be tried
     * @param OutputInterface|null $say is told how far it is
     */
    public function __construct(
        private Setup $setup,
        private Plan $plan,
        private array $wanted,
        private RehearseCall $call,
        private ?OutputInterface $say,
    ) {
        $this->comparison = new CheckComparison($setup);
    }

    /**
     * @return array{PageMap, list<TriedCheck>}
     *
     * @throws NoAnswer where the page cannot be mapped
     */
    public function onPage(): array
    {
        $webDriver = (string) getenv('ITHREL_WEBDRIVER');
        $driver = new Driver($this->call->hosts, '' === $webDriver ? null : $webDriver);
        $folder = Ending::folder('files');
        try {
            $pilot = new Pilot($driver);
            $map = $this->map($pilot, $folder);
            $shopper = new Shopper($pilot, $this->setup, $map, $folder);
            $door = new PageDoor($pilot, $this->setup, $map, $shopper, $this->call->orders);

            return [$map, $this->each($door->try(...), $pilot)];
        } finally {
            $driver->end();
            Ending::remove($folder);
        }
    }

    /**
     * @param string $sha256 of the document
     *
     * @return list<TriedCheck>
     */
    public function inShop(ShopAddress $address, string $sha256): array
    {
        $door = new ShopDoor(HttpClient::create(), $address, self::SECONDS_OF_SHOP, $sha256);

        return $this->each(static fn(Check $check): array => [$door->try($check, static fn() => null), []], null);
    }

    private function map(Pilot $pilot, string $folder): PageMap
    {
        if (null !== $this->call->map) {
            $kept = json_decode(SetupFile::text($this->call->map), true, 64);
            $map = PageMap::fromArray(is_array($kept) ? $kept : [], $this->call->address);
        } else {
            $this->say?->writeln('mapping the page …');
            $map = (new PageMapper(
                $pilot,
                $this->setup,
                $this->plan,
                $this->call->address,
                $folder,
                $this->call->orders,
            ))->map();
        }
        if (null !== $this->call->saveMap) {
            file_put_contents($this->call->saveMap, SetupFile::json($map->toArray(), true) . "\n");
        }

        return $map;
    }

    /**
     * @param \Closure(Check): array{Found, list<string>} $try
     *
     * @return list<TriedCheck>
     */
    private function each(\Closure $try, ?Pilot $pilot): array
    {
        $tried = [];
        foreach ($this->wanted as $check) {
            $tried[] = $last = $this->tried($check, $try, $pilot);
            $this->say?->writeln(
                sprintf(
                    '%4d of %d  %-9s %s',
                    count($tried),
                    count($this->wanted),
                    $last->verdict,
                    SetupFile::harmless($check->about),
                ),
                OutputInterface::OUTPUT_RAW,
            );
            usleep((int) ($this->call->pauseSeconds * 1e6));
        }

        return $tried;
    }

    /**
     * @param \Closure(Check): array{Found, list<string>} $try
     */
    private function tried(Check $check, \Closure $try, ?Pilot $pilot): TriedCheck
    {
        $start = hrtime(true);
        $since = static fn(): int => intdiv((int) (hrtime(true) - $start), 1_000_000);
        try {
            [$found, $unseen] = $try($check);
            $differences = $this->comparison->differences($check, $found);
            $picture = [] === $differences ? null : $this->picture($pilot, $check);
        } catch (NotTried $e) {
            return new TriedCheck($check, RehearsalCheck::NOT_TRIED, [], $e->getMessage(), $since());
        } catch (NoAnswer $e) {
            $picture = $this->picture($pilot, $check);

            return new TriedCheck($check, RehearsalCheck::NO_ANSWER, [], $e->getMessage(), $since(), [], $picture);
        }

        return new TriedCheck(
            $check,
            [] === $differences ? RehearsalCheck::AGREES : RehearsalCheck::DIFFERS,
            $differences,
            null,
            $since(),
            $unseen,
            $picture,
            $found,
        );
    }

    /**
     * @return string|null path of a picture of the page as it is; null where none is wanted, or can be had
     */
    private function picture(?Pilot $pilot, Check $check): ?string
    {
        $folder = $this->call->pictures;
        if (null === $folder || null === $pilot) {
            return null;
        }
        if (!is_dir($folder) && !@mkdir($folder, 0o755, true)) {
            throw new \InvalidArgumentException(sprintf('The folder %s cannot be made.', $folder));
        }
        $path = sprintf('%s/check-%d.png', rtrim($folder, '/'), $check->number);

        return false === @file_put_contents($path, $pilot->picture()) ? null : $path;
    }
}
