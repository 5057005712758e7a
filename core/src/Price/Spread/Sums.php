<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;
use Ithrel\Core\Setup\Setup;

/**
 * Amounts as whole numbers that can be added fast, in the form that SumForm says.
 *
 * Where lines are charged beside the pieces, both are one sum: pieces times quantity, and what is charged once. That is
 * the total only as long as no piece has to be rounded before. Where it has, the sums are split: what is rounded apart
 * is kept apart, in tracks that share the bits of the number, so that a sum of such numbers still sums up each track.
 */
final class Sums
{
    /** Stands for "has no price": whatever is added to it. */
    public const NONE = PHP_INT_MIN;

    /** Bits of a split sum. */
    private const BITS = 62;
    private const LINE_BITS = 21;

    /**
     * @var non-empty-list<array{
     *     int,
     *     int,
     * }>  decimal places and bits of each track; the pieces first, what is charged once last
     */
    private readonly array $tracks;

    /** Whether something is rounded before all is summed up. */
    private readonly bool $isRoundedApart;

    /** @var array<int, array<string, int>> track => place => the greatest that stood there, in its units */
    private array $greatest = [];

    /** @var array<int, int> track => all those together */
    private array $reach = [];

    /**
     * @param bool $unit whether unit prices are summed up, else totals
     * @param int $quantity pieces
     * @param bool $joined whether something is charged beside the pieces
     */
    public function __construct(
        private readonly Setup $setup,
        public readonly bool $unit,
        public readonly int $quantity,
        private readonly bool $joined,
        private readonly RunningCase $case,
        private readonly SumForm $form,
    ) {
        $this->isRoundedApart = 'line' !== $setup->rounding->at || PriceParts::sellsOnOwnLines($setup);
        $minor = $setup->currency->minorUnits;
        if (!$form->isSplit()) {
            $this->tracks = [[$form->places(), self::BITS]];
        } elseif ('effect' === $setup->rounding->at) {
            $count = count($case->rates) + 1 + ($joined ? 1 : 0);
            $this->tracks = array_fill(0, $count, [$minor, intdiv(self::BITS, $count)]);
        } else {
            $this->tracks = [[$form->places(), self::BITS - self::LINE_BITS], [$minor, self::LINE_BITS]];
        }
    }

    /**
     * @param string $at place of the amount
     *
     * @throws NotExact
     */
    public function ofPiece(BigDecimal $amount, string $at): int
    {
        if ($this->isByEffect()) {
            return $this->packed($amount, $at, $this->case->segment($at));
        }
        $amount = $this->case->counts($amount, $at);
        if (!$this->joined) {
            return $this->whole($amount);
        }
        if ($this->form->isSplit()) {
            return $this->packed(
                'line' === $this->setup->rounding->at ? $amount->multipliedBy($this->quantity) : $amount,
                $at,
                0,
            );
        }
        if (
            $this->isRoundedApart &&
            $amount->strippedOfTrailingZeros()->getScale() > $this->setup->currency->minorUnits
        ) {
            throw new NotExact('amounts that have to be rounded stand beside charges once a line', true);
        }

        return $this->whole($amount->multipliedBy($this->quantity));
    }

    /**
     * What is charged once a line.
     *
     * @param string $at place of the amount
     * @param bool $own whether it is a line beside the item's
     *
     * @throws NotExact
     */
    public function ofLine(BigDecimal $amount, string $at, bool $own): int
    {
        // It is no part of the running total, so it counts the same in every case.
        if ($this->unit || $this->case->isChange) {
            return 0;
        }
        if (!$this->form->isSplit()) {
            return $this->whole($amount);
        }

        return $this->packed(
            $amount,
            $at,
            !$own && 'line' === $this->setup->rounding->at ? 0 : count($this->tracks) - 1,
        );
    }

    /** The unit price or the total that a sum stands for; null where there is none. */
    public function total(int $sum): ?BigDecimal
    {
        if (self::NONE === $sum) {
            return null;
        }
        $parts = $this->parts($sum);
        $once = $this->form->isSplit() && $this->joined ? array_pop($parts) : null;
        $piece = $this->running($parts);
        if ($this->unit) {
            return $this->setup->rounded($piece);
        }
        $isLine = 'line' === $this->setup->rounding->at;
        if ($this->joined) {
            return null === $once
                ? $this->setup->rounded($piece)
                : ($isLine
                    ? $this->setup->rounded($piece)
                    : $this->setup->rounded($piece)->multipliedBy($this->quantity)
                )->plus($once);
        }

        return $isLine
            ? $this->setup->rounded($piece->multipliedBy($this->quantity))
            : $this->setup->rounded($piece)->multipliedBy($this->quantity);
    }

    /** What a sum, or a difference of sums, stands for before anything is rounded; null where there is no price. */
    public function unrounded(int $sum): ?BigDecimal
    {
        $once = BigDecimal::zero();
        if (self::NONE === $sum) {
            return null;
        }
        $parts = $this->parts($sum);
        if ($this->form->isSplit() && $this->joined) {
            $once = array_pop($parts) ?? $once;
        }
        $piece = $parts[0] ?? $once;

        return ($this->form->isSplit() && $this->joined && 'line' !== $this->setup->rounding->at
            ? $piece->multipliedBy($this->quantity)
            : $piece
        )
            ->plus($once)
            ->strippedOfTrailingZeros();
    }

    /** Whether a greater of the two makes the greater total, whatever is added to both. */
    public function isOrdered(int $a, int $b): bool
    {
        if (1 === count($this->tracks) || self::NONE === $a || self::NONE === $b) {
            return true;
        }
        $differing = 0;
        foreach ($this->parts($a) as $track => $part) {
            $differing += $part->isEqualTo($this->parts($b)[$track] ?? $part) ? 0 : 1;
        }

        return $differing < 2;
    }

    /** Whether sums in their order are totals in their order. */
    public function isSorted(): bool
    {
        return 1 === count($this->tracks);
    }

    public static function plus(int $a, int $b): int
    {
        return self::NONE === $a || self::NONE === $b ? self::NONE : $a + $b;
    }

    /** Whether each amount is rounded where a percentage of the running total stands between. */
    private function isByEffect(): bool
    {
        return $this->form->isSplit() && 'effect' === $this->setup->rounding->at;
    }

    /**
     * @param list<BigDecimal> $segments what is added before the first percentage, and after each
     */
    private function running(array $segments): BigDecimal
    {
        $running = $segments[0] ?? BigDecimal::zero();
        foreach ($this->isByEffect() ? $this->case->rates : [] as $i => $rate) {
            $running = $running
                ->plus($this->setup->rounded($running->multipliedBy($rate)->multipliedBy('0.01')))
                ->plus($segments[$i + 1] ?? BigDecimal::zero());
        }

        return $running;
    }

    /**
     * @return list<BigDecimal> by track
     */
    private function parts(int $sum): array
    {
        $parts = [];
        for ($track = count($this->tracks) - 1; $track > 0; --$track) {
            [$places, $bits] = $this->tracks[$track];
            $half = 1 << ($bits - 1);
            $part = (($sum + $half) & ((1 << $bits) - 1)) - $half;
            $sum = ($sum - $part) >> $bits;
            array_unshift($parts, BigDecimal::ofUnscaledValue($part, $places));
        }
        array_unshift($parts, BigDecimal::ofUnscaledValue($sum, $this->tracks[0][0]));

        return $parts;
    }

    private function packed(BigDecimal $amount, string $at, int $track): int
    {
        [$places, $bits] = $this->tracks[$track];
        $units = $this->units($amount, $places);
        $before = $this->greatest[$track][$at] ?? 0;
        if (abs($units) > $before) {
            $this->greatest[$track][$at] = abs($units);
            $this->reach[$track] = ($this->reach[$track] ?? 0) + abs($units) - $before;
            if ($this->reach[$track] >= 1 << ($bits - 2)) {
                throw new NotExact('amounts that have to be rounded apart are too large to be added up', true);
            }
        }
        for ($below = $track + 1; $below < count($this->tracks); ++$below) {
            $units <<= $this->tracks[$below][1];
        }

        return $units;
    }

    private function whole(BigDecimal $amount): int
    {
        return $this->units($amount, $this->form->places());
    }

    private function units(BigDecimal $amount, int $places): int
    {
        if ($amount->abs()->isGreaterThan($this->form->most())) {
            throw new NotExact(sprintf('an amount is above %s', $this->form->most()), true);
        }
        if ($amount->strippedOfTrailingZeros()->getScale() > $places) {
            throw new NotExact(sprintf('an amount has more than %d decimals', $places), true);
        }

        return $amount->toScale($places, RoundingMode::Unnecessary)->getUnscaledValue()->toInt();
    }
}
