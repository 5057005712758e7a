<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Reach\Reach;

/**
 * Totals where percentages of the running total come and go: each case of them is added up by itself, and all are put
 * together in the order of totals.
 */
final class CaseTotals implements Totals
{
    /** @var list<Spread> of the cases that some combination has */
    private array $spreads = [];

    /** @var list<RunningCase> */
    private array $cases = [];

    /**
     * @var list<array{
     *     ?BigDecimal,
     *     \GMP,
     *     int,
     *     \GMP,
     * }>  total, combinations, case, rank of the first of them in its case; by total, then by case
     */
    private array $parts = [];

    /**
     * @param array<int, array<int, true>> $pins see AllTotals
     *
     * @throws NotExact
     */
    public function __construct(
        Reach $reach,
        bool $unit,
        int $quantity,
        bool $most,
        array $pins,
        private readonly RunningPercents $running,
        SumForm $form,
    ) {
        foreach ($running->cases() as $case) {
            $spread = Spread::of($reach, $unit, $quantity, $most, $pins, $case, $form);
            $levels = $spread->levels();
            if ([] === $levels) {
                continue;
            }
            $rank = gmp_init(0);
            foreach ($levels as [$total, $count]) {
                $this->parts[] = [$total, $count, count($this->spreads), $rank];
                $rank = gmp_add($rank, $count);
            }
            $this->spreads[] = $spread;
            $this->cases[] = $case;
        }
        usort(
            $this->parts,
            static fn(array $a, array $b): int => [TotalOrder::compare($a[0], $b[0]), $a[2]] <=> [0, $b[2]],
        );
    }

    public function levels(): array
    {
        return TotalOrder::merged(array_map(static fn(array $part): array => [$part[0], $part[1]], $this->parts));
    }

    public function count(): \GMP
    {
        return array_reduce(
            $this->parts,
            static fn(\GMP $sum, array $part): \GMP => gmp_add($sum, $part[1]),
            gmp_init(0),
        );
    }

    public function at(\GMP $rank): array
    {
        foreach ($this->parts as [, $count, $case, $first]) {
            if (gmp_cmp($rank, $count) < 0) {
                return $this->spreads[$case]->at(gmp_add($first, $rank));
            }
            $rank = gmp_sub($rank, $count);
        }
        throw new \OutOfRangeException('There is no combination of this rank.');
    }

    public function withInputs(State $choices): State
    {
        $index = array_search(
            $this->running->of($choices)->guards,
            array_map(static fn(RunningCase $c): array => $c->guards, $this->cases),
            true,
        );

        return false === $index ? $choices : $this->spreads[$index]->withInputs($choices);
    }

    public function sampled(): array
    {
        return array_values(
            array_unique(array_merge([], ...array_map(static fn(Spread $s): array => $s->sampled(), $this->spreads))),
        );
    }

    public function open(): array
    {
        return array_values(
            array_unique(array_merge([], ...array_map(static fn(Spread $s): array => $s->open(), $this->spreads))),
        );
    }

    public function hangsOnInputs(): bool
    {
        return [] !== array_filter($this->spreads, static fn(Spread $s): bool => $s->hangsOnInputs());
    }
}
