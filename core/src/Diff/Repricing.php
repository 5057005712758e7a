<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Price\Spread\NotExact;
use Ithrel\Core\Price\Spread\OneByOne;
use Ithrel\Core\Price\Spread\PriceParts;
use Ithrel\Core\Price\Spread\RunningCase;
use Ithrel\Core\Price\Spread\RunningPercents;
use Ithrel\Core\Price\Spread\SumForm;
use Ithrel\Core\Price\Spread\Sums;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Setup\Currency;

/**
 * The combinations that two setups share and price differently, counted with how much; by the cheapest inputs or the
 * dearest. Prices are unit prices, rounded as each setup says, at its least quantity.
 */
final class Repricing
{
    private const MOST_GAPS = 200_000;

    /** Whether what is typed has a share in a price of either. */
    public bool $hangsOnInputs = false;

    private \GMP $count;
    private ?BigDecimal $least = null;
    private ?BigDecimal $greatest = null;

    /** @var list<State>|null of the new setup, in its listing order */
    private ?array $first = null;

    /**
     * @param Pairing $pairing new beside old
     * @param bool $most whether the inputs that make each combination dearest count
     * @param int $limit how many of the combinations are told
     *
     * @throws NotExact where prices can neither be added up nor are few enough to be worked out one by one
     */
    public function __construct(
        private readonly Pairing $pairing,
        private readonly bool $most,
        private readonly int $limit,
    ) {
        $this->count = gmp_init(0);
        if (!$pairing->isPossible) {
            $this->first = [];

            return;
        }
        try {
            $this->addUp();
        } catch (NotExact | TooLarge $e) {
            foreach ([$pairing->base, $pairing->other] as $reach) {
                if (gmp_cmp($reach->selectable(), OneByOne::MOST) > 0) {
                    throw $e instanceof NotExact ? $e : new NotExact($e->getMessage());
                }
            }
            $this->count = gmp_init(0);
            $this->least = $this->greatest = null;
            $this->oneByOne();
        }
    }

    /**
     * @return array{count: string, least: string|null, greatest: string|null}
     */
    public function figures(Currency $currency): array
    {
        return DiffResult::figures($this->count, $this->least, $this->greatest, $currency);
    }

    /**
     * @return list<State> choices in the new setup
     */
    public function first(): array
    {
        return $this->first ?? [];
    }

    private function addUp(): void
    {
        [$base, $other] = [$this->pairing->base, $this->pairing->other];
        $own = new RunningPercents($base->board, $base->setup->quantity->min);
        $foreign = new RunningPercents($other->board, $other->setup->quantity->min);
        $found = [];
        foreach ($own->cases() as $a) {
            foreach ($foreign->cases() as $b) {
                $states = SumForm::first(
                    false,
                    $own->areRounded(),
                    fn(SumForm $f): array => SumForm::first(
                        false,
                        $foreign->areRounded(),
                        fn(SumForm $g): array => $this->ofCase($a, $b, $f, $g),
                    ),
                );
                array_push($found, ...$states);
            }
        }
        $this->first = $this->inListingOrder($found);
    }

    /**
     * @return list<State> the first that differ in this case
     */
    private function ofCase(RunningCase $a, RunningCase $b, SumForm $f, SumForm $g): array
    {
        $own = new Sums($this->pairing->base->setup, true, $this->pairing->base->setup->quantity->min, false, $a, $f);
        $foreign = new Sums(
            $this->pairing->other->setup,
            true,
            $this->pairing->other->setup->quantity->min,
            false,
            $b,
            $g,
        );
        $parts = [self::parts($this->pairing->base, $own, $a), self::parts($this->pairing->other, $foreign, $b)];
        $this->hangsOnInputs = $this->hangsOnInputs || [] !== [...$parts[0]->inputSlots(), ...$parts[1]->inputSlots()];
        if ($f === $g && !$f->isSplit()) {
            try {
                return $this->compare(
                    $parts,
                    new GapOfDifferences($f->places(), $this->pairing->base->setup->currency->minorUnits),
                );
            } catch (OffGrid) {
            }
        }

        return $this->compare($parts, new GapOfPairs($own, $foreign));
    }

    /**
     * @param array{PriceParts, PriceParts} $parts
     *
     * @return list<State>
     */
    private function compare(array $parts, PriceGap $gap): array
    {
        $constant = $gap->of(self::constant($parts[0], $this->most), self::constant($parts[1], $this->most));
        $graphs = $this->pairing->graphs([...$parts, $gap, $this->most]);
        $sums = [$constant => gmp_init(1)];
        foreach ($graphs as $graph) {
            $next = [];
            foreach ($sums as $sum => $count) {
                foreach ($graph->gaps() as $more => $times) {
                    $key = $gap->plus($sum, $more);
                    $next[$key] = gmp_add($next[$key] ?? 0, gmp_mul($count, $times));
                }
                if (count($next) > self::MOST_GAPS) {
                    throw new NotExact('there are too many different prices');
                }
            }
            $sums = $next;
        }
        $differ = false;
        foreach ($sums as $sum => $count) {
            if (0 !== gmp_sign($count) && !$gap->isSame($sum)) {
                $differ = true;
                $this->add($count, $gap->change($sum));
            }
        }

        return $differ ? (new Walk($this->pairing, $graphs, $gap))->repriced($this->limit, $constant) : [];
    }

    private function add(\GMP $count, ?BigDecimal $change): void
    {
        $this->count = gmp_add($this->count, $count);
        if (null !== $change) {
            $this->least = null === $this->least || $change->isLessThan($this->least) ? $change : $this->least;
            $this->greatest =
                null === $this->greatest || $change->isGreaterThan($this->greatest) ? $change : $this->greatest;
        }
    }

    private function oneByOne(): void
    {
        $this->hangsOnInputs = true;
        $old = [];
        foreach (
            (new OneByOne(
                $this->pairing->other,
                true,
                $this->pairing->other->setup->quantity->min,
                $this->most,
            ))->amounts()
            as [$choices, $price]
        ) {
            $old[self::key($this->pairing->other, $choices)] = $price;
        }
        $found = [];
        foreach (
            (new OneByOne(
                $this->pairing->base,
                true,
                $this->pairing->base->setup->quantity->min,
                $this->most,
            ))->amounts()
            as [$choices, $price]
        ) {
            $key = self::key($this->pairing->base, $choices);
            if (!array_key_exists($key, $old)) {
                continue;
            }
            $before = $old[$key];
            if (null === $price || null === $before ? $price !== $before : !$price->isEqualTo($before)) {
                $this->add(gmp_init(1), null === $price || null === $before ? null : $price->minus($before));
                $found[] = $choices;
            }
        }
        $this->first = $this->inListingOrder($found);
    }

    /**
     * @param list<State> $states
     *
     * @return list<State> the first of them
     */
    private function inListingOrder(array $states): array
    {
        $cells = [];
        foreach ($this->pairing->base->setup->options as $option) {
            array_push(
                $cells,
                ...$option->kind->isChoice() ? $this->pairing->base->board->cellsOf[$option->index] : [],
            );
        }
        $keyed = array_map(
            fn(State $state): array => [
                array_map(fn(int $cell): int => $this->pairing->base->board->letterIn($state, $cell), $cells),
                $state,
            ],
            $states,
        );
        usort($keyed, static fn(array $a, array $b): int => $a[0] <=> $b[0]);

        return array_slice(array_column($keyed, 1), 0, $this->limit);
    }

    private static function key(Reach $reach, State $choices): string
    {
        $pick = StateText::pick($reach->setup, $choices);
        ksort($pick);
        $pick = array_map(static function (string|bool|array $answer): string|bool|array {
            is_array($answer) ? sort($answer) : null;

            return $answer;
        }, $pick);

        return json_encode($pick, JSON_THROW_ON_ERROR);
    }

    private static function parts(Reach $reach, Sums $sums, RunningCase $case): PriceParts
    {
        return new PriceParts($reach->board, new Pricer($reach->setup), $sums, $case);
    }

    /** What is added whatever is chosen. */
    private static function constant(PriceParts $parts, bool $most): int
    {
        $constant = $parts->constant;
        foreach ($parts->slots as $slot) {
            $hangsOnBase = $slot->needsBase() && null !== $parts->base && [] !== $parts->base->cells();
            if ([] === $slot->cells() && !$hangsOnBase) {
                $constant = Sums::plus($constant, $slot->value($slot->start(), $parts->constantBase, $most));
            }
        }

        return $constant;
    }
}
