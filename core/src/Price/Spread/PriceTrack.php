<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;

/**
 * Follows the price of one combination decision by decision: what each adds, and what has to be remembered.
 */
final class PriceTrack
{
    /** @var array<int, list<int>> position => slots that it settles, the base first */
    private readonly array $settledAt;

    /** @var array<int, list<int>> cell => slots that hang on it */
    private readonly array $touched;

    /**
     * @param list<Slot> $slots settled within the cells
     * @param list<int> $cells in the order of decision
     * @param bool $most see Slot::value()
     */
    public function __construct(
        private readonly PriceParts $parts,
        private readonly array $slots,
        array $cells,
        private readonly bool $most,
    ) {
        $positionOf = array_flip($cells);
        $last = $touched = $settled = [];
        foreach ($slots as $i => $slot) {
            $last[$i] = max([0, ...array_intersect_key($positionOf, $slot->cells())]);
            foreach (array_keys($slot->cells()) as $cell) {
                $touched[$cell][] = $i;
            }
        }
        $base = array_search($parts->base, $slots, true);
        foreach ($last as $i => $at) {
            $settled[false !== $base && $slots[$i]->needsBase() ? max($at, $last[$base]) : $at][] = $i;
        }
        foreach ($settled as $at => $list) {
            usort($list, static fn(int $a, int $b): int => ($a === $base ? -1 : $a) <=> ($b === $base ? -1 : $b));
            $settled[$at] = $list;
        }
        $this->settledAt = $settled;
        $this->touched = $touched;
    }

    /**
     * What is remembered before the first decision.
     *
     * @return array{list<string|null>, BigDecimal|null} memory of each slot, null where it is settled; the base while
     *                                                   it is needed
     */
    public function start(): array
    {
        return [array_map(static fn(Slot $s): string => $s->start(), $this->slots), null];
    }

    /**
     * @param array{list<string|null>, BigDecimal|null} $memory
     *
     * @return array{array{list<string|null>, BigDecimal|null}, int}|null memory after the decision, and the sum that it
     *                                                                    adds; null where it is not let through
     *
     * @throws NotExact
     */
    public function decide(array $memory, int $position, int $cell, int $letter): ?array
    {
        [$kept, $base] = $memory;
        $sum = $this->parts->direct[$cell][$letter] ?? 0;
        foreach ($this->touched[$cell] ?? [] as $i) {
            if (null !== $kept[$i]) {
                $after = $this->slots[$i]->step($kept[$i], $cell, $letter);
                if (null === $after) {
                    return null;
                }
                $kept[$i] = '' === $after ? null : $after;
            }
        }
        foreach ($this->settledAt[$position] ?? [] as $i) {
            if (null === $kept[$i]) {
                continue;
            }
            $slot = $this->slots[$i];
            if ($slot instanceof BaseSlot) {
                $base = $slot->base($kept[$i]);
            }
            $sum = Sums::plus(
                $sum,
                $slot->value($kept[$i], $slot->needsBase() ? $base ?? $this->parts->constantBase : null, $this->most),
            );
            $kept[$i] = null;
        }
        foreach ($kept as $i => $text) {
            if (null !== $text && null !== $base && $this->slots[$i]->needsBase()) {
                return [[$kept, $base], $sum];
            }
        }

        return [[$kept, null], $sum];
    }

    /**
     * Equal keys are equal memories.
     *
     * @param array{list<string|null>, BigDecimal|null} $memory
     */
    public static function key(array $memory): string
    {
        return implode('|', array_map(static fn(?string $m): string => $m ?? '-', $memory[0])) . '|' . $memory[1];
    }
}
