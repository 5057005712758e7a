<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Reach;

use Ithrel\Core\Document\Today;
use Ithrel\Core\Reach\Board;
use Ithrel\Core\Reach\Propositions;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\Reason\Cause;
use Ithrel\Core\Reach\Reason\Demand;
use Ithrel\Core\Reach\Reason\Demands;
use Ithrel\Core\Reach\Reason\Reasons;
use Ithrel\Core\Reach\TrapCause;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Core\Tests\Support\RandomSetup;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;

/**
 * Reasons against the trying of every assignment: the demands mean what the counting means, what a reason names
 * excludes the fact, and without any one of its places it would not.
 */
final class ReasonsTest extends TestCase
{
    #[TestDox('all demands together let through exactly what is offered, and what is selectable')]
    public function testDemandsMeanWhatCountingMeans(): void
    {
        $compared = 0;
        foreach (self::setups(300) as $seed => $reach) {
            $demands = new Demands($reach->setup, $reach->board);
            foreach (
                [[$demands->form, $reach->offered()], [[...$demands->form, ...$demands->stock], $reach->selectable()]]
                as [$list, $count]
            ) {
                $p = $demands->board->props->all(array_map(static fn(Demand $d): int => $d->p, $list));
                $choices = [];
                foreach (self::assignments($demands->board) as $letters) {
                    if ($demands->board->props->holds($p, $letters)) {
                        $choices[$demands->board->stateOfLetters($letters)->key()] = true;
                    }
                }
                self::assertSame(gmp_strval($count), (string) count($choices), 'Seed ' . $seed);
                ++$compared;
            }
        }
        self::assertGreaterThan(150, $compared);
    }

    #[TestDox('a reason excludes the fact, and none of its places can be spared')]
    public function testReasonsAreSmallest(): void
    {
        $told = 0;
        foreach (self::setups(400) as $seed => $reach) {
            $demands = new Demands($reach->setup, $reach->board);
            $reasons = new Reasons($reach);
            $facts = [];
            if (0 === gmp_sign($reach->selectable())) {
                $facts[] = [Propositions::TRUE, [...$demands->form, ...$demands->stock], $reasons->ofNothing(true)];
            } else {
                foreach ($reach->deadValues() as ['option' => $option, 'value' => $value, 'offered' => $offered]) {
                    $facts[] = [
                        $demands->chosen($reach->setup->options[$option], $value),
                        $offered ? [...$demands->form, ...$demands->stock] : $demands->form,
                        $reasons->ofDeadValue($option, $value, $offered),
                    ];
                }
                foreach ($reach->deadOptions() as $option) {
                    $condition = $reach->setup->options[$option]->shownWhen;
                    self::assertNotNull($condition);
                    $own = new Demand($demands->board->proposition($condition), [
                        new Cause(
                            \Ithrel\Core\Reach\Reason\CauseKind::Shown,
                            $reach->setup->options[$option]->at . '/shownWhen',
                            $option,
                        ),
                    ]);
                    $facts[] = [Propositions::TRUE, [$own, ...$demands->form], $reasons->ofDeadOption($option)];
                }
            }
            foreach ($facts as [$target, $all, $causes]) {
                self::assertNotNull($causes, 'Seed ' . $seed);
                self::assertNotSame([], $causes, 'Seed ' . $seed);
                self::assertFalse(
                    self::isPossible($demands->board, $target, self::within($all, $causes)),
                    sprintf('Seed %d: what is named does not exclude it', $seed),
                );
                foreach ($causes as $i => $cause) {
                    $without = $causes;
                    unset($without[$i]);
                    self::assertTrue(
                        self::isPossible($demands->board, $target, self::within($all, array_values($without))),
                        sprintf('Seed %d: %s is not needed', $seed, $cause->at),
                    );
                }
                ++$told;
            }
        }
        self::assertGreaterThan(200, $told);
    }

    #[TestDox('trails into traps are as many as counted, and each is closed by what its reason names')]
    public function testTrapsAndTheirReasons(): void
    {
        $told = 0;
        // Traps are rare: on some days 250 setups have fewer than are asked for.
        foreach (self::setups(1_000) as $seed => $reach) {
            if ($told > 60) {
                break;
            }
            $total = gmp_init(0);
            foreach ($reach->trapsByCause() as $option => $byCause) {
                foreach ($byCause as $cause => $count) {
                    $total = gmp_add($total, $count);
                    foreach ($reach->trapTrails($option, TrapCause::from($cause)) as $n => [$trail, $walked]) {
                        if ($n > 2) {
                            break;
                        }
                        $causes = (new Reasons($reach))->ofTrail($trail, $walked);
                        self::assertNotNull($causes);
                        $answers = array_filter(
                            $causes,
                            static fn(Cause $c): bool => \Ithrel\Core\Reach\Reason\CauseKind::Answer === $c->kind,
                        );
                        $last = $walked[count($walked) - 1];
                        self::assertContains(
                            $last,
                            array_map(static fn(Cause $c): ?int => $c->option, $answers),
                            sprintf('Seed %d: the answer that closes the trap has its share', $seed),
                        );
                        ++$told;
                    }
                }
            }
            self::assertSame(gmp_strval($reach->traps()), gmp_strval($total), 'Seed ' . $seed);
        }
        self::assertGreaterThan(30, $told);
    }

    public function testTheTwoPlacesThatExcludeEachOtherAreNamed(): void
    {
        $reach = Documents::reach([
            'options' => [
                Documents::one('size', ['s', 'm', 'l'], ['required' => true]),
                Documents::one('finish', ['brass', 'slate'], ['shownWhen' => ['option' => 'size', 'is' => ['s', 'm']]]),
                [
                    'code' => 'plate',
                    'label' => 'Plate',
                    'kind' => 'one',
                    'values' => [
                        [
                            'code' => 'p',
                            'label' => 'P',
                            'allowedWhen' => [
                                'all' => [['option' => 'size', 'is' => 'l'], ['option' => 'finish', 'is' => 'brass']],
                            ],
                        ],
                        ['code' => 'q', 'label' => 'Q'],
                    ],
                ],
            ],
        ]);
        $places = array_map(
            static fn(Cause $c): string => $c->at,
            (new Reasons($reach))->ofDeadValue(2, 0, false) ?? [],
        );
        self::assertEqualsCanonicalizing(['/options/2/values/0/allowedWhen', '/options/1/shownWhen'], $places);
    }

    public function testALimitIsNamedWhereItKeepsAConditionFromHolding(): void
    {
        $reach = Documents::reach([
            'options' => [
                [
                    'code' => 'width',
                    'label' => 'Width',
                    'kind' => 'number',
                    'min' => '22',
                    'max' => '100',
                    'step' => '7',
                ],
                Documents::one('trim', ['t'], ['shownWhen' => ['option' => 'width', 'atLeast' => '100']]),
            ],
        ]);
        $causes = (new Reasons($reach))->ofDeadOption(1) ?? [];
        self::assertEqualsCanonicalizing(
            ['limits /options/0', 'shown-when /options/1/shownWhen'],
            array_map(static fn(Cause $c): string => $c->kind->value . ' ' . $c->at, $causes),
        );
    }

    public function testWhatOnlyACircleKeepsAwayHasNoPlaceOfItsOwn(): void
    {
        $reach = Documents::reach([
            'options' => [
                ['code' => 'f', 'label' => 'F', 'kind' => 'flag', 'shownWhen' => ['option' => 'g', 'is' => true]],
                ['code' => 'g', 'label' => 'G', 'kind' => 'flag', 'shownWhen' => ['option' => 'f', 'is' => true]],
            ],
        ]);
        self::assertSame([], (new Reasons($reach))->ofDeadOption(0));
    }

    /**
     * @return iterable<int, Reach> small random setups without circles
     */
    private static function setups(int $count): iterable
    {
        $reader = Reader::shipped();
        $start = 1000 * intdiv(time(), 86400);
        for ($seed = $start; $seed < $start + $count; ++$seed) {
            $reach = new Reach(
                $reader->read(
                    json_encode(RandomSetup::document($seed, false), JSON_THROW_ON_ERROR),
                    Today::of(Documents::TODAY),
                ),
            );
            $states = 1;
            foreach ((new Board($reach->setup->withoutLimits()))->cells as $cell) {
                $states *= $cell->size;
            }
            if ($states <= 3_000) {
                yield $seed => $reach;
            }
        }
    }

    /**
     * @param list<Demand> $demands
     */
    private static function isPossible(Board $board, int $target, array $demands): bool
    {
        $p = $board->props->all([$target, ...array_map(static fn(Demand $d): int => $d->p, $demands)]);
        foreach (self::assignments($board) as $letters) {
            if ($board->props->holds($p, $letters)) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param list<Demand> $demands
     * @param list<Cause> $causes
     *
     * @return list<Demand>
     */
    private static function within(array $demands, array $causes): array
    {
        $known = array_map(static fn(Cause $c): string => $c->kind->value . $c->at, $causes);

        return array_values(
            array_filter(
                $demands,
                static fn(Demand $d): bool => [] ===
                    array_diff(array_map(static fn(Cause $c): string => $c->kind->value . $c->at, $d->causes), $known),
            ),
        );
    }

    /**
     * @return iterable<array<int, int>> every way to give each cell a letter
     */
    private static function assignments(Board $board): iterable
    {
        $sizes = array_map(static fn($cell): int => $cell->size, $board->cells);
        $letters = array_fill(0, count($sizes), 0);
        while (true) {
            yield $letters;
            for ($cell = count($sizes) - 1; $cell >= 0 && ++$letters[$cell] === $sizes[$cell]; --$cell) {
                $letters[$cell] = 0;
            }
            if ($cell < 0) {
                return;
            }
        }
    }
}
