<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach\Reason;

use Ithrel\Core\Reach\Board;
use Ithrel\Core\Reach\Propositions;

/**
 * Among demands that together exclude something, a set of places of which none can be spared.
 *
 * Nearby demands are taken in until they exclude it; of these the solver names some that do. Then one place after the
 * other is left out, the furthest first, and stays out where the rest still excludes it.
 */
final class SmallestReason
{
    /** Demands that a quick look takes in; what lies further away rarely has a share. */
    private const NEARBY = 48;

    /** Steps of the solver for one question. */
    private const STEPS_OF_A_QUESTION = 200_000;

    private readonly DemandClauses $clauses;

    /**
     * @param int $mostSteps of all questions together
     */
    public function __construct(private readonly Board $board, private readonly int $mostSteps = 4_000_000)
    {
        $this->clauses = new DemandClauses($board);
    }

    /**
     * Whether demands near a target exclude it; false also where those further away would be needed.
     *
     * @param list<int> $from options
     *
     * @throws Undecided
     */
    public function isExcluded(int $target, DemandSet $demands, array $from): bool
    {
        $near = [];
        foreach ($demands->nearest([...$demands->optionsIn($target), ...$from]) as $demand) {
            $near[] = $demand;
            if (count($near) >= self::NEARBY) {
                break;
            }
        }

        return null !== $this->excluding($target, $near);
    }

    /**
     * @param int $target proposition that is excluded
     * @param list<Demand> $own further demands, looked at first
     * @param list<int> $from further options that it is about
     *
     * @return list<Cause>|null null where the demands do not exclude it
     *
     * @throws Undecided
     */
    public function find(int $target, DemandSet $demands, array $own = [], array $from = []): ?array
    {
        if (null !== $this->excluding($target, [])) {
            return [];
        }
        $causes = $this->causes($this->nearest($target, $demands, $own, $from));
        if (null === $causes) {
            return null;
        }
        $needed = [];
        while (count($causes) > 1) {
            $open = array_diff_key($causes, $needed);
            $spared = array_key_last($open);
            if (null === $spared) {
                break;
            }
            $rest = array_diff_key($causes, [$spared => true]);
            $left = $this->causes($this->excluding($target, [...self::among($own, $rest), ...$demands->within($rest)]));
            if (null === $left) {
                $needed[$spared] = true;
            } else {
                // In the order in which they were met, so that what is near stays.
                $causes = array_intersect_key($rest, $left);
            }
        }

        return array_values($causes);
    }

    /**
     * Demands that exclude the target, out of the nearest that do.
     *
     * @param list<Demand> $own
     * @param list<int> $from
     *
     * @return list<Demand>|null nearest first
     */
    private function nearest(int $target, DemandSet $demands, array $own, array $from): ?array
    {
        $taken = $own;
        $size = 6;
        foreach ($demands->nearest([...$demands->optionsIn($target), ...$from]) as $demand) {
            if (Propositions::TRUE === $this->beside($target, $demand)) {
                continue;
            }
            $taken[] = $demand;
            if (count($taken) >= $size) {
                $excluding = $this->excluding($target, $taken);
                if (null !== $excluding) {
                    return $excluding;
                }
                $size *= 2;
            }
        }

        return $this->excluding($target, $taken);
    }

    /**
     * @param list<Demand> $demands
     *
     * @return list<Demand>|null some of them that exclude the target, in their order; null where they do not
     */
    private function excluding(int $target, array $demands): ?array
    {
        $left = $this->mostSteps - $this->clauses->steps();
        if ($left < 1) {
            throw new Undecided();
        }
        $asked = array_map(fn(Demand $demand): int => $this->beside($target, $demand), $demands);
        $blamed = $this->clauses->excluding([$target, ...$asked], min($left, self::STEPS_OF_A_QUESTION));
        if (null === $blamed) {
            return null;
        }
        $blamed = array_fill_keys($blamed, true);
        $excluding = [];
        foreach ($demands as $i => $demand) {
            if (isset($blamed[$asked[$i]])) {
                $excluding[] = $demand;
                unset($blamed[$asked[$i]]);
            }
        }

        return $excluding;
    }

    /**
     * What a demand still asks where a target is a value that is chosen: of thousands of rows only those with that
     * value are left. Elsewhere what it asks.
     */
    private function beside(int $target, Demand $demand): int
    {
        $atom = $this->board->props->atom($target);
        // The bits of a several cannot be set one by one, as its picks are counted in their order.
        if (null === $atom || 1 !== count($atom[1]) || null !== $this->board->cells[$atom[0]]->bit) {
            return $demand->p;
        }

        return $this->board->props->given($demand->p, $atom[0], array_key_first($atom[1]));
    }

    /**
     * @param list<Demand>|null $demands
     *
     * @return array<string, Cause>|null by their keys
     */
    private function causes(?array $demands): ?array
    {
        $causes = null === $demands ? null : [];
        foreach ($demands ?? [] as $demand) {
            foreach ($demand->causes as $cause) {
                $causes[$cause->key()] ??= $cause;
            }
        }

        return $causes;
    }

    /**
     * @param list<Demand> $demands
     * @param array<string, Cause> $causes
     *
     * @return list<Demand> those all of whose places are among the causes
     */
    private static function among(array $demands, array $causes): array
    {
        return array_values(
            array_filter($demands, static function (Demand $demand) use ($causes): bool {
                foreach ($demand->causes as $cause) {
                    if (!isset($causes[$cause->key()])) {
                        return false;
                    }
                }

                return true;
            }),
        );
    }
}
