<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;
use Ithrel\App\Api\Dto\Effects;
use Ithrel\App\Api\Dto\EffectView;
use Ithrel\App\Api\Dto\LedgerStep;
use Ithrel\App\Api\Dto\PathLedger;
use Ithrel\App\Api\Dto\QuantityStep;
use Ithrel\App\Api\Dto\SheetText;
use Ithrel\App\Api\Dto\SlipProblem;
use Ithrel\App\Gate\SetupGate;
use Ithrel\App\Http\Query;
use Ithrel\App\Ledger\LedgerFile;
use Ithrel\App\People\Needs;
use Ithrel\App\People\Role;
use Ithrel\App\People\Who;
use Ithrel\App\Store\HandedSheet;
use Ithrel\App\Store\Shelf;
use Ithrel\Core\Answer\AnswerProblem;
use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Cart\Appraiser;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Price\LedgerRow;
use Ithrel\Core\Price\LedgerSheet;
use Ithrel\Core\Price\Spread\NotExact;
use Ithrel\Core\Price\Spread\ValueEffect;
use Ithrel\Core\Price\Spread\ValueEffects;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Setup;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/**
 * What one path costs, what all of them do, and what somebody wrote down that they should.
 *
 * Long, as most of it describes the interface; a method does little.
 */
final readonly class LedgerController
{
    private const MOST_ROWS = 200;

    public function __construct(private Shelf $shelf, private SetupGate $gates, private Who $who) {}

    #[Route('/api/documents/{sha256}/ledger', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/documents/{sha256}/ledger',
            operationId: 'getLedger',
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/Document'),
                new OA\Parameter(ref: '#/components/parameters/Edition'),
                new OA\Parameter(
                    name: 'pin[]',
                    in: 'query',
                    schema: new OA\Schema(type: 'array', items: new OA\Items(type: 'string')),
                ),
                new OA\Parameter(
                    name: 'in[]',
                    in: 'query',
                    schema: new OA\Schema(type: 'array', items: new OA\Items(type: 'string')),
                ),
                new OA\Parameter(name: 'qty', in: 'query', schema: new OA\Schema(type: 'integer')),
                new OA\Parameter(
                    name: 'format',
                    description: 'a file to keep',
                    in: 'query',
                    schema: new OA\Schema(type: 'string', enum: ['json', 'csv', 'text']),
                ),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'One path, line by line.',
                    content: new OA\JsonContent(ref: '#/components/schemas/PathLedger'),
                ),
            ],
        ),
    ]
    public function ledger(string $sha256, Request $request): Response
    {
        $reach = $this->reach($sha256);
        $setup = $reach->setup;
        $appraisal = (new Appraiser($reach))->appraise(StateWords::given($setup, $request));
        $rows = (new LedgerSheet($setup))->rows($appraisal->quote, $appraisal->quantity);
        $format = Query::one($request, 'format', ['json', 'csv', 'text']);
        if ('json' !== $format) {
            $csv = 'csv' === $format;

            return new Response(LedgerFile::text($setup, $rows, $csv), Response::HTTP_OK, [
                'Content-Type' => $csv ? 'text/csv; charset=utf-8' : 'text/plain; charset=utf-8',
                'Content-Disposition' => 'attachment; filename=ledger.' . ($csv ? 'csv' : 'txt'),
            ]);
        }
        $problems = array_map(
            static fn(AnswerProblem $p): SlipProblem => new SlipProblem(
                $p->code,
                $p->option,
                $p->message,
                $p->limit,
                $p->found,
            ),
            $appraisal->problems,
        );
        $steps = array_map(
            static fn(LedgerRow $r): LedgerStep => new LedgerStep(
                $r->kind,
                $r->at,
                $r->label,
                $r->basis,
                self::text($setup, $r->amount),
                self::text($setup, $r->running),
            ),
            $rows,
        );

        return new JsonResponse(
            new PathLedger(
                $appraisal->isComplete(),
                $problems,
                $steps,
                $this->quantities($reach, $appraisal->state, $appraisal->quantity),
                $setup->currency->code,
            ),
        );
    }

    #[Route('/api/documents/{sha256}/totals', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/documents/{sha256}/totals',
            operationId: 'getTotals',
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/Document'),
                new OA\Parameter(ref: '#/components/parameters/Edition'),
                new OA\Parameter(
                    name: 'side',
                    description: 'whether inputs are chosen cheapest or dearest',
                    in: 'query',
                    schema: new OA\Schema(type: 'string', enum: ['cheapest', 'dearest']),
                ),
                new OA\Parameter(name: 'qty', in: 'query', schema: new OA\Schema(type: 'integer')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'What all combinations come to.',
                    content: new OA\JsonContent(ref: '#/components/schemas/Totals'),
                ),
            ],
        ),
    ]
    public function totals(string $sha256, Request $request): JsonResponse
    {
        return new JsonResponse($this->view($this->reach($sha256), $request)->totals());
    }

    #[Route('/api/documents/{sha256}/totals/rows', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/documents/{sha256}/totals/rows',
            operationId: 'getRanked',
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/Document'),
                new OA\Parameter(ref: '#/components/parameters/Edition'),
                new OA\Parameter(
                    name: 'side',
                    in: 'query',
                    schema: new OA\Schema(type: 'string', enum: ['cheapest', 'dearest']),
                ),
                new OA\Parameter(name: 'qty', in: 'query', schema: new OA\Schema(type: 'integer')),
                new OA\Parameter(
                    name: 'from',
                    description: 'rank of the first, from 0, of any size',
                    in: 'query',
                    schema: new OA\Schema(type: 'string'),
                ),
                new OA\Parameter(
                    name: 'limit',
                    in: 'query',
                    schema: new OA\Schema(type: 'integer', maximum: self::MOST_ROWS),
                ),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Combinations in the order of their totals.',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/RankedRow'),
                    ),
                ),
            ],
        ),
    ]
    public function rows(string $sha256, Request $request): JsonResponse
    {
        $from = Query::large($request, 'from');
        $limit = Query::whole($request, 'limit', 100, 1, self::MOST_ROWS);
        try {
            return new JsonResponse($this->view($this->reach($sha256), $request)->rows($from, $limit));
        } catch (NotExact $e) {
            throw new UnprocessableEntityHttpException(
                'The combinations cannot be put in the order of their totals: ' . $e->getMessage() . '.',
                $e,
            );
        }
    }

    #[Route('/api/documents/{sha256}/effects', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/documents/{sha256}/effects',
            operationId: 'getEffects',
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/Document'),
                new OA\Parameter(ref: '#/components/parameters/Edition'),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'What each value really does.',
                    content: new OA\JsonContent(ref: '#/components/schemas/Effects'),
                ),
            ],
        ),
    ]
    public function effects(string $sha256): JsonResponse
    {
        $reach = $this->reach($sha256);
        $setup = $reach->setup;
        try {
            $effects = ValueEffects::of($reach);
        } catch (NotExact $e) {
            return new JsonResponse(new Effects($e->getMessage(), [], $setup->currency->code));
        }

        return new JsonResponse(
            new Effects(
                null,
                array_map(static function (ValueEffect $e) use ($setup): EffectView {
                    $option = $setup->options[$e->option];
                    $value = $option->values[$e->value];

                    return new EffectView(
                        option: $option->code,
                        label: $option->label,
                        value: $value->code,
                        valueLabel: Kind::Flag === $option->kind ? 'Yes' : $value->label,
                        at: $value->at,
                        against: null === $e->against ? 'no answer' : $option->values[$e->against]->label,
                        least: self::text($setup, $e->least),
                        usual: self::text($setup, $e->usual),
                        greatest: self::text($setup, $e->greatest),
                        count: gmp_strval($e->count),
                    );
                }, $effects),
                $setup->currency->code,
            ),
        );
    }

    #[Route('/api/setups/{id}/price-sheet', methods: ['POST'])]
    #[Needs(Role::Reader)]
    #[
        OA\Post(
            path: '/api/setups/{id}/price-sheet',
            operationId: 'checkPriceSheet',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/SheetText'),
            ),
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Each row beside what Ithrel works out.',
                    content: new OA\JsonContent(ref: '#/components/schemas/SheetResult'),
                ),
            ],
        ),
    ]
    public function priceSheet(string $id, #[MapRequestPayload] SheetText $sheet): JsonResponse
    {
        $stored = $this->shelf->get($id);
        $result = (new PriceSheetView($this->shelf->reach($stored->latest())))->result($sheet->text);
        // It counts at the gate; who may only look holds it against the setup for herself.
        $isTester = $this->who->role(Role::Tester)->includes(Role::Tester);

        return new JsonResponse(
            $result->counting(
                $isTester &&
                    $this->gates->hand(
                        $stored,
                        HandedSheet::PRICES,
                        $sheet->text,
                        count($result->rows),
                        $this->who->name(),
                    ),
            ),
        );
    }

    #[Route('/api/documents/{sha256}/price-sheet/csv', methods: ['POST'])]
    #[Needs(Role::Reader)]
    #[
        OA\Post(
            path: '/api/documents/{sha256}/price-sheet/csv',
            operationId: 'checkPriceSheetAsCsv',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/SheetText'),
            ),
            parameters: [new OA\Parameter(ref: '#/components/parameters/Document')],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The sheet with what Ithrel works out, as CSV.',
                    content: new OA\MediaType(mediaType: 'text/csv', schema: new OA\Schema(type: 'string')),
                ),
            ],
        ),
    ]
    public function priceSheetAsCsv(string $sha256, #[MapRequestPayload] SheetText $sheet): Response
    {
        return new Response((new PriceSheetView($this->reach($sha256)))->csv($sheet->text), Response::HTTP_OK, [
            'Content-Type' => 'text/csv; charset=utf-8',
        ]);
    }

    private function reach(string $sha256): Reach
    {
        return $this->shelf->reach($this->shelf->document($sha256));
    }

    private function view(Reach $reach, Request $request): TotalsView
    {
        $quantity = $request->query->getInt('qty', $reach->setup->quantity->min);
        if (!$reach->setup->quantity->allows($quantity)) {
            throw new BadRequestHttpException('This quantity cannot be bought.');
        }

        return new TotalsView(
            $reach,
            false,
            $quantity,
            'dearest' === Query::one($request, 'side', ['cheapest', 'dearest']),
        );
    }

    /**
     * The least quantity, two, a step on, and the most, beside the one asked for.
     *
     * @return list<QuantityStep>
     */
    private function quantities(Reach $reach, State $state, int $asked): array
    {
        $rule = $reach->setup->quantity;
        $wanted = [$rule->min, 2, $rule->min + $rule->step, $rule->min + 4 * $rule->step, $rule->max, $asked];
        foreach ($reach->setup->quantityMarks() as $mark) {
            array_push($wanted, $mark - 1, $mark, $mark + 1);
        }
        $wanted = array_values(
            array_unique(
                array_filter($wanted, static fn(?int $q): bool => null !== $q && $q >= 1 && $rule->allows($q)),
            ),
        );
        sort($wanted);
        $appraiser = new Appraiser($reach);
        $steps = [];
        foreach ($wanted as $quantity) {
            $quote = $appraiser->appraise(GivenState::of($reach->setup, $state, $quantity))->quote;
            $once =
                null === $quote->lineTotal || null === $quote->unitPrice || null === $quote->running
                    ? null
                    : $quote->lineTotal->minus(
                        ('line' === $reach->setup->rounding->at ? $quote->running : $quote->unitPrice)->multipliedBy(
                            $quantity,
                        ),
                    );
            $steps[] = new QuantityStep(
                $quantity,
                self::text($reach->setup, $quote->unitPrice),
                self::text($reach->setup, $once),
                self::text($reach->setup, $quote->total),
                self::text($reach->setup, $quote->total?->dividedBy($quantity, 4, RoundingMode::HalfUp)),
            );
        }

        return $steps;
    }

    private static function text(Setup $setup, ?BigDecimal $amount): ?string
    {
        return null === $amount ? null : Amount::text($amount, $setup->currency);
    }
}
