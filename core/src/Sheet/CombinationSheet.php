<?php

declare(strict_types=1);

namespace Ithrel\Core\Sheet;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Cart\CartLineBuilder;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Price\InputInfluence;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Price\Spread\NotExact;
use Ithrel\Core\Price\Spread\PriceParts;
use Ithrel\Core\Price\Spread\RunningCase;
use Ithrel\Core\Price\Spread\SumForm;
use Ithrel\Core\Price\Spread\Sums;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Table\Csv;

/**
 * Combinations as lines of a CSV: number, a column a choice, SKU and unit price where no input decides it.
 *
 * Long lists repeat themselves at their ends. What the last options add to a line (labels, SKU, price) is worked out
 * once for each way they can end, and put behind every beginning that leaves the same ways open.
 */
final class CombinationSheet
{
    /** Endings kept for one standing. */
    private const MOST_ENDINGS = 4_000;

    private readonly CartLineBuilder $lines;
    private readonly Pricer $pricer;
    private readonly InputInfluence $influence;

    /** @var list<Option> */
    private readonly array $choices;

    public function __construct(private readonly Reach $reach)
    {
        $this->lines = new CartLineBuilder($reach->setup);
        $this->pricer = new Pricer($reach->setup);
        $this->influence = new InputInfluence($reach->board->page);
        $this->choices = array_values(
            array_filter($reach->setup->options, static fn(Option $o): bool => $o->kind->isChoice()),
        );
    }

    /**
     * @return list<string>
     */
    public function heading(): array
    {
        return ['#', ...array_map(static fn(Option $o): string => $o->label, $this->choices), 'SKU', 'Unit price'];
    }

    /**
     * @return list<string>
     */
    public function row(\GMP $number, State $state): array
    {
        $row = [gmp_strval($number)];
        foreach ($this->choices as $option) {
            $row[] = $state->has($option->index) ? $this->lines->carried($option, $state) : '';
        }

        return [...$row, $this->lines->sku($state), $this->price($state)];
    }

    /**
     * The same lines as row() gives, as CSV text, many at a time.
     *
     * @return iterable<string>
     */
    public function csv(Listing $listing, \GMP $from, int $limit): iterable
    {
        $depth = $this->depth($listing);
        $parts = $this->directParts();
        $n = $from;
        /** @var array<string, list<array{string, string, int}>> $blocks standing => what each ending adds */
        $blocks = [];
        $prices = [];
        foreach ($listing->beginnings($from, $depth) as [$letters, $nodes, $skip]) {
            $key = $listing->endingKey($nodes, $depth);
            $state = $this->reach->board->stateOfLetters(
                array_combine(array_slice($listing->cells(), 0, $depth), $letters),
            );
            if (null === $parts) {
                $endings = $listing->endings($nodes, $depth);
                $text = '';
                foreach (array_slice($endings, gmp_intval($skip)) as $ending) {
                    if ($limit-- < 1) {
                        break;
                    }
                    $text .= Csv::text([
                        $this->row(
                            $n,
                            $this->reach->board->stateOfLetters(
                                array_combine($listing->cells(), [...$letters, ...$ending]),
                            ),
                        ),
                    ]);
                    $n = gmp_add($n, 1);
                }
                yield $text;
            } else {
                $blocks[$key] ??= $this->block($listing, $parts, $listing->endings($nodes, $depth), $depth);
                [$labels, $sku, $sum] = $this->part($listing, $parts, $letters, 0, $state);
                $sum = Sums::plus($sum, $parts->constant);
                $sku = $this->reach->setup->item->sku . $sku;
                $text = '';
                $number = gmp_cmp($n, PHP_INT_MAX >> 1) < 0 ? gmp_intval($n) : null;
                $block = $blocks[$key];
                $start = gmp_intval($skip);
                $end = min(count($block), $start + $limit);
                for ($i = $start; $i < $end; ++$i) {
                    [$moreLabels, $moreSku, $moreSum] = $block[$i];
                    $total = $sum + $moreSum;
                    $text .=
                        ($number ?? gmp_strval($n)) .
                        $labels .
                        $moreLabels .
                        ',' .
                        Csv::quoted($sku . $moreSku) .
                        ',' .
                        ($prices[$total] ??= $this->amount($total)) .
                        "\r\n";
                    if (null !== $number) {
                        ++$number;
                    } else {
                        $n = gmp_add($n, 1);
                    }
                }
                $n = null === $number ? $n : gmp_init($number);
                $limit -= $end - $start;
                yield $text;
            }
            if ($limit < 1) {
                return;
            }
        }
    }

    private function price(State $state): string
    {
        $unit = $this->influence->decidesUnitPrice($state)
            ? null
            : $this->pricer->quote($state, $this->reach->setup->quantity->min)->unitPrice;

        return null === $unit ? '' : Amount::text($unit, $this->reach->setup->currency);
    }

    private function amount(int $sum): string
    {
        $total = $this->sums()->total($sum);

        return null === $total ? '' : Amount::text($total, $this->reach->setup->currency);
    }

    private function sums(): Sums
    {
        return new Sums(
            $this->reach->setup,
            true,
            $this->reach->setup->quantity->min,
            false,
            RunningCase::plain(),
            SumForm::Plain,
        );
    }

    /** Prices that are sums of what single decisions add, and SKUs likewise; null where more has to be looked at. */
    private function directParts(): ?PriceParts
    {
        if (null !== $this->reach->setup->variants) {
            return null;
        }
        foreach ($this->reach->setup->options as $option) {
            $isEmpty = $option->kind->isChoice() && [] === $this->reach->board->cellsOf[$option->index];
            if ($isEmpty || ($option->kind->isInput() && null !== $option->charge)) {
                return null;
            }
        }
        try {
            $parts = new PriceParts($this->reach->board, $this->pricer, $this->sums(), RunningCase::plain());
        } catch (NotExact) {
            return null;
        }

        return [] === $parts->slots && Sums::NONE !== $parts->constant ? $parts : null;
    }

    /** How many cells belong to the beginning: whole options, so many that the endings are few. */
    private function depth(Listing $listing): int
    {
        $cells = $listing->cells();
        $depth = count($cells);
        $endings = 1;
        for ($at = count($cells) - 1; $at >= 0; --$at) {
            $endings *= $this->reach->board->cells[$cells[$at]]->size;
            if ($endings > self::MOST_ENDINGS) {
                break;
            }
            if (
                0 === $at ||
                $this->reach->board->cells[$cells[$at - 1]]->option !== $this->reach->board->cells[$cells[$at]]->option
            ) {
                $depth = $at;
            }
        }

        return $depth;
    }

    /**
     * @param list<list<int>> $endings
     *
     * @return list<array{string, string, int}>
     */
    private function block(Listing $listing, PriceParts $parts, array $endings, int $depth): array
    {
        $cells = array_slice($listing->cells(), $depth);

        return array_map(
            fn(array $letters): array => $this->part(
                $listing,
                $parts,
                $letters,
                $depth,
                $this->reach->board->stateOfLetters([] === $cells ? [] : array_combine($cells, $letters)),
            ),
            $endings,
        );
    }

    /**
     * What some cells add to a line: labels with their commas, SKU, and sum.
     *
     * @param list<int> $letters of the cells from an offset on
     *
     * @return array{string, string, int}
     */
    private function part(Listing $listing, PriceParts $parts, array $letters, int $offset, State $state): array
    {
        $labels = $sku = '';
        $sum = 0;
        $seen = [];
        foreach ($letters as $i => $letter) {
            $cell = $listing->cells()[$offset + $i];
            $sum = Sums::plus($sum, $parts->direct[$cell][$letter] ?? 0);
            $seen[$this->reach->board->cells[$cell]->option] = true;
        }
        foreach ($this->choices as $option) {
            if (isset($seen[$option->index])) {
                $labels .=
                    ',' . ($state->has($option->index) ? Csv::quoted($this->lines->carried($option, $state)) : '');
                foreach ($state->picked($option->index) as $value) {
                    $own = $option->values[$value]->sku;
                    $sku .= null === $own ? '' : '-' . $own;
                }
            }
        }

        return [$labels, $sku, $sum];
    }
}
