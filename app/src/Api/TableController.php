<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\LeftOver;
use Ithrel\App\Api\Dto\TableChangeView;
use Ithrel\App\Api\Dto\TableView;
use Ithrel\App\Api\Dto\TableWanted;
use Ithrel\App\Draft\DraftSources;
use Ithrel\App\People\Needs;
use Ithrel\App\People\Role;
use Ithrel\App\Store\Shelf;
use Ithrel\Core\Document\JsonText;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Draft\SetupSheet;
use Ithrel\Core\Draft\SheetCell;
use Ithrel\Core\Draft\TableChange;
use Ithrel\Core\Draft\TableMerge;
use Ithrel\Core\Setup\Reader;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;

/**
 * A setup as tables: given out for a spreadsheet, and what a table that comes back would change.
 */
final readonly class TableController
{
    public function __construct(private Shelf $shelf, private Reader $reader, private DraftSources $sources) {}

    #[Route('/api/documents/{sha256}/options.csv', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/documents/{sha256}/options.csv',
            operationId: 'downloadOptions',
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/Document'),
                new OA\Parameter(ref: '#/components/parameters/Edition'),
            ],
            responses: [
                new OA\Response(response: 200, description: 'Its options as CSV, a line an option and a line a value.'),
            ],
        ),
    ]
    public function options(string $sha256): Response
    {
        return self::csv($this->sheet($sha256)->options(), 'options.csv');
    }

    #[Route('/api/documents/{sha256}/rows.csv', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/documents/{sha256}/rows.csv',
            operationId: 'downloadRows',
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/Document'),
                new OA\Parameter(ref: '#/components/parameters/Edition'),
            ],
            responses: [new OA\Response(response: 200, description: 'Its variant rows as CSV.')],
        ),
    ]
    public function rows(string $sha256): Response
    {
        return self::csv(
            $this->sheet($sha256)->rows() ?? throw new NotFoundHttpException('The setup has no variant rows.'),
            'rows.csv',
        );
    }

    #[Route('/api/tables', methods: ['POST'])]
    #[Needs(Role::Reader)]
    #[
        OA\Post(
            path: '/api/tables',
            operationId: 'holdTable',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/TableWanted'),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'What the table would change; nothing is kept.',
                    content: new OA\JsonContent(ref: '#/components/schemas/TableView'),
                ),
            ],
        ),
    ]
    public function held(#[MapRequestPayload] TableWanted $wanted): JsonResponse
    {
        $minor = $this->reader->read($wanted->text, Today::of(Shelf::today()))->currency->minorUnits;
        $source = $this->sources->read($wanted->table, $minor);
        if ([] === $source->options) {
            throw UnreadableDocument::at('', $source->left[0]['why'] ?? 'No option was found in it.');
        }
        $merge = TableMerge::of(JsonText::members($wanted->text), $source, $minor);

        return new JsonResponse(
            new TableView(
                array_map(
                    static fn(TableChange $c): TableChangeView => new TableChangeView(
                        $c->at,
                        null === $c->value ? null : SheetCell::json($c->value),
                        $c->from,
                        $c->words,
                    ),
                    $merge->changes,
                ),
                $merge->kept,
                array_map(static fn(array $left): LeftOver => new LeftOver($left['from'], $left['why']), $source->left),
            ),
        );
    }

    private function sheet(string $sha256): SetupSheet
    {
        $revision = $this->shelf->document($sha256);

        return new SetupSheet($this->shelf->reach($revision)->setup, $revision->document());
    }

    private static function csv(string $text, string $name): Response
    {
        return new Response($text, Response::HTTP_OK, [
            'Content-Type' => 'text/csv; charset=utf-8',
            'Content-Disposition' => 'attachment; filename=' . $name,
        ]);
    }
}
