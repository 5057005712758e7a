<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Reach;

use Ithrel\Core\Document\Today;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Core\Tests\Support\RandomSetup;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

final class WeightsTest extends TestCase
{
    #[
        TestDox(
            'each letter weighs what listing under its pin counts, and without the pins of its option what ' .
                'listing without them counts',
        ),
    ]
    public function testAgainstOneListingEach(): void
    {
        $start = 1000 * intdiv(time(), 86400);
        $freed = $empty = 0;
        for ($seed = $start; $seed < $start + 60; ++$seed) {
            $reach = new Reach(
                Reader::shipped()->read(
                    json_encode(RandomSetup::document($seed, 0 === $seed % 3, 7), JSON_THROW_ON_ERROR),
                    Today::of(Documents::TODAY),
                ),
            );
            $random = new Randomizer(new Mt19937($seed));
            $board = $reach->board;
            $pins = [];
            foreach ($board->cells as $cell => $c) {
                if (!$board->isInput($c->option) && 0 === $random->getInt(0, 3)) {
                    $pins[$cell] = [$random->getInt(0, $c->size - 1) => true];
                }
            }
            foreach (Listing::SETS as $set) {
                $weights = (new Listing($reach, $set, $pins))->weighed();
                foreach ($reach->setup->options as $option) {
                    $cells = $option->kind->isChoice() ? $board->cellsOf[$option->index] : [];
                    $own = array_intersect_key($pins, array_fill_keys($cells, true));
                    $others = array_diff_key($pins, $own);
                    $where = sprintf('Seed %d, %s, %s', $seed, $set, $option->code);
                    foreach ($cells as $cell) {
                        for ($letter = 0; $letter < $board->cells[$cell]->size; ++$letter) {
                            $isLetThrough = !isset($pins[$cell]) || isset($pins[$cell][$letter]);
                            $under = (new Listing(
                                $reach,
                                $set,
                                [$cell => $isLetThrough ? [$letter => true] : []] + $pins,
                            ))->total();
                            self::assertSame(
                                gmp_strval($under),
                                gmp_strval($weights->shares[$cell][$letter] ?? gmp_init(0)),
                                $where,
                            );
                            if ([] !== $own) {
                                $without = (new Listing($reach, $set, [$cell => [$letter => true]] + $others))->total();
                                self::assertSame(
                                    gmp_strval($without),
                                    gmp_strval($weights->freed[$cell][$letter] ?? gmp_init(0)),
                                    $where . ' freed',
                                );
                                ++$freed;
                            }
                        }
                    }
                    if (Kind::Several === $option->kind && [] !== $cells) {
                        $none =
                            array_map(static fn(array $letters): array => isset($letters[1]) ? $letters : [], $own) +
                            array_fill_keys($cells, [1 => true]);
                        self::assertSame(
                            gmp_strval((new Listing($reach, $set, $none + $others))->total()),
                            gmp_strval($weights->empty[$option->index] ?? gmp_init(0)),
                            $where . ' empty',
                        );
                        ++$empty;
                    }
                }
            }
        }
        self::assertGreaterThan(200, $freed);
        self::assertGreaterThan(30, $empty);
    }
}
