<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach\Reason;

use Ithrel\Core\Reach\Board;
use Ithrel\Core\Reach\Propositions;

/**
 * Among demands that together exclude something, a set of places of which none can be spared.
 *
 * Nearby demands are taken in until they exclude it; then QuickXplain (Junker 2004, "Preferred explanations
 * and relaxations for over-constrained problems") keeps what is needed, nearest first.
 */
final readonly class SmallestReason
{
    private Satisfier $satisfier;

    /** Demands that a quick look takes in; what lies further away rarely has a share. */
    private const NEARBY = 48;

    public function __construct(private Board $board, int $mostSplits = 200_000)
    {
        $this->satisfier = new Satisfier($board, $mostSplits);
    }

    /**
     * Whether demands near a target exclude it; false also where those further away would be needed.
     *
     * @param list<Demand> $demands
     * @param list<int>    $from
     *
     * @throws Undecided
     */
    public function isExcluded(int $target, array $demands, array $from): bool
    {
        return !$this->holds($target, array_slice($this->byDistance([...$this->optionsIn($target), ...$from], $demands), 0, self::NEARBY));
    }

    /**
     * @param int          $target  proposition that is excluded
     * @param list<Demand> $demands all that may have a share in it
     * @param list<int>    $from    further options that it is about
     *
     * @return list<Cause>|null null where the demands do not exclude it
     *
     * @throws Undecided
     */
    public function find(int $target, array $demands, array $from = []): ?array
    {
        $near = $this->byDistance([...$this->optionsIn($target), ...$from], $demands);
        $count = count($near);
        $size = min(6, $count);
        $taken = array_slice($near, 0, $size);
        while ($this->holds($target, $taken)) {
            if ($size === $count) {
                return null;
            }
            $size = min(2 * $size, $count);
            $taken = array_slice($near, 0, $size);
        }
        $kept = $this->holds($target, []) ? $this->explain($target, false, $taken) : [];
        $causes = [];
        foreach ($kept as $demand) {
            foreach ($demand->causes as $cause) {
                $causes[$cause->kind->value.' '.$cause->at] = $cause;
            }
        }

        return $this->withoutSpare($target, $demands, $causes);
    }

    /**
     * One place can carry two demands, so what is kept is looked at once more place by place.
     *
     * @param list<Demand>         $demands
     * @param array<string, Cause> $causes
     *
     * @return list<Cause>
     */
    private function withoutSpare(int $target, array $demands, array $causes): array
    {
        do {
            $spare = null;
            foreach (array_keys($causes) as $key) {
                $without = $causes;
                unset($without[$key]);
                if (count($causes) > 1 && !$this->holds($target, self::within($demands, $without))) {
                    $spare = $key;
                    break;
                }
            }
            if (null !== $spare) {
                unset($causes[$spare]);
            }
        } while (null !== $spare);

        return array_values($causes);
    }

    /**
     * @param list<Demand>         $demands
     * @param array<string, Cause> $causes
     *
     * @return list<Demand> those all of whose places are among the causes
     */
    private static function within(array $demands, array $causes): array
    {
        return array_values(array_filter($demands, static function (Demand $demand) use ($causes): bool {
            foreach ($demand->causes as $cause) {
                if (!isset($causes[$cause->kind->value.' '.$cause->at])) {
                    return false;
                }
            }

            return true;
        }));
    }

    /**
     * @param bool         $added   whether something was added to the background since it was last looked at
     * @param list<Demand> $demands that exclude the background together, not empty
     *
     * @return list<Demand>
     */
    private function explain(int $background, bool $added, array $demands): array
    {
        if ($added && !$this->satisfier->isPossible($background)) {
            return [];
        }
        if (1 === count($demands)) {
            return $demands;
        }
        $half = intdiv(count($demands), 2);
        $first = array_slice($demands, 0, $half);
        $second = array_slice($demands, $half);
        $fromSecond = $this->explain($this->joined($background, $first), true, $second);
        $fromFirst = $this->explain($this->joined($background, $fromSecond), [] !== $fromSecond, $first);

        return [...$fromFirst, ...$fromSecond];
    }

    /**
     * @param list<Demand> $demands
     */
    private function holds(int $target, array $demands): bool
    {
        return $this->satisfier->isPossible($this->joined($target, $demands));
    }

    /**
     * @param list<Demand> $demands
     */
    private function joined(int $target, array $demands): int
    {
        return $this->board->props->all([$target, ...array_map(static fn (Demand $d): int => $d->p, $demands)]);
    }

    /**
     * Demands by how many steps, from option to option, they are away; those that no step reaches last.
     *
     * @param list<int>    $from    options
     * @param list<Demand> $demands
     *
     * @return list<Demand>
     */
    private function byDistance(array $from, array $demands): array
    {
        $byOption = $optionsOf = [];
        foreach ($demands as $i => $demand) {
            $optionsOf[$i] = $this->optionsIn($demand->p);
            foreach ($optionsOf[$i] as $option) {
                $byOption[$option][] = $i;
            }
        }
        $distance = [];
        $queue = $from;
        $seen = array_fill_keys($queue, true);
        for ($i = 0; $i < count($queue); ++$i) {
            foreach ($byOption[$queue[$i]] ?? [] as $demand) {
                if (!isset($distance[$demand])) {
                    $distance[$demand] = count($distance);
                    foreach ($optionsOf[$demand] as $option) {
                        if (!isset($seen[$option])) {
                            $seen[$option] = true;
                            $queue[] = $option;
                        }
                    }
                }
            }
        }
        $ordered = [];
        foreach (array_keys($distance) as $demand) {
            $ordered[] = $demands[$demand];
        }
        foreach ($demands as $i => $demand) {
            if (!isset($distance[$i])) {
                $ordered[] = $demand;
            }
        }

        return $ordered;
    }

    /**
     * @return list<int>
     */
    private function optionsIn(int $p): array
    {
        $options = [];
        foreach ($p > Propositions::TRUE ? array_keys($this->board->props->cellsOf($p)) : [] as $cell) {
            $options[$this->board->cells[$cell]->option] = true;
        }

        return array_keys($options);
    }
}
