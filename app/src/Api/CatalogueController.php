<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\CatalogueRow;
use Ithrel\App\Api\Dto\CatalogueView;
use Ithrel\App\Api\Dto\SheetText;
use Ithrel\App\Http\AsSeen;
use Ithrel\App\People\Changes;
use Ithrel\App\People\Who;
use Ithrel\App\Store\Catalogues;
use Ithrel\App\Store\Shelf;
use Ithrel\Core\Scope\CatalogueItem;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/**
 * The items of the shop, and which of them a setup applies to.
 */
final readonly class CatalogueController
{
    private const PAGE = 100;

    public function __construct(
        private Catalogues $catalogues,
        private Shelf $shelf,
        private Who $who,
        private AsSeen $asSeen,
    ) {}

    #[Route('/api/catalogue', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/catalogue',
            operationId: 'getCatalogue',
            parameters: [
                new OA\Parameter(name: 'search', in: 'query', schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'from', in: 'query', schema: new OA\Schema(type: 'integer', minimum: 0)),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Its items, a hundred at most.',
                    content: new OA\JsonContent(ref: '#/components/schemas/CatalogueView'),
                ),
            ],
        ),
    ]
    public function read(
        #[MapQueryParameter(validationFailedStatusCode: 400)] string $search = '',
        #[MapQueryParameter(options: ['min_range' => 0], validationFailedStatusCode: 400)] int $from = 0,
    ): JsonResponse {
        return new JsonResponse($this->view($search, $from));
    }

    #[Route('/api/catalogue', methods: ['PUT'])]
    #[Changes('brought in the catalogue')]
    #[
        OA\Put(
            path: '/api/catalogue',
            operationId: 'putCatalogue',
            parameters: [new OA\Parameter(ref: '#/components/parameters/AsSeen')],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/SheetText'),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'It takes the place of the one before.',
                    content: new OA\JsonContent(ref: '#/components/schemas/CatalogueView'),
                ),
            ],
        ),
    ]
    public function put(#[MapRequestPayload] SheetText $sheet): JsonResponse
    {
        $this->asSeen->ask($this->tag(), 'Somebody else brought in another catalogue meanwhile.');
        $this->catalogues->keep($sheet->text, $this->who->name());

        return new JsonResponse($this->view('', 0));
    }

    #[Route('/api/setups/{id}/scope', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/setups/{id}/scope',
            operationId: 'getScope',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'from', in: 'query', schema: new OA\Schema(type: 'integer', minimum: 0)),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The items that the setup applies to and by what, a hundred at most, ' .
                        'with what is odd about ' .
                        'it.',
                    content: new OA\JsonContent(ref: '#/components/schemas/CatalogueView'),
                ),
            ],
        ),
    ]
    public function scope(
        string $id,
        #[MapQueryParameter(options: ['min_range' => 0], validationFailedStatusCode: 400)] int $from = 0,
    ): JsonResponse {
        $stored = $this->shelf->get($id);
        $setup = $this->shelf->reach($stored->latest())->setup;
        $catalogue = $this->catalogues->catalogue();
        $scope = $setup->appliesTo;
        $hits = null === $catalogue || null === $scope ? [] : $catalogue->hitBy($scope);
        $rows =
            null === $scope
                ? []
                : array_map(
                    static fn(CatalogueItem $i): CatalogueRow => self::row($i, $i->reasons($scope)),
                    array_slice($hits, $from, self::PAGE),
                );

        return new JsonResponse(
            new CatalogueView(
                $this->catalogues->kept()?->when(),
                count($catalogue->items ?? []),
                count($hits),
                $rows,
                array_map(
                    Views::finding(...),
                    null === $catalogue ? [] : $this->catalogues->findings($catalogue, $stored, $setup),
                ),
                $this->tag(),
            ),
        );
    }

    private function view(string $search, int $from): CatalogueView
    {
        $all = $this->catalogues->catalogue()->items ?? [];
        $words = mb_strtolower(trim($search));
        $meant =
            '' === $words
                ? $all
                : array_values(
                    array_filter(
                        $all,
                        static fn(CatalogueItem $i): bool => str_contains(
                            mb_strtolower(implode("\n", [$i->sku, $i->name, ...$i->categories, ...$i->tags])),
                            $words,
                        ),
                    ),
                );

        return new CatalogueView(
            $this->catalogues->kept()?->when(),
            count($all),
            count($meant),
            array_map(
                static fn(CatalogueItem $i): CatalogueRow => self::row($i, []),
                array_slice($meant, $from, self::PAGE),
            ),
            [],
            $this->tag(),
        );
    }

    private function tag(): string
    {
        $kept = $this->catalogues->kept();

        return AsSeen::tag(null === $kept ? null : [$kept->when(), hash('sha256', $kept->text())]);
    }

    /**
     * @param list<string> $by
     */
    private static function row(CatalogueItem $item, array $by): CatalogueRow
    {
        return new CatalogueRow($item->sku, $item->name, $item->categories, $item->tags, $by);
    }
}
