<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Reach;

use Ithrel\Core\Document\Today;
use Ithrel\Core\Reach\ChoicesWhere;
use Ithrel\Core\Reach\Diagram;
use Ithrel\Core\Reach\Propositions;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\WhereCounts;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Core\Tests\Support\RandomSetup;
use Ithrel\Core\Tests\Support\Seeds;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;

/**
 * Two ways to the combinations in which a proposition holds: out of the diagram that is there, and compiled
 * anew with it.
 */
final class ChoicesWhereTest extends TestCase
{
    #[TestDox('of random propositions both ways count alike, and tell the same combination')]
    public function testBothWaysAgree(): void
    {
        $asked = $held = 0;
        $start = Seeds::first();
        for ($seed = $start; $seed < $start + 400; ++$seed) {
            $json = json_encode(RandomSetup::document($seed, 0 === $seed % 2, 6 + ($seed % 4)), JSON_THROW_ON_ERROR);
            $reach = new Reach(Reader::shipped()->read($json, Today::of(Documents::TODAY)));
            if (0 === gmp_sign($reach->selectable())) {
                continue;
            }
            $where = new WhereCounts($reach);
            mt_srand($seed);
            foreach ($reach->components as $c => $component) {
                for ($i = 0; $i < 4 && null !== $component->choices; ++$i) {
                    $p = self::proposition($reach, $component->choices);
                    if ($p <= Propositions::TRUE) {
                        continue;
                    }
                    $anew = $where->stockedWhere([$c], [], $p, false);
                    $said = sprintf('Seed %d, component %d, proposition %d', $seed, $c, $i);
                    $choices = new ChoicesWhere($reach->board, $component->choices);
                    self::assertSame(
                        gmp_strval(Diagram::root($anew, true)),
                        gmp_strval($choices->count($p) ?? gmp_init(-1)),
                        $said,
                    );
                    ++$asked;
                    if (0 === gmp_sign(Diagram::root($anew, true))) {
                        self::assertNull($choices->fewestAnswers($p), $said);
                        continue;
                    }
                    ++$held;
                    self::assertSame($anew->fewestAnswers($reach->board->cells), $choices->fewestAnswers($p), $said);
                }
            }
        }
        self::assertGreaterThan(1_000, $asked);
        self::assertGreaterThan($asked / 3, $held);
    }

    /** Two to five atoms of a diagram's cells, joined. */
    private static function proposition(Reach $reach, Diagram $choices): int
    {
        $props = $reach->board->props;
        $atoms = [];
        for ($n = mt_rand(2, 5); $n > 0 && [] !== $choices->cells; --$n) {
            $cell = $choices->cells[mt_rand(0, count($choices->cells) - 1)];
            $letters = array_filter(
                array_fill(0, $reach->board->cells[$cell]->size, true),
                static fn(): bool => 0 === mt_rand(0, 1),
            );
            $atom = $props->literal($cell, $letters);
            $several = $reach->board->cellsOf[$reach->board->cells[$cell]->option];
            if (count($several) > 1 && 0 === mt_rand(0, 2)) {
                $atom = $props->count($several[0], $several[count($several) - 1], mt_rand(1, 2), 0 === mt_rand(0, 1));
            }
            $atoms[] = 0 === mt_rand(0, 3) ? $props->not($atom) : $atom;
        }
        $half = intdiv(count($atoms), 2);

        return $props->any([$props->all(array_slice($atoms, 0, $half + 1)), $props->all(array_slice($atoms, $half))]);
    }
}
