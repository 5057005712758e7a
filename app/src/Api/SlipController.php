<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\Entry;
use Ithrel\App\Api\Dto\LedgerLine;
use Ithrel\App\Api\Dto\OwnLineView;
use Ithrel\App\Api\Dto\Slip;
use Ithrel\App\Api\Dto\SlipProblem;
use Ithrel\App\People\Needs;
use Ithrel\App\People\Role;
use Ithrel\App\Store\Shelf;
use Ithrel\Core\Answer\AnswerProblem;
use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Cart\Appraiser;
use Ithrel\Core\Decimal\PlainDecimal;
use Ithrel\Core\Document\JsonText;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Price\LedgerEntry;
use Ithrel\Core\Price\OwnLine;
use Ithrel\Core\Setup\Option;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;

/**
 * What the present answers come to.
 */
final readonly class SlipController
{
    public function __construct(private Shelf $shelf) {}

    #[Route('/api/documents/{sha256}/slip', methods: ['POST'])]
    #[Needs(Role::Reader)]
    #[
        OA\Post(
            path: '/api/documents/{sha256}/slip',
            operationId: 'getSlip',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    properties: [
                        new OA\Property(property: 'pick', type: 'object', additionalProperties: true),
                        new OA\Property(property: 'quantity', type: 'integer'),
                    ],
                    type: 'object',
                ),
            ),
            parameters: [new OA\Parameter(ref: '#/components/parameters/Document')],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Price ledger, cart line and what is missing.',
                    content: new OA\JsonContent(ref: '#/components/schemas/Slip'),
                ),
            ],
        ),
    ]
    public function slip(string $sha256, Request $request): JsonResponse
    {
        $reach = $this->shelf->reach($this->shelf->document($sha256));
        $setup = $reach->setup;
        $appraisal = (new Appraiser($reach))->appraise(
            GivenState::read($setup, JsonText::decode($request->getContent())),
        );
        $quote = $appraisal->quote;
        $amount = static fn(mixed $a): ?string => $a instanceof \Brick\Math\BigDecimal
            ? Amount::text($a, $setup->currency)
            : null;
        $shown = array_filter(
            $setup->options,
            static fn(Option $o): bool => $reach->board->page->isShown($o, $appraisal->state),
        );

        return new JsonResponse(
            new Slip(
                complete: $appraisal->isComplete(),
                problems: array_map(
                    static fn(AnswerProblem $p): SlipProblem => new SlipProblem(
                        $p->code,
                        $p->option,
                        $p->message,
                        $p->limit,
                        $p->found,
                    ),
                    $appraisal->problems,
                ),
                shown: array_values(array_map(static fn(Option $o): string => $o->code, $shown)),
                base: Amount::text($quote->base, $setup->currency),
                baseAt: $quote->baseAt,
                unitPrice: $amount($quote->unitPrice),
                lineTotal: $amount($quote->lineTotal),
                total: $amount($quote->total),
                currency: $setup->currency->code,
                ledger: array_map(
                    static fn(LedgerEntry $e): LedgerLine => new LedgerLine(
                        $e->at,
                        $e->label,
                        $e->how,
                        $e->perLine ? 'line' : 'unit',
                        $amount($e->amount),
                        $amount($e->running),
                    ),
                    $quote->ledger,
                ),
                sku: $appraisal->line->sku,
                quantity: $appraisal->quantity,
                weight: PlainDecimal::of($appraisal->line->weight),
                points: PlainDecimal::of($appraisal->line->points),
                image: $appraisal->line->image,
                entries: array_map(
                    static fn(array $entries): array => array_map(
                        static fn(array $e): Entry => new Entry($e['label'], $e['value'], $e['at']),
                        $entries,
                    ),
                    $appraisal->line->entries,
                ),
                ownLines: array_map(
                    static fn(OwnLine $o): OwnLineView => new OwnLineView(
                        $o->sku,
                        $o->name,
                        $appraisal->quantity,
                        $amount($o->unitPrice),
                        $amount($o->lineTotal),
                    ),
                    $quote->ownLines,
                ),
            ),
        );
    }
}
