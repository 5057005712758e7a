<?php

declare(strict_types=1);

namespace Ithrel\Core\Cart;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\AnswerProblem;
use Ithrel\Core\Decimal\PlainDecimal;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Price\LedgerEntry;
use Ithrel\Core\Price\OwnLine;
use Ithrel\Core\Setup\Setup;

/**
 * An appraisal in the form price/1.
 */
final readonly class AppraisalText
{
    public function __construct(private Setup $setup) {}

    /**
     * @return array<string, mixed>
     */
    public function toArray(Appraisal $a): array
    {
        $quote = $a->quote;
        $entries = [];
        foreach ($a->line->entries as $stage => $list) {
            $entries[$stage] = array_map(
                static fn(array $e): array => ['label' => $e['label'], 'value' => $e['value']],
                $list,
            );
        }

        return [
            'ithrel' => 'price/1',
            'complete' => $a->isComplete(),
            'problems' => array_map(
                static fn(AnswerProblem $p): array => array_filter(
                    [
                        'code' => $p->code,
                        'option' => $p->option,
                        'message' => $p->message,
                        'limit' => $p->limit,
                        'found' => $p->found,
                    ],
                    static fn(?string $v): bool => null !== $v,
                ),
                $a->problems,
            ),
            'base' => $this->amount($quote->base),
            'unitPrice' => $this->amount($quote->unitPrice),
            'lineTotal' => $this->amount($quote->lineTotal),
            'total' => $this->amount($quote->total),
            'currency' => $this->setup->currency->code,
            ...$this->besides($a),
            'ledger' => array_map(
                fn(LedgerEntry $e): array => [
                    'at' => $e->at,
                    'label' => $e->label,
                    'how' => $e->how,
                    'per' => $e->perLine ? 'line' : 'unit',
                    'amount' => $this->amount($e->amount),
                    'running' => $this->amount($e->running),
                ],
                $quote->ledger,
            ),
            'line' => [
                'sku' => $a->line->sku,
                'name' => $a->line->name,
                'quantity' => $a->quantity,
                'weight' => PlainDecimal::of($a->line->weight),
                'points' => PlainDecimal::of($a->line->points),
                'image' => $a->line->image,
                'entries' => $entries,
                ...null === $a->line->previews ? [] : ['previews' => $a->line->previews],
            ],
            'ownLines' => array_map(
                fn(OwnLine $o): array => [
                    'sku' => $o->sku,
                    'name' => $o->name,
                    'quantity' => $a->quantity,
                    'unitPrice' => $this->amount($o->unitPrice),
                    'lineTotal' => $this->amount($o->lineTotal),
                ],
                $quote->ownLines,
            ),
        ];
    }

    /**
     * What the store alone has to know, where the document tells it.
     *
     * @return array{cost?: string, size?: array{length: string, width: string, height: string, unit: string}}
     */
    private function besides(Appraisal $a): array
    {
        $besides = [];
        if (null !== $a->cost) {
            $besides['cost'] = Amount::text($a->cost, $this->setup->currency);
        }
        if (null !== $a->size) {
            $besides['size'] = [
                'length' => PlainDecimal::of($a->size->length),
                'width' => PlainDecimal::of($a->size->width),
                'height' => PlainDecimal::of($a->size->height),
                'unit' => $a->size->unit,
            ];
        }

        return $besides;
    }

    private function amount(?BigDecimal $amount): ?string
    {
        return null === $amount ? null : Amount::text($amount, $this->setup->currency);
    }
}
