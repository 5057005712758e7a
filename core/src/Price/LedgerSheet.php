<?php

declare(strict_types=1);

namespace Ithrel\Core\Price;

use Brick\Math\BigDecimal;
use Ithrel\Core\Decimal\PlainDecimal;
use Ithrel\Core\Setup\Setup;

/**
 * A quote as a ledger that can be followed line by line: where the base came from, every effect with what it is of,
 * what a floor, a ceiling or rounding changed, quantity, charges once a line, and lines of their own.
 */
final readonly class LedgerSheet
{
    public function __construct(private Setup $setup) {}

    /**
     * @return list<LedgerRow>
     */
    public function rows(Quote $quote, int $quantity): array
    {
        $rows = [
            new LedgerRow('base', $quote->baseAt, 'Base', self::baseWords($quote->baseAt), $quote->base, $quote->base),
        ];
        $once = [];
        foreach ($quote->ledger as $entry) {
            if ('replace' === $entry->how) {
                $rows[] = new LedgerRow(
                    'replace',
                    $entry->at,
                    $entry->label,
                    $entry->at === $quote->baseAt
                        ? 'sets the base'
                        : 'would set the base, but something before it does',
                    null,
                    $entry->running,
                );
                continue;
            }
            $row = new LedgerRow(
                $entry->how,
                $entry->at,
                $entry->label,
                $this->basis($entry),
                $entry->amount,
                $entry->perLine ? null : $entry->running,
            );
            if ($entry->perLine) {
                $once[] = $row;
            } else {
                $rows[] = $row;
            }
        }
        $byUnit = 'line' !== $this->setup->rounding->at;
        $rows[] = new LedgerRow(
            'unit',
            '/rounding',
            'Unit price',
            $byUnit ? $this->rounded($quote->running, $quote->unitPrice) : 'rounded for showing only',
            $quote->unitPrice,
            $quote->unitPrice,
        );
        $pieces = $byUnit ? $quote->unitPrice?->multipliedBy($quantity) : $quote->running?->multipliedBy($quantity);
        $rows[] = new LedgerRow(
            'quantity',
            '/quantity',
            'Pieces',
            sprintf('%d × %s', $quantity, $this->text($byUnit ? $quote->unitPrice : $quote->running)),
            $pieces,
            $pieces,
        );
        $sum = $pieces;
        foreach ($once as $row) {
            $counted =
                null === $row->amount
                    ? null
                    : ('unit' === $this->setup->rounding->at
                        ? $this->setup->rounded($row->amount)
                        : $row->amount);
            $sum = null === $counted ? null : $sum?->plus($counted);
            $rows[] = new LedgerRow(
                $row->kind,
                $row->at,
                $row->label,
                trim($row->basis . ', once a line', ', ') .
                    (null !== $counted && !$counted->isEqualTo($row->amount ?? $counted)
                        ? ', ' . $this->rounded($row->amount, $counted)
                        : ''),
                $counted,
                $sum,
            );
        }
        $rows[] = new LedgerRow(
            'line',
            '/rounding',
            'Line total',
            $byUnit ? '' : $this->rounded($sum, $quote->lineTotal),
            $quote->lineTotal,
            $quote->lineTotal,
        );
        foreach ($quote->ownLines as $own) {
            $rows[] = new LedgerRow(
                'own',
                $own->value->charge->at ?? $own->value->at,
                $own->name,
                sprintf('a line of its own, %d × %s', $quantity, $this->text($own->unitPrice)),
                $own->lineTotal,
                null,
            );
        }
        if ([] !== $quote->ownLines) {
            $rows[] = new LedgerRow('total', '', 'Total', 'of all lines', $quote->total, $quote->total);
        }

        return $rows;
    }

    private function basis(LedgerEntry $entry): string
    {
        $workings = $entry->workings;
        if (null === $workings) {
            return null === $entry->charge ? 'price of the part' : 'has no value here';
        }
        $words = $entry->charge?->basis($workings, $this->text(...)) ?? 'price of the part';
        $rounded =
            null === $entry->amount || $entry->amount->isEqualTo($workings->amount)
                ? ''
                : $this->rounded($workings->amount, $entry->amount);

        return '' === $words || '' === $rounded ? $words . $rounded : $words . ', ' . $rounded;
    }

    /** What rounding took away or added; empty where nothing. */
    private function rounded(?BigDecimal $exact, ?BigDecimal $rounded): string
    {
        if (null === $exact || null === $rounded || $exact->isEqualTo($rounded)) {
            return '';
        }
        $difference = $rounded->minus($exact);

        return sprintf(
            '%s rounded by %s%s',
            PlainDecimal::of($exact),
            $difference->isPositive() ? '+' : '−',
            PlainDecimal::of($difference->abs()),
        );
    }

    private function text(?BigDecimal $amount): string
    {
        return null === $amount ? 'no value' : Amount::text($amount, $this->setup->currency);
    }

    private static function baseWords(string $at): string
    {
        return match (true) {
            '/item/price' === $at => 'price of the item',
            '/item/salePrice' === $at => 'sale price of the item',
            str_starts_with($at, '/variants/') && str_ends_with($at, '/salePrice') => sprintf(
                'sale price of variant row %d',
                1 + (int) explode('/', $at)[3],
            ),
            str_starts_with($at, '/variants/') => sprintf('price of variant row %d', 1 + (int) explode('/', $at)[3]),
            default => 'set by a charge',
        };
    }
}
