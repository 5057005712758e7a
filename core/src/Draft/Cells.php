<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Brick\Math\BigDecimal;
use Ithrel\Core\Decimal\AmountReader;
use Ithrel\Core\Decimal\WrittenAmount;
use Ithrel\Core\Table\YesNo;

/**
 * What stands in the cells of a table: amounts, decimals, yes and no, in the way their column is written.
 */
final class Cells
{
    /** @var array<string, string|null> meaning of a column => the sign before its decimals */
    private array $signs = [];

    /**
     * @param array<int, list<string>> $lines
     */
    public function __construct(private readonly Columns $columns, array $lines, private readonly int $minorUnits)
    {
        foreach (array_keys($columns->at) as $meaning) {
            $this->signs[$meaning] = (new AmountReader())->ofColumn(
                array_map(static fn(array $cells): string => $columns->cell($cells, $meaning), $lines),
            )->decimal;
        }
    }

    /**
     * An amount, told with the decimals that it needs.
     *
     * @param list<string> $cells
     */
    public function amount(array $cells, string $meaning): ?WrittenAmount
    {
        return WrittenAmount::read(
            $this->columns->cell($cells, $meaning),
            $this->minorUnits,
            $this->signs[$meaning] ?? null,
        );
    }

    /**
     * @param list<string> $cells
     */
    public function decimal(array $cells, string $meaning): ?string
    {
        $text = $this->columns->cell($cells, $meaning);
        $read = WrittenAmount::read(
            (string) preg_replace('/\s*\p{L}+[²³23]?\.?$/u', '', $text),
            3,
            $this->signs[$meaning] ?? null,
        );

        return null === $read || $read->isPercent ? null : self::text($read->amount);
    }

    public static function text(BigDecimal $amount): string
    {
        return (string) $amount
            ->strippedOfTrailingZeros()
            ->toScale(max(0, $amount->strippedOfTrailingZeros()->getScale()));
    }

    public static function yes(string $cell): ?bool
    {
        return YesNo::of($cell, true);
    }

    /**
     * An amount as a document has it: with at least the currency's decimals.
     */
    public function money(BigDecimal $amount): string
    {
        $amount = $amount->strippedOfTrailingZeros();

        return (string) $amount->toScale(max($this->minorUnits, $amount->getScale()));
    }
}
