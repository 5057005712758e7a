<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Plan;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Plan\PairCover;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Core\Tests\Support\RandomSetup;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;

final class PairCoverTest extends TestCase
{
    #[
        TestDox(
            'on random setups the cover has every pair of answers that any selectable combination has, and only those',
        ),
    ]
    public function testEveryPairThatCanMeet(): void
    {
        $reader = Reader::shipped();
        $start = 1000 * intdiv(time(), 86400);
        $compared = 0;
        for ($seed = $start; $seed < $start + 200; ++$seed) {
            $json = json_encode(RandomSetup::document($seed, true, 6), JSON_THROW_ON_ERROR);
            $reach = new Reach($reader->read($json, Today::of(Documents::TODAY)));
            if (gmp_cmp($reach->selectable(), 400) > 0) {
                continue;
            }
            $all = [];
            foreach ((new Listing($reach, Listing::SELECTABLE))->from(gmp_init(0), 400) as $state) {
                $all += $this->pairs($reach, $state);
            }
            $cover = new PairCover($reach);
            $covered = [];
            foreach ($cover->combinations as $state) {
                $covered += $this->pairs($reach, $state);
            }
            ksort($all);
            ksort($covered);
            self::assertSame(array_keys($all), array_keys($covered), 'Seed ' . $seed . ': ' . $json);
            self::assertSame(count($all), $cover->pairs, 'Seed ' . $seed);
            self::assertGreaterThanOrEqual($cover->lowerBound, count($cover->combinations), 'Seed ' . $seed);
            ++$compared;
        }
        self::assertGreaterThan(100, $compared);
    }

    #[
        TestDox(
            'four options of three values need nine combinations at least (orthogonal array L9), and no more are taken',
        ),
    ]
    public function testOrthogonalArray(): void
    {
        // Taguchi's L9 (NIST/SEMATECH e-Handbook of Statistical Methods, 5.3.3.10; from memory): 9 runs hold every
        // pair.
        $options = array_map(
            static fn(string $code): array => Documents::one($code, ['a', 'b', 'c'], ['required' => true]),
            ['w', 'x', 'y', 'z'],
        );
        $cover = new PairCover(Documents::reach(['options' => $options]));
        self::assertSame(54, $cover->pairs);
        self::assertSame(9, $cover->lowerBound);
        self::assertCount(9, $cover->combinations);
    }

    #[TestDox('tables without conditions are covered in at most two more than the best that is published')]
    public function testTablesWhoseBestCoversArePublished(): void
    {
        // Colbourn's tables of covering arrays, and Kleitman and Spencer 1973 for two values; from memory.
        foreach (
            [
                [array_fill(0, 13, 3), 15],
                [array_fill(0, 100, 2), 10],
                [[4, ...array_fill(0, 39, 3), ...array_fill(0, 35, 2)], 21],
            ]
            as [$sizes, $best]
        ) {
            $options = [];
            foreach ($sizes as $i => $size) {
                $options[] = Documents::one(
                    'o' . $i,
                    array_map(static fn(int $v): string => 'v' . $v, range(1, $size)),
                    ['required' => true],
                );
            }
            $reach = Documents::reach(['options' => $options]);
            $cover = new PairCover($reach);
            self::assertLessThanOrEqual($best + 2, count($cover->combinations));
            $covered = [];
            foreach ($cover->combinations as $state) {
                $covered += $this->pairs($reach, $state);
            }
            self::assertCount(
                (array_sum($sizes) ** 2 - array_sum(array_map(static fn(int $s): int => $s * $s, $sizes))) / 2,
                $covered,
            );
            self::assertEquals(
                $cover->combinations,
                (new PairCover($reach))->combinations,
                'Equal setups have equal plans.',
            );
        }
    }

    public function testOneChoiceAloneIsCoveredValueByValue(): void
    {
        $cover = new PairCover(
            Documents::reach(['options' => [Documents::one('w', ['a', 'b', 'c'], ['required' => true])]]),
        );
        self::assertCount(3, $cover->combinations);
        self::assertSame([0, 3], [$cover->pairs, $cover->lowerBound]);
    }

    #[TestDox('where pairs are too many to be told apart, every answer occurs, in as few combinations as that takes')]
    public function testAnswersAlone(): void
    {
        $options = [];
        for ($i = 0; $i < 200; ++$i) {
            $options[] = Documents::one(
                'o' . $i,
                ['a', 'b', 'c'],
                ['required' => true] +
                    (0 === $i % 2 ? [] : ['shownWhen' => ['option' => 'o' . ($i - 1), 'is' => ['a', 'b']]]),
            );
        }
        $reach = Documents::reach(['options' => $options]);
        $cover = new PairCover($reach);
        $met = [];
        foreach ($cover->combinations as $state) {
            foreach ($options as $i => $option) {
                $met[$i . ' ' . ($state->picked($i)[0] ?? 'none')] = true;
            }
        }
        self::assertSame([0, 700], [$cover->pairs, count($met)]);
        self::assertCount(4, $cover->combinations, 'Three answers of what is shown, and one without it.');
    }

    public function testASetupWithoutChoicesHasOneCombination(): void
    {
        $cover = new PairCover(Documents::reach(['options' => [['code' => 't', 'label' => 'Text', 'kind' => 'text']]]));
        self::assertCount(1, $cover->combinations);
    }

    public function testWhereNothingCanBeBoughtThereIsNoCombination(): void
    {
        $cover = new PairCover(
            Documents::reach([
                'options' => [Documents::one('w', ['a'], ['required' => true])],
                'guards' => [['id' => 'g', 'never' => ['option' => 'w', 'is' => 'a'], 'because' => 'it is not made']],
                'item' => ['sku' => 'T', 'name' => 'T', 'price' => '1.00', 'stock' => 0],
            ]),
        );
        self::assertCount(0, $cover->combinations);
        self::assertSame(0, $cover->lowerBound);
    }

    /**
     * @return array<string, true>
     */
    private function pairs(Reach $reach, State $state): array
    {
        $answers = [];
        foreach ($reach->setup->options as $option) {
            foreach ($option->kind->isChoice() ? $reach->board->cellsOf[$option->index] : [] as $cell) {
                $answers[] = [$cell, $reach->board->letterIn($state, $cell)];
            }
        }
        $pairs = [];
        foreach ($answers as $i => [$a, $x]) {
            foreach (array_slice($answers, $i + 1) as [$b, $y]) {
                $pairs["{$a}:{$x} {$b}:{$y}"] = true;
            }
        }

        return $pairs;
    }
}
