<?php

declare(strict_types=1);

namespace Ithrel\Shop\Tests;

use Ithrel\Core\Compare\CheckComparison;
use Ithrel\Core\Diagnosis\Diagnosis;
use Ithrel\Core\Diagnosis\Seen;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Plan\Planner;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Shop\Faults;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;

/**
 * The plan of every demo setup tried in the shop: without a fault there is no difference; each fault is found on each
 * setup where it can have an effect, and the first likely place is the true one.
 *
 * A fault can have an effect on a setup where it changes what the shop does on some check, or on random walks of clicks
 * that the plan knows nothing of.
 */
final class FaultsAreFoundTest extends TestCase
{
    /**
     * Places are looked for with every third fault, of the large one with every ninth, as that takes seconds; with
     * ITHREL_TABLE with each.
     */
    private const LARGE = '09-admiralty-chandelier';

    #[TestDox('every fault is found on every demo setup where it can show, and nineteen in twenty are placed right')]
    public function testFaults(): void
    {
        $setups = $this->setups();
        $names = array_keys(Faults::all());
        self::assertSame([], array_diff($names, array_keys(TruePlaces::OF)), 'Each fault has its true place here.');
        self::assertGreaterThanOrEqual(20, count($names));
        foreach ($setups as $name => [$setup, $plan, $document]) {
            self::assertSame(
                [],
                self::differing($this->seen($setup, $plan, $document, [])),
                $name . ': without a fault',
            );
        }
        $found = $placed = $possible = $judged = 0;
        $table = sprintf("%-28s %7s %6s %7s %6s\n", 'fault', 'setups', 'found', 'checks', 'placed');
        $missed = [];
        foreach ($names as $number => $fault) {
            $row = [0, 0, 0, 0];
            foreach ($setups as $name => [$setup, $plan, $document, $json, $walks]) {
                $seen = $this->seen($setup, $plan, $document, [$fault]);
                $differing = self::differing($seen);
                if ([] === $differing && Walks::of($document, [$fault]) === $walks) {
                    continue;
                }
                ++$row[0];
                if ([] === $differing) {
                    $missed[] = $fault . ' on ' . $name;
                    continue;
                }
                ++$row[1];
                $row[2] += count($differing);
                if (
                    0 !== ($number + (int) $name) % (self::LARGE === $name ? 9 : 3) &&
                    false === getenv('ITHREL_TABLE')
                ) {
                    continue;
                }
                ++$judged;
                $first = Diagnosis::of($setup, $json, $seen)[0]->at ?? '';
                $row[3] += 1 === preg_match(TruePlaces::OF[$fault], $first) ? 1 : 0;
                if (false !== getenv('ITHREL_TABLE') && 1 !== preg_match(TruePlaces::OF[$fault], $first)) {
                    fwrite(STDERR, "  {$fault} on {$name}: placed at {$first}\n");
                }
            }
            $possible += $row[0];
            $found += $row[1];
            $placed += $row[3];
            $table .= sprintf("%-28s %7d %6d %7d %6d\n", $fault, ...$row);
        }
        $table .= sprintf("%-28s %7d %6d %7s %6d\n", 'all', $possible, $found, '', $placed);
        if (false !== getenv('ITHREL_TABLE')) {
            fwrite(STDERR, $table);
        }
        self::assertSame([], $missed, $table);
        self::assertGreaterThanOrEqual(0.95, $placed / max(1, $judged), $table);
    }

    #[TestDox('two faults at once are found where either is, and a likely place is one of the two')]
    public function testTwoFaultsAtOnce(): void
    {
        $names = array_keys(Faults::all());
        $setups = array_intersect_key($this->setups(), [
            '01-harbour-pendant' => 1,
            '03-breakwater-shade' => 1,
            '06-printed-shade' => 1,
        ]);
        $found = $placed = 0;
        foreach ($setups as $name => [$setup, $plan, $document, $json]) {
            for ($i = 0; $i < count($names); $i += 4) {
                $two = [$names[$i], $names[($i * 7 + 5) % count($names)]];
                $alone = array_map(
                    fn(string $fault): array => self::differing($this->seen($setup, $plan, $document, [$fault])),
                    $two,
                );
                $both = $this->seen($setup, $plan, $document, $two);
                if ([] === $alone[0] && [] === $alone[1]) {
                    continue;
                }
                self::assertNotSame([], self::differing($both), $name . ': ' . implode(' and ', $two));
                ++$found;
                foreach (array_slice(Diagnosis::of($setup, $json, $both), 0, 2) as $likely) {
                    if (
                        1 === preg_match(TruePlaces::OF[$two[0]], $likely->at) ||
                        1 === preg_match(TruePlaces::OF[$two[1]], $likely->at)
                    ) {
                        ++$placed;
                        break;
                    }
                }
            }
        }
        self::assertGreaterThan(12, $found);
        self::assertGreaterThanOrEqual(0.9, $placed / $found);
    }

    #[TestDox('a plan is at most a tenth of the combinations where there are over a thousand')]
    public function testPlansAreSmall(): void
    {
        $large = 0;
        foreach ($this->setups() as $name => [$setup, $plan]) {
            $count = (new Reach($setup))->selectable();
            self::assertGreaterThanOrEqual($plan->lowerBound, $plan->combinations, $name);
            if (gmp_cmp($count, 1_000) > 0) {
                ++$large;
                self::assertLessThanOrEqual(0, gmp_cmp(10 * count($plan->checks), $count), $name);
            }
        }
        self::assertGreaterThan(0, $large);
    }

    /**
     * @return array<string, array{Setup, Plan, array<string, mixed>, string, string}>
     */
    private function setups(): array
    {
        static $setups = [];
        foreach ([] === $setups ? (glob(dirname(__DIR__, 2) . '/demo/setups/*.json') ?: []) : [] as $file) {
            $json = (string) file_get_contents($file);
            $reach = new Reach(Reader::shipped()->read($json, Today::of(Documents::TODAY)));
            /** @var array<string, mixed> $document */
            $document = json_decode($json, true, 512, JSON_THROW_ON_ERROR);
            $setups[basename($file, '.json')] = [
                $reach->setup,
                Planner::plan($reach),
                $document,
                $json,
                Walks::of($document, []),
            ];
        }

        /** @var array<string, array{Setup, Plan, array<string, mixed>, string, string}> $setups */
        return $setups;
    }

    /**
     * @param array<string, mixed> $document
     * @param list<string> $faults
     *
     * @return list<Seen>
     */
    private function seen(Setup $setup, Plan $plan, array $document, array $faults): array
    {
        $door = new DirectDoor($document, $faults, Documents::TODAY);
        $comparison = new CheckComparison($setup);

        return array_map(static function (Check $check) use ($door, $comparison): Seen {
            $found = $door->try($check);

            return new Seen($check, $found, $comparison->differences($check, $found));
        }, $plan->checks);
    }

    /**
     * @param list<Seen> $seen
     *
     * @return list<Seen> those that differ
     */
    private static function differing(array $seen): array
    {
        return array_values(array_filter($seen, static fn(Seen $s): bool => [] !== $s->differences));
    }
}
