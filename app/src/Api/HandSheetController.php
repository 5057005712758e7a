<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\SheetText;
use Ithrel\App\Http\Created;
use Ithrel\App\Later\MayTakeLong;
use Ithrel\App\People\Changes;
use Ithrel\App\Rehearsal\Plans;
use Ithrel\App\Rehearsal\Rehearsals;
use Ithrel\App\Store\Shelf;
use Ithrel\Core\Compare\FilledSheet;
use Ithrel\Core\Compare\HandDepth;
use Ithrel\Core\Compare\HandSheet;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Table\Csv;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/**
 * The plan for somebody who tries it by hand: it goes out, and comes back filled in.
 */
final readonly class HandSheetController
{
    public function __construct(
        private Shelf $shelf,
        private Rehearsals $rehearsals,
        private RehearsalViews $views,
        private Plans $plans,
    ) {}

    #[Route('/api/setups/{id}/hand-sheet', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/setups/{id}/hand-sheet',
            operationId: 'getHandSheet',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The plan for somebody who tries it by hand.',
                    content: new OA\JsonContent(ref: '#/components/schemas/HandSheetView'),
                ),
            ],
        ),
    ]
    public function handSheet(string $id): JsonResponse
    {
        $revision = $this->shelf->get($id)->latest();

        return new JsonResponse(
            CheckViews::hand($this->shelf->reach($revision)->setup, $this->plans->of($revision, Shelf::today())),
        );
    }

    #[Route('/api/setups/{id}/hand-sheet.csv', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/setups/{id}/hand-sheet.csv',
            operationId: 'downloadHandSheet',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(
                    name: 'depth',
                    in: 'query',
                    description: 'A row a check, a thing (once for all stages where it is alike), or ' .
                        'a thing at a stage.',
                    schema: new OA\Schema(type: 'string', enum: ['check', 'thing', 'stage'], default: 'stage'),
                ),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The same as CSV, with an empty column for what was found.',
                ),
            ],
        ),
    ]
    public function handSheetAsCsv(
        string $id,
        #[MapQueryParameter(validationFailedStatusCode: 400)] HandDepth $depth = HandDepth::Stage,
    ): Response {
        $revision = $this->shelf->get($id)->latest();
        $setup = $this->shelf->reach($revision)->setup;
        $plan = $this->plans->of($revision, Shelf::today());

        return new StreamedResponse(
            static function () use ($setup, $plan, $depth): void {
                foreach (HandSheet::rows($setup, $plan, $depth) as $row) {
                    echo Csv::text([$row]);
                }
            },
            Response::HTTP_OK,
            ['Content-Type' => 'text/csv; charset=utf-8', 'Content-Disposition' => 'attachment; filename=by-hand.csv'],
        );
    }

    #[Route('/api/setups/{id}/hand-sheet', methods: ['POST'])]
    #[MayTakeLong]
    #[Changes('brought in a sheet filled in by hand', waits: true)]
    #[
        OA\Post(
            path: '/api/setups/{id}/hand-sheet',
            operationId: 'readHandSheet',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/SheetText'),
            ),
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'What was found is kept as a rehearsal.',
                    content: new OA\JsonContent(ref: '#/components/schemas/RehearsalView'),
                ),
            ],
        ),
    ]
    public function readHandSheet(string $id, #[MapRequestPayload] SheetText $sheet): JsonResponse
    {
        $setup = $this->shelf->get($id);
        $revision = $setup->latest();
        $plan = $this->plans->of($revision, Shelf::today());
        $document = $this->shelf->reach($revision)->setup;
        $found = FilledSheet::read($document, $plan, $sheet->text);
        if ([] === $found) {
            throw UnreadableDocument::at('', 'Nothing is filled in: the column "found" is empty in every row.');
        }

        $rehearsal = $this->rehearsals->byHand($setup, $revision, $document, $plan, $found, Shelf::today());

        return new Created($this->views->full($rehearsal), '/api/rehearsals/' . $rehearsal->id());
    }
}
