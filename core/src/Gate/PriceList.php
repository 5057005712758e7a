<?php

declare(strict_types=1);

namespace Ithrel\Core\Gate;

use Ithrel\Core\Compare\PriceSheet;
use Ithrel\Core\Compare\PriceSheetCheck;
use Ithrel\Core\Compare\SheetRow;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Setup;

/**
 * A list of prices that were meant, held against the setup at the gate.
 */
final readonly class PriceList implements HandedList
{
    /** Rows that are told one by one; the rest in one sentence. */
    private const MOST_TOLD = 40;

    /**
     * @param list<SheetRow> $rows
     * @param string $when it was handed in, in words; "" where that is now
     */
    private function __construct(private Setup $setup, private array $rows, private string $when) {}

    /**
     * @throws UnreadableDocument where the text is no price sheet
     */
    public static function held(Reach $reach, string $text, string $when = ''): self
    {
        return new self(
            $reach->setup,
            (new PriceSheetCheck($reach))->check(PriceSheet::read($reach->setup, $text)),
            $when,
        );
    }

    public function kind(): string
    {
        return GateItem::PRICE_LIST;
    }

    public function words(): string
    {
        $agree = count($this->rows) - count($this->others());

        return sprintf(
            'A price list of %d %s was held against it%s: %d %s.',
            count($this->rows),
            1 === count($this->rows) ? 'row' : 'rows',
            '' === $this->when ? '' : ' (' . $this->when . ')',
            $agree,
            1 === $agree ? 'agrees' : 'agree',
        );
    }

    public function items(): array
    {
        $items = [];
        foreach (array_slice($this->others(), 0, self::MOST_TOLD) as $row) {
            $amount = fn(mixed $a): string => $a instanceof \Brick\Math\BigDecimal
                ? Amount::text($a, $this->setup->currency)
                : 'no price';
            $words =
                SheetRow::DIFFERS === $row->verdict
                    ? sprintf(
                        'Row %d of the price list says %s, and it comes to %s.',
                        $row->number,
                        $amount($row->expected),
                        $amount($row->ours),
                    )
                    : sprintf('Row %d of the price list: %s', $row->number, implode(' ', $row->problems));
            $items[] = new GateItem(
                GateItem::PRICE_LIST,
                $row->verdict,
                '',
                $words,
                SheetRow::DIFFERS === $row->verdict ? GateItem::FORBIDS : GateItem::HOLDS,
                true,
                'price-list ' . $words,
                '',
            );
        }
        $more = count($this->others()) - count($items);
        if ($more > 0) {
            $items[] = new GateItem(
                GateItem::PRICE_LIST,
                'more',
                '',
                sprintf('%d more rows of the price list do not agree.', $more),
                GateItem::FORBIDS,
                true,
                'price-list more ' . $more,
                '',
            );
        }

        return $items;
    }

    /**
     * @return list<SheetRow>
     */
    private function others(): array
    {
        return array_values(
            array_filter($this->rows, static fn(SheetRow $row): bool => SheetRow::AGREES !== $row->verdict),
        );
    }
}
