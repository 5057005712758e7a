<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Brick\Math\BigDecimal;
use Ithrel\App\Api\Dto\SheetColumnView;
use Ithrel\App\Api\Dto\SheetExplanationView;
use Ithrel\App\Api\Dto\SheetResult;
use Ithrel\App\Api\Dto\SheetRowView;
use Ithrel\Core\Compare\PriceSheet;
use Ithrel\Core\Compare\PriceSheetCheck;
use Ithrel\Core\Compare\SheetColumn;
use Ithrel\Core\Compare\SheetExplanation;
use Ithrel\Core\Compare\SheetExplanations;
use Ithrel\Core\Compare\SheetRow;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Table\Csv;

/**
 * A price sheet held against the setup, for the screen and as CSV.
 */
final readonly class PriceSheetView
{
    public function __construct(private Reach $reach) {}

    /**
     * @throws UnreadableDocument
     */
    public function result(string $text): SheetResult
    {
        $setup = $this->reach->setup;
        $sheet = PriceSheet::read($setup, $text);
        $rows = (new PriceSheetCheck($this->reach))->check($sheet);
        $view = new StateView($setup);

        return new SheetResult(
            array_map(
                static fn(SheetColumn $c): SheetColumnView => new SheetColumnView(
                    $c->heading,
                    $c->role,
                    null === $c->option ? null : $setup->options[$c->option]->code,
                ),
                $sheet->columns,
            ),
            array_map(
                fn(SheetRow $r): SheetRowView => new SheetRowView(
                    number: $r->number,
                    verdict: $r->verdict,
                    cells: $sheet->rows[$r->number - 1],
                    problems: $r->problems,
                    assumed: $r->assumed,
                    pins: $view->pins($r->state),
                    typed: $view->typed($r->state),
                    quantity: $r->quantity,
                    expected: $this->text($r->expected),
                    ours: $this->text($r->ours),
                    difference: $this->text($r->difference()),
                ),
                $rows,
            ),
            array_map(
                fn(SheetExplanation $e): SheetExplanationView => new SheetExplanationView(
                    $this->text($e->difference) ?? '',
                    $e->rows,
                    $e->at,
                    $e->words,
                ),
                (new SheetExplanations($setup))->of($rows),
            ),
            $setup->currency->code,
        );
    }

    /**
     * @throws UnreadableDocument
     */
    public function csv(string $text): string
    {
        $sheet = PriceSheet::read($this->reach->setup, $text);
        $lines = [
            [
                ...array_map(static fn(SheetColumn $c): string => $c->heading, $sheet->columns),
                'Ithrel',
                'Difference',
                'Verdict',
                'Remarks',
            ],
        ];
        foreach ((new PriceSheetCheck($this->reach))->check($sheet) as $row) {
            $lines[] = [
                ...$sheet->rows[$row->number - 1],
                $this->text($row->ours) ?? '',
                $this->text($row->difference()) ?? '',
                $row->verdict,
                implode(' ', [
                    ...$row->problems,
                    ...array_map(static fn(string $a): string => '(' . $a . ')', $row->assumed),
                ]),
            ];
        }

        return Csv::text($lines);
    }

    private function text(?BigDecimal $amount): ?string
    {
        return null === $amount ? null : Amount::text($amount, $this->reach->setup->currency);
    }
}
