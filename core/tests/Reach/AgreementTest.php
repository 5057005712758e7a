<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Reach;

use Ithrel\Core\Answer\Census;
use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Reach\DeadEndCauses;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TrapCause;
use Ithrel\Core\Report;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Tests\Support\Clingo;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Core\Tests\Support\RandomSetup;
use Ithrel\Core\Tests\Support\Seeds;
use Ithrel\Core\Tests\Support\Shrink;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;

/**
 * Two readings of one meaning, and a third party: on random setups the visit of every state by clicks (Answer),
 * the compiled diagram (Reach) and the solver clingo have to say the same.
 *
 * A run tries new seeds each day; ITHREL_SEED sets the first one, and a failure prints it with the document shrunk.
 */
final class AgreementTest extends TestCase
{
    private static Reader $reader;

    public static function setUpBeforeClass(): void
    {
        self::$reader = Reader::shipped();
    }

    /**
     * @return iterable<string, array{bool, int, int}>
     */
    public static function families(): iterable
    {
        yield 'small, conditions look back' => [false, 6, 700];
        yield 'small, conditions look anywhere' => [true, 6, 700];
        yield 'larger, conditions look back' => [false, 9, 300];
        yield 'larger, conditions look anywhere' => [true, 9, 300];
    }

    #[TestDox('with rows by the hundred too')]
    public function testManyRows(): void
    {
        $start = Seeds::first();
        for ($seed = $start; $seed < $start + 12; ++$seed) {
            mt_srand($seed);
            $one = static fn(string $code, int $values): array => [
                'code' => $code,
                'kind' => 'one',
                'values' => array_map(
                    static fn(int $v): array => ['code' => 'v' . $v] + (0 === mt_rand(0, 9) ? ['stock' => 0] : []),
                    range(0, $values - 1),
                ),
            ] + (0 === mt_rand(0, 1) ? ['required' => true] : []);
            $options = [$one('a', 6), $one('b', 7), $one('c', 5), ['code' => 'f', 'kind' => 'flag'], $one('d', 3)];
            $options[3]['shownWhen'] = ['option' => 'a', 'is' => ['v1', 'v2']];
            $options[4]['shownWhen'] = ['any' => [['option' => 'f', 'is' => true], ['option' => 'b', 'is' => 'v3']]];
            $rows = [];
            for ($n = mt_rand(150, 300); $n > 0; --$n) {
                $rows[] = [
                    'pick' => array_filter([
                        'a' => 'v' . mt_rand(0, 5),
                        'b' => 'v' . mt_rand(0, 7),
                        'c' => mt_rand(0, 5) > 0 ? 'v' . mt_rand(0, 4) : null,
                    ]),
                    'stock' => mt_rand(0, 3),
                ];
            }
            $document = [
                'ithrel' => 'setup/1',
                'name' => 'Rows',
                'currency' => 'EUR',
                'item' => ['sku' => 'R', 'name' => 'R', 'price' => '1'],
                'options' => $options,
                'variants' => ['by' => ['a', 'b', 'c'], 'rows' => $rows],
            ];
            self::assertSame('', self::difference($document), sprintf('Seed %d', $seed));
        }
    }

    #[DataProvider('families')]
    #[TestDox('clicks and diagram agree on every figure: $_dataName')]
    public function testClicksAndDiagramAgree(bool $circles, int $size, int $count): void
    {
        $start = Seeds::first();
        $compared = 0;
        for ($seed = $start; $seed < $start + $count; ++$seed) {
            $document = RandomSetup::document($seed, $circles, $size);
            $difference = self::difference($document);
            if (null === $difference) {
                continue;
            }
            ++$compared;
            if ('' !== $difference) {
                $small = Shrink::document($document, static fn(array $d): bool => '' !== (self::difference($d) ?? ''));
                self::fail(
                    sprintf(
                        "Seed %d: %s\nShrunk: %s\n%s",
                        $seed,
                        $difference,
                        (string) self::difference($small),
                        json_encode($small, JSON_THROW_ON_ERROR),
                    ),
                );
            }
        }
        self::assertGreaterThan($count * 0.9, $compared, 'Most of the setups have to be small enough for the census.');
    }

    #[TestDox('the solver clingo agrees on every combination, dead value with its cause, and trap')]
    public function testClingoAgrees(): void
    {
        self::assertTrue(
            Clingo::isInstalled(),
            'clingo comes with the Debian package gringo; ./ithrel test installs it.',
        );
        $start = Seeds::first();
        $compared = 0;
        for ($seed = $start; $compared < 2_000; ++$seed) {
            $document = RandomSetup::document($seed, false, 0 === $seed % 2 ? 6 : 7);
            $reach = self::reach($document);
            if ([] !== $reach->board->dependencies->circles || gmp_cmp($reach->completeStates(), 3_000) > 0) {
                continue;
            }
            ++$compared;
            $where = sprintf('Seed %d: %s', $seed, json_encode($document, JSON_THROW_ON_ERROR));
            $inputs = [];
            foreach ($reach->setup->options as $option) {
                if ($option->kind->isInput()) {
                    $inputs[$option->code] = $reach->board->page->inputs[$option->index];
                }
            }
            $walk = array_values(
                array_filter(
                    $reach->board->dependencies->walk,
                    static fn(int $o): bool => $reach->setup->options[$o]->kind->isChoice() ||
                        ($reach->setup->options[$o]->kind->isInput() && isset($reach->board->asked[$o])),
                ),
            );
            $clingo = Clingo::findings(
                $document,
                $inputs,
                $reach->setup,
                array_map(static fn(int $o): string => $reach->setup->options[$o]->code, $walk),
            );
            $seen = [];
            foreach ([Listing::OFFERED, Listing::SELECTABLE] as $set) {
                $keys = [];
                foreach ((new Listing($reach, $set))->from(gmp_init(0), 3_000) as $state) {
                    $picks = [];
                    foreach (StateText::pick($reach->setup, $state) as $code => $pick) {
                        foreach (true === $pick ? ['yes'] : (array) $pick as $value) {
                            $picks[] = $code . '=k' . (is_string($value) ? $value : '');
                            $seen[$set][$code][is_string($value) ? $value : ''] = true;
                        }
                    }
                    sort($picks);
                    $keys[] = implode(';', $picks);
                }
                sort($keys);
                self::assertSame($clingo[$set], $keys, $where);
            }
            self::assertSame((string) $clingo['traps'], gmp_strval($reach->traps()), $where);
            foreach ($reach->deadValues() as $dead) {
                $option = $reach->setup->options[$dead['option']];
                $code = $option->values[$dead['value']]->code;
                self::assertArrayNotHasKey($code, $seen[Listing::SELECTABLE][$option->code] ?? [], $where);
                self::assertSame($dead['offered'], isset($seen[Listing::OFFERED][$option->code][$code]), $where);
                unset($seen[Listing::OFFERED][$option->code][$code]);
            }
            foreach ($seen[Listing::OFFERED] ?? [] as $code => $values) {
                self::assertSame(
                    [],
                    array_diff_key($values, $seen[Listing::SELECTABLE][$code] ?? []),
                    $where . ': a value that is not dead is selectable',
                );
            }
        }
    }

    #[TestDox('a listing is complete, ordered, without repeats, and its numbers go both ways')]
    public function testListing(): void
    {
        $start = Seeds::first();
        for ($seed = $start; $seed < $start + 150; ++$seed) {
            $reach = self::reach(RandomSetup::document($seed, 0 === $seed % 2, 9));
            $report = Report::of($reach);
            foreach (
                [
                    Listing::OFFERED => 'offered',
                    Listing::SELECTABLE => 'selectable',
                    Listing::WRONG_SALE => 'wrongSales',
                    Listing::DEAD_END => 'deadEnds',
                ]
                as $set => $count
            ) {
                $listing = new Listing($reach, $set);
                self::assertSame(
                    $report->counts[$count],
                    gmp_strval($listing->total()),
                    sprintf('Seed %d, %s', $seed, $set),
                );
                $last = '';
                $number = 0;
                foreach ($listing->from(gmp_init(0), 400) as $state) {
                    $key = implode(
                        ',',
                        array_map(
                            static fn(int $cell): string => sprintf('%03d', $reach->board->letterIn($state, $cell)),
                            self::choiceCells($reach),
                        ),
                    );
                    self::assertTrue(
                        0 === $number || strcmp($key, $last) > 0,
                        sprintf('Seed %d, %s: the order of the list', $seed, $set),
                    );
                    $found = $listing->numberOf($state);
                    self::assertSame(
                        (string) $number,
                        null === $found ? null : gmp_strval($found),
                        sprintf('Seed %d, %s', $seed, $set),
                    );
                    if (0 === $number % 5) {
                        self::assertSame($state->key(), $listing->at(gmp_init($number))->key());
                    }
                    $last = $key;
                    ++$number;
                }
                self::assertSame((string) min(400, (int) $report->counts[$count]), (string) $number);
            }
        }
    }

    #[TestDox('dead ends by cause, and the first of each, are what looking at every dead end says')]
    public function testCausesOfDeadEnds(): void
    {
        $start = Seeds::first();
        $met = [];
        for ($seed = $start; $seed < $start + 1000; ++$seed) {
            $reach = self::reach(RandomSetup::document($seed, false, 9));
            $listing = new Listing($reach, Listing::DEAD_END);
            if (gmp_cmp($listing->total(), 3000) > 0 || !$reach->isItemStocked()) {
                continue;
            }
            $stock = $reach->board->stock;
            $counts = $first = [];
            foreach ($listing->from(gmp_init(0), 3000) as $state) {
                $row = $stock->row($state);
                $cause = match (true) {
                    null === $reach->setup->variants => TrapCause::SoldOutValue,
                    null === $row => TrapCause::MissingRow,
                    !$reach->setup->isEnough($row->stock) => TrapCause::SoldOutRow,
                    default => TrapCause::SoldOutValue,
                };
                $counts[$cause->value] = ($counts[$cause->value] ?? 0) + 1;
                $first[$cause->value] ??= $state->key();
                $met[$cause->value] = true;
            }
            $causes = new DeadEndCauses($reach);
            foreach ([TrapCause::MissingRow, TrapCause::SoldOutRow, TrapCause::SoldOutValue] as $cause) {
                $told = sprintf('Seed %d, %s', $seed, $cause->value);
                self::assertSame((string) ($counts[$cause->value] ?? 0), gmp_strval($causes->count($cause)), $told);
                self::assertSame($first[$cause->value] ?? null, $causes->first($cause)?->key(), $told);
            }
        }
        self::assertCount(3, $met, 'Each cause was met.');
    }

    #[TestDox('shares under pins are what listing and counting says')]
    public function testShares(): void
    {
        $start = Seeds::first();
        for ($seed = $start; $seed < $start + 120; ++$seed) {
            $reach = self::reach(RandomSetup::document($seed, 0 === $seed % 2, 9));
            foreach ([Listing::SELECTABLE, Listing::DEAD_END, Listing::WRONG_SALE] as $set) {
                $all = new Listing($reach, $set);
                $counted = [];
                foreach ($all->from(gmp_init(0), 5000) as $state) {
                    foreach (self::choiceCells($reach) as $cell) {
                        $letter = $reach->board->letterIn($state, $cell);
                        $counted[$cell][$letter] = ($counted[$cell][$letter] ?? 0) + 1;
                    }
                }
                foreach ($all->shares() as $cell => $letters) {
                    foreach ($letters as $letter => $share) {
                        self::assertSame(
                            (string) ($counted[$cell][$letter] ?? 0),
                            gmp_strval($share),
                            sprintf('Seed %d, %s, cell %d, letter %d', $seed, $set, $cell, $letter),
                        );
                        $pinned = new Listing($reach, $set, [$cell => [$letter => true]]);
                        self::assertSame(gmp_strval($share), gmp_strval($pinned->total()));
                    }
                }
            }
        }
    }

    /**
     * @return list<int>
     */
    private static function choiceCells(Reach $reach): array
    {
        $cells = [];
        foreach ($reach->setup->options as $option) {
            array_push($cells, ...$option->kind->isChoice() ? $reach->board->cellsOf[$option->index] : []);
        }

        return $cells;
    }

    /**
     * @param array<string, mixed> $document
     */
    private static function reach(array $document): Reach
    {
        return new Reach(self::$reader->read(json_encode($document, JSON_THROW_ON_ERROR), Today::of(Documents::TODAY)));
    }

    /**
     * @param array<string, mixed> $document
     *
     * @return string|null the figures that differ; '' where all agree, null where there are too many states
     */
    private static function difference(array $document): ?string
    {
        try {
            $reach = self::reach($document);
        } catch (\Ithrel\Core\Document\UnreadableDocument) {
            return null;
        }
        try {
            $census = new Census($reach->setup, 6_000);
        } catch (\OverflowException) {
            return null;
        }
        $report = Report::of($reach);
        $broken = array_filter(array_map(gmp_intval(...), $reach->brokenGuards()));
        $expected = array_map(strval(...), $census->counts()) + [
            'deadValues' => $census->deadValues(),
            'deadOptions' => $census->deadOptions(),
            'idleRows' => $census->idleRows(),
            'broken' => $census->broken,
        ];
        $found = $report->counts + [
            'deadValues' => $report->deadValues,
            'deadOptions' => $report->deadOptions,
            'idleRows' => $report->idleRows,
            'broken' => $broken,
        ];
        $differs = '';
        foreach ($expected as $key => $value) {
            if ($value != $found[$key]) {
                $differs .= sprintf(
                    '%s: clicks say %s, the diagram %s. ',
                    $key,
                    json_encode($value),
                    json_encode($found[$key]),
                );
            }
        }

        return $differs;
    }
}
