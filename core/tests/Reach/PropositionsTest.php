<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Reach;

use Ithrel\Core\Reach\Propositions;
use PHPUnit\Framework\TestCase;

/**
 * The algebra of conditions against plain truth tables.
 */
final class PropositionsTest extends TestCase
{
    // Two picks of two and three values, and a several of three.
    private const SIZES = [3, 4, 2, 2, 2];

    private Propositions $props;

    protected function setUp(): void
    {
        $offsets = [];
        $letters = 0;
        foreach (self::SIZES as $size) {
            $offsets[] = $letters;
            $letters += $size;
        }
        $this->props = new Propositions(self::SIZES, $offsets, $letters);
    }

    public function testEqualPropositionsHaveOneNumber(): void
    {
        $p = $this->props;
        $a = $p->literal(0, [0 => true]);
        $b = $p->literal(1, [1 => true, 2 => true]);
        self::assertSame($p->all([$a, $b]), $p->all([$b, $a, Propositions::TRUE, $p->all([$a])]));
        self::assertSame($p->literal(0, [0 => true, 1 => true]), $p->any([$a, $p->literal(0, [1 => true])]));
        self::assertSame(Propositions::FALSE, $p->all([$a, $p->literal(0, [2 => true])]), 'One pick has one answer.');
        self::assertSame(Propositions::TRUE, $p->any([$b, $p->not($b)]));
        self::assertSame($a, $p->not($p->not($a)));
        self::assertSame([Propositions::TRUE, Propositions::FALSE], [$p->all([]), $p->any([])]);
        self::assertSame([Propositions::TRUE, Propositions::FALSE], [$p->count(2, 4, 0), $p->count(2, 4, 4)]);
    }

    /**
     * Whatever is built: its truth, its negation's, and what is left of it after each decision fit the truth table.
     */
    public function testAgainstTruthTables(): void
    {
        mt_srand(20261124);
        for ($i = 0; $i < 300; ++$i) {
            [$proposition, $truth] = $this->random(3);
            $negation = $this->props->not($proposition);
            foreach (self::assignments() as $letters) {
                $expected = $truth($letters);
                self::assertSame($expected, $this->props->holds($proposition, $letters));
                self::assertSame(!$expected, $this->props->holds($negation, $letters));
                $left = $proposition;
                foreach ($letters as $cell => $letter) {
                    $left = $this->props->given($left, $cell, $letter);
                }
                self::assertSame($expected ? Propositions::TRUE : Propositions::FALSE, $left);
            }
            self::assertSame($truth([2, 3, 1, 1, 1]), $this->props->holdsUnanswered($proposition));
        }
    }

    public function testOnlyTheCellsMentionedMatter(): void
    {
        $p = $this->props->any([$this->props->literal(0, [0 => true]), $this->props->count(2, 4, 2)]);
        self::assertSame([0, 2, 3, 4], self::sorted(array_keys($this->props->cellsOf($p))));
        self::assertSame($p, $this->props->given($p, 1, 0));
        self::assertSame(
            [3, 4],
            self::sorted(array_keys($this->props->cellsOf($this->props->given($this->props->given($p, 0, 1), 2, 0)))),
        );
    }

    /**
     * @return array{int, callable(array<int, int>): bool}
     */
    private function random(int $depth): array
    {
        if (0 === $depth || 0 === mt_rand(0, 3)) {
            if (0 === mt_rand(0, 2)) {
                $n = mt_rand(0, 4);
                $negated = 1 === mt_rand(0, 1);

                return [
                    $this->props->count(2, 4, $n, $negated),
                    static fn(array $l): bool => count(
                        array_filter([$l[2], $l[3], $l[4]], static fn(int $x): bool => 0 === $x),
                    ) >=
                        $n !==
                        $negated,
                ];
            }
            $cell = mt_rand(0, 4);
            $set = [];
            for ($letter = 0; $letter < self::SIZES[$cell]; ++$letter) {
                if (1 === mt_rand(0, 1)) {
                    $set[$letter] = true;
                }
            }

            return [$this->props->literal($cell, $set), static fn(array $l): bool => isset($set[$l[$cell]])];
        }
        $parts = $truths = [];
        for ($n = mt_rand(0, 3); $n > 0; --$n) {
            [$parts[], $truths[]] = $this->random($depth - 1);
        }
        if (1 === mt_rand(0, 1)) {
            return [
                $this->props->all($parts),
                static fn(array $l): bool => [] === array_filter($truths, static fn(callable $t): bool => !$t($l)),
            ];
        }

        return [
            $this->props->any($parts),
            static fn(array $l): bool => [] !== array_filter($truths, static fn(callable $t): bool => $t($l)),
        ];
    }

    /**
     * @return iterable<list<int>>
     */
    private static function assignments(): iterable
    {
        for ($n = 0; $n < array_product(self::SIZES); ++$n) {
            $letters = [];
            $rest = $n;
            foreach (self::SIZES as $size) {
                $letters[] = $rest % $size;
                $rest = intdiv($rest, $size);
            }
            yield $letters;
        }
    }

    /**
     * @param list<int> $list
     *
     * @return list<int>
     */
    private static function sorted(array $list): array
    {
        sort($list);

        return $list;
    }
}
