<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

use Brick\Math\BigDecimal;
use Ithrel\Core\Document\Place;
use Ithrel\Core\Setup\Reading\ChargeReading;

/**
 * What a piece costs more or less from certain quantities on: the last step that the quantity reaches holds for every
 * piece (common practice, no source).
 */
final readonly class TierCharge extends Charge
{
    public const KEYS = ['steps'];
    public const MAY_BE_PER_LINE = false;

    /**
     * @param array<int, FixedCharge|PercentCharge> $steps quantity from which it holds => what it adds; rising
     */
    public function __construct(string $at, public array $steps)
    {
        parent::__construct($at, false);
    }

    public static function forms(): array
    {
        return ['tiers'];
    }

    public static function read(Place $charge, ChargeReading $reading): self
    {
        $steps = [];
        $last = 0;
        foreach ($charge->objects('steps') as $step) {
            $from = $step->whole('from') ?? 1;
            if ($from <= $last) {
                $reading->problem($step->at('from'), sprintf('Steps rise: this one has to be above %d.', $last));
            }
            $last = max($last, $from);
            $rate = $step->decimal('rate');
            $steps[$from] =
                null === $rate
                    ? new FixedCharge($charge->at, false, $reading->amount($step, 'amount'))
                    : new PercentCharge($charge->at, false, $rate, false);
        }
        ksort($steps);

        return new self($charge->at, $steps);
    }

    public static function written(Place $charge): string
    {
        return implode(
            '; ',
            array_map(
                static fn(Place $step): string => sprintf(
                    'from %s: %s',
                    $step->text('from', '1'),
                    $step->has('rate') ? $step->text('rate') . '%' : AmountWords::written($step->text('amount', '0')),
                ),
                $charge->objects('steps'),
            ),
        );
    }

    public static function fromWords(string $written): ?array
    {
        $steps = [];
        foreach (explode(';', $written) as $step) {
            $pattern = '/^\s*from (\d+):\s*(' . AmountWords::NUMBER . ')\s*(%?)\s*$/iD';
            if (1 !== preg_match($pattern, $step, $m)) {
                return null;
            }
            $steps[] = ['from' => (int) $m[1], '%' === $m[3] ? 'rate' : 'amount' => AmountWords::read($m[2])];
        }

        return ['how' => 'tiers', 'steps' => $steps];
    }

    public static function said(Place $charge): string
    {
        return implode(
            ', ',
            array_map(
                static fn(Place $step): string => sprintf(
                    'from %s: %s',
                    $step->text('from', '1'),
                    $step->has('rate')
                        ? AmountWords::said($step->text('rate')) . '% of the base'
                        : AmountWords::said($step->text('amount', '0')),
                ),
                $charge->objects('steps'),
            ),
        );
    }

    public function how(): string
    {
        return 'tiers';
    }

    /** The step that holds for a quantity; null where none is reached. */
    public function step(int $quantity): FixedCharge|PercentCharge|null
    {
        $reached = null;
        foreach ($this->steps as $from => $step) {
            if ($from > $quantity) {
                break;
            }
            $reached = $step;
        }

        return $reached;
    }

    public function workings(Circumstances $in): ?Workings
    {
        $step = $this->step($in->quantity());

        return null === $step ? new Workings(BigDecimal::zero()) : $step->workings($in);
    }

    public function least(BigDecimal $base): ?BigDecimal
    {
        $least = BigDecimal::zero();
        foreach ($this->steps as $step) {
            $own = $step->least($base);
            if (null === $own) {
                return null;
            }
            $least = BigDecimal::min($least, $own);
        }

        return $least;
    }

    public function setsBase(): ?BigDecimal
    {
        return null;
    }

    public function asksBase(): bool
    {
        return [] !== array_filter($this->steps, static fn(Charge $step): bool => $step->asksBase());
    }

    public function asksRunning(): bool
    {
        return false;
    }

    public function asksOptions(): array
    {
        return [];
    }

    public function basis(Workings $workings, \Closure $money): string
    {
        return null === $workings->of ? 'by the quantity' : 'by the quantity, of ' . $money($workings->of);
    }

    /** Each step, and what is just below it. */
    public function quantityMarks(): array
    {
        return array_merge(...array_map(static fn(int $from): array => [$from - 1, $from], array_keys($this->steps)));
    }

    public function told(): null
    {
        return null;
    }
}
