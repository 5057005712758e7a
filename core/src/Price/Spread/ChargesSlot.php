<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Price\LedgerEntry;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Price\Quote;
use Ithrel\Core\Reach\Board;

/**
 * Charges that hang on several choices at once, or on inputs: formulas, charges by the letter and by the file, charges
 * whose condition asks an input. Those that share an input are one slot, as one answer has to serve them all.
 */
final class ChargesSlot implements Slot
{
    /** @var array<string, array{int, State|null}> memory, base and side => sum, and the inputs that make it so */
    private array $known = [];

    /**
     * @param array<string, true> $charges places of the charges
     * @param array<int, true> $cells of the choices that they hang on
     * @param InputRange|null $inputs null where none has a share
     */
    public function __construct(
        private readonly Board $board,
        private readonly Pricer $pricer,
        private readonly Sums $sums,
        private readonly array $charges,
        private readonly array $cells,
        private readonly bool $ofBase,
        public readonly ?InputRange $inputs,
    ) {}

    public function cells(): array
    {
        return $this->cells;
    }

    public function start(): string
    {
        return Letters::NONE;
    }

    public function step(string $memory, int $cell, int $letter): string
    {
        return Letters::with($memory, $cell, $letter);
    }

    public function needsBase(): bool
    {
        return $this->ofBase;
    }

    public function value(string $memory, ?BigDecimal $base, bool $most): int
    {
        return $this->best($memory, $base, $most)[0];
    }

    /** The inputs that make it the least or the most with some choices; empty where none has a share. */
    public function inputsFor(State $choices, ?BigDecimal $base, bool $most): State
    {
        $memory = Letters::NONE;
        foreach (array_keys($this->cells) as $cell) {
            $memory = Letters::with($memory, $cell, $this->board->letterIn($choices, $cell));
        }

        return $this->best($memory, $base, $most)[1] ?? new State();
    }

    /**
     * @return array{int, State|null}
     */
    private function best(string $memory, ?BigDecimal $base, bool $most): array
    {
        $key = $memory . ($most ? '>' : '<') . $base;
        if (isset($this->known[$key])) {
            return $this->known[$key];
        }
        $choices = $this->board->stateOfLetters(Letters::of($memory));
        if (null === $this->inputs) {
            return $this->known[$key] = [$this->sum($choices, $base), null];
        }
        $best = null;
        foreach ($this->inputs->candidates($choices) as $state) {
            $sum = $this->sum($state, $base);
            if (null !== $best && !$this->sums->isOrdered($sum, $best[0])) {
                throw new NotExact('what is typed has a share in amounts that are rounded apart');
            }
            // Without a price sorts before every price, so that it comes to light on one side or the other.
            if (null === $best || ($most ? $sum > $best[0] : $sum < $best[0])) {
                $best = [$sum, $state];
            }
        }

        return $this->known[$key] = $best ?? [0, null];
    }

    private function sum(State $state, ?BigDecimal $base): int
    {
        return self::sumOf(
            $this->pricer->quote($state, $this->sums->quantity, $base),
            $this->charges,
            $this->sums,
            $this->pricer,
        );
    }

    /**
     * @param array<string, true> $charges
     *
     * @throws NotExact
     */
    public static function sumOf(Quote $quote, array $charges, Sums $sums, Pricer $pricer): int
    {
        $sum = 0;
        foreach ($quote->ledger as $entry) {
            if (isset($charges[$entry->at])) {
                $sum = Sums::plus($sum, self::entry($entry, $sums, $pricer));
            }
        }
        foreach ($quote->ownLines as $own) {
            if (isset($charges[$own->value->charge->at ?? $own->value->at]) && !$sums->unit) {
                $sum =
                    null === $own->lineTotal
                        ? Sums::NONE
                        : Sums::plus($sum, $sums->ofLine($own->lineTotal, $own->value->at, true));
            }
        }

        return $sum;
    }

    private static function entry(LedgerEntry $entry, Sums $sums, Pricer $pricer): int
    {
        if ($entry->perLine) {
            // A charge once a line has no share in the unit price, whatever it comes to.
            return $sums->unit
                ? 0
                : (null === $entry->amount
                    ? Sums::NONE
                    : $sums->ofLine($pricer->ofLine($entry->amount), $entry->at, false));
        }

        return null === $entry->amount ? Sums::NONE : $sums->ofPiece($entry->amount, $entry->at);
    }
}
