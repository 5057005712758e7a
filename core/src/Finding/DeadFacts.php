<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding;

use Ithrel\Core\Reach\Known;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\Reason\Cause;
use Ithrel\Core\Reach\Reason\CauseKind;
use Ithrel\Core\Reach\Reason\Reasons;

/**
 * Dead options and values with their reasons, sorted into roots and what follows from them.
 *
 * A fact follows from another where its reason has the other for a step, or holds all places of the other's and more,
 * or the same ones; then mending the root mends it, or shows what else stands in its way.
 */
final class DeadFacts
{
    /** @var list<DeadFact> options first, both in display order */
    private array $facts = [];

    public function __construct(private readonly Reach $reach)
    {
        $known = new Known($reach);
        $deadOptions = $known->deadOptions();
        $isDead = array_fill_keys($deadOptions, true);
        $all = [];
        foreach ($deadOptions as $option) {
            $all[] = [$option, null, false];
        }
        foreach ($known->deadValues() as ['option' => $option, 'value' => $value, 'offered' => $offered]) {
            if (!isset($isDead[$option])) {
                $all[] = [$option, $value, $offered];
            }
        }
        // In walk order, so that what a fact follows from is known when its turn comes.
        $walked = array_flip($reach->board->dependencies->walk);
        $order = array_keys($all);
        usort(
            $order,
            static fn(int $a, int $b): int => [$walked[$all[$a][0]] ?? 0, $a] <=> [$walked[$all[$b][0]] ?? 0, $b],
        );
        $reasons = new Reasons($reach);
        $facts = [];
        foreach ($order as $i) {
            [$option, $value, $offered] = $all[$i];
            $facts[$i] = new DeadFact(
                $option,
                $value,
                $offered,
                null === $value ? $reasons->ofDeadOption($option) : $reasons->ofDeadValue($option, $value, $offered),
            );
            if ($this->mayBeRoot($facts[$i]) && null !== self::places($facts[$i])) {
                $reasons->add($option, $value, $offered, (string) $i);
            }
        }
        ksort($facts);
        $this->facts = array_values($facts);
    }

    /** A value kept for later is no fault, so what waits for it is told as a fault of its own. */
    private function mayBeRoot(DeadFact $fact): bool
    {
        return null === $fact->value || !$this->reach->setup->options[$fact->option]->values[$fact->value]->hidden;
    }

    /**
     * @return list<array{DeadFact, list<DeadFact>}> each root with what follows from it
     */
    public function roots(): array
    {
        $followers = $places = $rootOf = [];
        // One fact for each set of places, under one of its places: whatever follows from it has that place too.
        $heads = $isSeen = [];
        foreach ($this->facts as $i => $fact) {
            $places[$i] = self::places($fact);
            if (null !== $places[$i] && $this->mayBeRoot($fact)) {
                $set = array_keys($places[$i]);
                sort($set);
                $key = implode("\n", $set);
                if (!isset($isSeen[$key])) {
                    $isSeen[$key] = true;
                    $heads[$set[0]][] = $i;
                }
            }
        }
        foreach (array_keys($this->facts) as $i) {
            $rootOf[$i] = $i;
            $candidates = array_merge(
                ...array_map(static fn(string $place): array => $heads[$place] ?? [], array_keys($places[$i] ?? [])),
            );
            foreach ($this->facts[$i]->causes ?? [] as $cause) {
                if (CauseKind::Known === $cause->kind) {
                    // It has that fact for a step of its own.
                    $rootOf[$i] = (int) $cause->at;
                    continue 2;
                }
            }
            sort($candidates);
            foreach ($candidates as $j) {
                if (
                    $i !== $j &&
                    null !== $places[$i] &&
                    null !== $places[$j] &&
                    $this->follows($places[$i], $places[$j], $j < $i) &&
                    ($rootOf[$i] === $i || count($places[$j]) < count($places[$rootOf[$i]] ?? []))
                ) {
                    $rootOf[$i] = $j;
                }
            }
        }
        foreach ($rootOf as $i => $root) {
            for ($steps = 0; $rootOf[$root] !== $root && $steps < count($rootOf); ++$steps) {
                $root = $rootOf[$root];
            }
            $followers[$root] ??= [];
            if ($root !== $i) {
                $followers[$root][] = $this->facts[$i];
            }
        }
        ksort($followers);
        $roots = [];
        foreach ($followers as $root => $following) {
            $roots[] = [$this->facts[$root], $following];
        }

        return $roots;
    }

    /**
     * @param array<string, true> $mine
     * @param array<string, true> $other
     */
    private function follows(array $mine, array $other, bool $isEarlier): bool
    {
        return [] === array_diff_key($other, $mine) && (count($other) < count($mine) || $isEarlier);
    }

    /**
     * Places by which facts are compared; null where they say too little. A missing row is a different one each time.
     *
     * @return array<string, true>|null
     */
    private static function places(DeadFact $fact): ?array
    {
        $places = [];
        foreach ($fact->causes ?? [] as $cause) {
            if (CauseKind::MissingRow === $cause->kind) {
                return null;
            }
            $places[$cause->kind->value . $cause->at] = true;
        }

        return [] === $places ? null : $places;
    }

    /**
     * The place where a fact is told: its only cause, else its own condition, else itself.
     */
    public static function placeOf(DeadFact $fact, Reach $reach): string
    {
        $option = $reach->setup->options[$fact->option];
        $own = null === $fact->value ? $option->at : $option->values[$fact->value]->at;
        $causes = $fact->causes ?? [];
        if (
            1 === count($causes) &&
            !in_array($causes[0]->kind, [CauseKind::MissingRow, CauseKind::RowStock, CauseKind::PartStock], true)
        ) {
            return $causes[0]->at;
        }
        foreach ($causes as $cause) {
            if (str_starts_with($cause->at, $own . '/') && $cause->value === $fact->value) {
                return $cause->at;
            }
        }

        return $own;
    }

    /**
     * @param list<Cause> $causes
     */
    public static function isOnly(array $causes, CauseKind ...$kinds): bool
    {
        foreach ($causes as $cause) {
            if (!in_array($cause->kind, $kinds, true)) {
                return false;
            }
        }

        return [] !== $causes;
    }
}
