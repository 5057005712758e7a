<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;
use Ithrel\App\Api\Dto\RankedRow;
use Ithrel\App\Api\Dto\TotalBand;
use Ithrel\App\Api\Dto\Totals as TotalsDto;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Price\Spread\AllTotals;
use Ithrel\Core\Price\Spread\NotExact;
use Ithrel\Core\Price\Spread\OneByOne;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Reach;

/**
 * The totals of all combinations as a chart, and the combinations in their order.
 */
final readonly class TotalsView
{
    private const MOST_BANDS = 48;

    public function __construct(private Reach $reach, private bool $unit, private int $quantity, private bool $most) {}

    public function totals(): TotalsDto
    {
        $currency = $this->reach->setup->currency;
        try {
            $totals = AllTotals::of($this->reach, $this->unit, $this->quantity, $this->most);
        } catch (NotExact $e) {
            return new TotalsDto(
                known: false,
                why: $e->getMessage(),
                method: 'none',
                currency: $currency->code,
                count: gmp_strval($this->reach->selectable()),
                lowest: null,
                highest: null,
                zeroOrBelow: '0',
                withoutPrice: '0',
                levels: 0,
                bands: [],
                hangsOnInputs: false,
                sampled: [],
                open: [],
            );
        }
        $levels = $totals->levels();
        $below = $without = gmp_init(0);
        $priced = [];
        foreach ($levels as [$total, $count]) {
            if (null === $total) {
                $without = gmp_add($without, $count);
                continue;
            }
            $below = $total->isPositive() ? $below : gmp_add($below, $count);
            $priced[] = [$total, $count];
        }
        $text = static fn(?BigDecimal $total): ?string => null === $total ? null : Amount::text($total, $currency);

        return new TotalsDto(
            known: true,
            why: null,
            method: $totals instanceof OneByOne ? 'one-by-one' : 'added',
            currency: $currency->code,
            count: gmp_strval($totals->count()),
            lowest: $text($priced[0][0] ?? null),
            highest: $text($priced[count($priced) - 1][0] ?? null),
            zeroOrBelow: gmp_strval($below),
            withoutPrice: gmp_strval($without),
            levels: count($priced),
            bands: $this->bands($priced, $totals->count(), $without),
            hangsOnInputs: $totals->hangsOnInputs(),
            sampled: $totals->sampled(),
            open: $totals->open(),
        );
    }

    /**
     * @return list<RankedRow>
     *
     * @throws NotExact
     */
    public function rows(\GMP $from, int $limit): array
    {
        $totals = AllTotals::of($this->reach, $this->unit, $this->quantity, $this->most);
        $listing = new Listing($this->reach);
        $view = new StateView($this->reach->setup);
        $rows = [];
        $count = $totals->count();
        for ($rank = $from; count($rows) < $limit && gmp_cmp($rank, $count) < 0; $rank = gmp_add($rank, 1)) {
            [$choices, $total] = $totals->at($rank);
            $state = $totals->withInputs($choices);
            $n = $listing->numberOf($choices);
            $rows[] = new RankedRow(
                gmp_strval($rank),
                null === $n ? null : gmp_strval($n),
                $view->words($state),
                $view->pins($state),
                $view->typed($state),
                $view->sku($state),
                null === $total ? null : Amount::text($total, $this->reach->setup->currency),
            );
        }

        return $rows;
    }

    /**
     * @param list<array{BigDecimal, \GMP}> $levels from the lowest
     *
     * @return list<TotalBand> each total by itself where they are few, else bands of one width
     */
    private function bands(array $levels, \GMP $all, \GMP $rank): array
    {
        if ([] === $levels) {
            return [];
        }
        $lowest = $levels[0][0];
        $width = $levels[count($levels) - 1][0]->minus($lowest)->dividedBy(self::MOST_BANDS, 0, RoundingMode::Ceiling);
        $single = count($levels) <= self::MOST_BANDS || $width->isZero();
        $bands = [];
        foreach ($levels as $i => [$total, $count]) {
            $band = $single ? $i : $total->minus($lowest)->dividedBy($width, 0, RoundingMode::Floor)->toInt();
            // Bands that nothing falls into keep their place, so that the axis stays even.
            for ($empty = count($bands); $empty < $band; ++$empty) {
                $edge = $lowest->plus($width->multipliedBy($empty));
                $bands[$empty] = [$edge, $edge->plus($width), gmp_init(0), $rank];
            }
            $bands[$band] ??= [$total, $total, gmp_init(0), $rank];
            $bands[$band][1] = $total;
            $bands[$band][2] = gmp_add($bands[$band][2], $count);
            $rank = gmp_add($rank, $count);
        }
        $currency = $this->reach->setup->currency;

        return array_values(
            array_map(
                static fn(array $b): TotalBand => new TotalBand(
                    Amount::text($b[0], $currency),
                    Amount::text($b[1], $currency),
                    gmp_strval($b[2]),
                    gmp_strval($b[3]),
                    0 === gmp_sign($b[2])
                        ? 0.0
                        : max(1, gmp_intval(gmp_div_q(gmp_mul($b[2], 1_000_000), $all))) / 1_000_000,
                ),
                $bands,
            ),
        );
    }
}
