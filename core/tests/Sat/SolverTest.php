<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Sat;

use Ithrel\Core\Sat\GivenUp;
use Ithrel\Core\Sat\Solver;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

final class SolverTest extends TestCase
{
    #[TestDox('on random clauses it says what trying everything says, and blames assumptions that do exclude it')]
    public function testAgainstTryingEverything(): void
    {
        $possible = $excluded = 0;
        for ($seed = 0; $seed < 400; ++$seed) {
            $random = new Randomizer(new Mt19937($seed));
            $variables = $random->getInt(4, 9);
            $solver = new Solver(0 === $seed % 2 ? 1 : 100);
            for ($i = 0; $i < $variables; ++$i) {
                $solver->variable();
            }
            $literal = static fn(): int => $random->getInt(1, $variables) * (1 === $random->getInt(0, 1) ? 1 : -1);
            $clauses = [];
            $one = range(1, $random->getInt(1, 3));
            $solver->atMostOne($one);
            foreach ($one as $a) {
                foreach ($one as $b) {
                    if ($a < $b) {
                        $clauses[] = [-$a, -$b];
                    }
                }
            }
            $assumptions = [];
            for ($question = 0; $question < 12; ++$question) {
                // Every other question is of the same clauses, and begins as the one before.
                for ($n = 0 === $question % 2 ? $random->getInt(2, 6) : 0; $n > 0; --$n) {
                    $clause = array_map(static fn(): int => $literal(), range(1, $random->getInt(2, 3)));
                    $clauses[] = $clause;
                    $solver->clause($clause);
                }
                $shared = array_slice($assumptions, 0, $random->getInt(0, 3));
                $assumptions = [
                    ...$shared,
                    ...array_map(static fn(): int => $literal(), range(1, $random->getInt(1, 4))),
                ];
                $found = $solver->excluding($assumptions, range(1, $variables), 10_000);
                $where = sprintf('Seed %d, question %d', $seed, $question);
                self::assertSame(self::isPossible($variables, $clauses, $assumptions), null === $found, $where);
                if (null === $found) {
                    ++$possible;
                    continue;
                }
                ++$excluded;
                self::assertSame([], array_diff($found, $assumptions), $where);
                self::assertFalse(self::isPossible($variables, $clauses, $found), $where);
            }
        }
        self::assertGreaterThan(800, $possible);
        self::assertGreaterThan(800, $excluded);
    }

    public function testAQuestionThatIsTooLongIsGivenUp(): void
    {
        // Nine pigeons in eight holes: no short proof is found by learning clauses (Haken 1985).
        $solver = new Solver();
        $in = [];
        for ($pigeon = 0; $pigeon < 9; ++$pigeon) {
            for ($hole = 0; $hole < 8; ++$hole) {
                $in[$hole][] = $all[$pigeon][] = $solver->variable();
            }
            $solver->clause($all[$pigeon]);
        }
        array_map($solver->atMostOne(...), $in);
        $this->expectException(GivenUp::class);
        $solver->excluding([], array_merge(...$in), 2_000);
    }

    /**
     * @param list<list<int>> $clauses
     * @param list<int> $assumptions
     */
    private static function isPossible(int $variables, array $clauses, array $assumptions): bool
    {
        for ($bits = 0; $bits < 1 << $variables; ++$bits) {
            $holds = static fn(int $literal): bool => (1 === (($bits >> (abs($literal) - 1)) & 1)) === $literal > 0;
            foreach ($assumptions as $literal) {
                if (!$holds($literal)) {
                    continue 2;
                }
            }
            foreach ($clauses as $clause) {
                if ([] === array_filter($clause, $holds)) {
                    continue 2;
                }
            }

            return true;
        }

        return false;
    }
}
