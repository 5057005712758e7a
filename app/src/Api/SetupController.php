<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\DocumentText;
use Ithrel\App\Api\Dto\NewTitle;
use Ithrel\App\Gate\Verdicts;
use Ithrel\App\Http\AsSeen;
use Ithrel\App\Http\Created;
use Ithrel\App\People\Changes;
use Ithrel\App\People\Role;
use Ithrel\App\People\Who;
use Ithrel\App\Store\Afterwards;
use Ithrel\App\Store\Reports;
use Ithrel\App\Store\Shelf;
use Ithrel\App\Store\ShelfPage;
use Ithrel\Core\Gate\Gate;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;
use Symfony\Component\Routing\Attribute\Route;

#[OA\Info(version: '1', title: 'Ithrel')]
#[
    OA\PathParameter(
        parameter: 'Document',
        name: 'sha256',
        description: 'the SHA-256 of a document that is on the shelf, in hexadecimal',
        required: true,
        schema: new OA\Schema(type: 'string', pattern: '^[0-9a-f]{64}$'),
    ),
]
#[
    OA\QueryParameter(
        parameter: 'Edition',
        name: 'edition',
        description: 'as the desk tells it; the answer may be kept for good then',
        schema: new OA\Schema(type: 'string'),
    ),
]
#[
    OA\HeaderParameter(
        parameter: 'AsSeen',
        name: 'If-Match',
        description: 'the tag of the state that is changed, in quotation marks; another by now refuses it',
        schema: new OA\Schema(type: 'string'),
    ),
]
#[
    OA\Response(
        response: 'Problem',
        description: 'What went wrong, and where.',
        content: new OA\MediaType(
            mediaType: 'application/problem+json',
            schema: new OA\Schema(ref: '#/components/schemas/ProblemDetails'),
        ),
    ),
]
final readonly class SetupController
{
    private const VERDICTS = [Gate::MAY, Gate::NOT_YET, Gate::MUST_NOT, Verdicts::NONE, 'due'];

    public function __construct(
        private Shelf $shelf,
        private Reports $reports,
        private Views $views,
        private Who $who,
        private Afterwards $afterwards,
        private AsSeen $asSeen,
    ) {}

    #[Route('/api/setups', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/setups',
            operationId: 'listSetups',
            parameters: [
                new OA\Parameter(name: 'search', in: 'query', schema: new OA\Schema(type: 'string')),
                new OA\Parameter(
                    name: 'verdict',
                    in: 'query',
                    schema: new OA\Schema(
                        type: 'string',
                        enum: ['may-launch', 'not-yet', 'must-not-launch', 'none', 'due'],
                    ),
                ),
                new OA\Parameter(
                    name: 'order',
                    in: 'query',
                    schema: new OA\Schema(type: 'string', enum: ['newest', 'title', 'verdict']),
                ),
                new OA\Parameter(name: 'from', in: 'query', schema: new OA\Schema(type: 'integer')),
                new OA\Parameter(name: 'limit', in: 'query', schema: new OA\Schema(type: 'integer')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'A page of the shelf.',
                    content: new OA\JsonContent(ref: '#/components/schemas/ShelfView'),
                ),
            ],
        ),
    ]
    public function list(
        #[MapQueryParameter(validationFailedStatusCode: 400)] string $search = '',
        #[MapQueryParameter(validationFailedStatusCode: 400)] ?string $verdict = null,
        #[MapQueryParameter(validationFailedStatusCode: 400)] string $order = 'newest',
        #[MapQueryParameter(options: ['min_range' => 0], validationFailedStatusCode: 400)] int $from = 0,
        #[
            MapQueryParameter(options: ['min_range' => 1, 'max_range' => 200], validationFailedStatusCode: 400),
        ]
        int $limit = 50,
    ): JsonResponse {
        if (!isset(ShelfPage::ORDERS[$order]) || !in_array($verdict, [null, ...self::VERDICTS], true)) {
            throw new BadRequestHttpException(
                sprintf(
                    'A verdict is %s; an order is %s.',
                    implode(', ', self::VERDICTS),
                    implode(', ', array_keys(ShelfPage::ORDERS)),
                ),
            );
        }

        return new JsonResponse($this->views->shelf($search, $verdict, $order, $from, $limit));
    }

    #[Route('/api/setups', methods: ['POST'])]
    #[Changes('brought the setup in')]
    #[
        OA\Post(
            path: '/api/setups',
            operationId: 'bringIn',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/DocumentText'),
            ),
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'It was read and kept.',
                    content: new OA\JsonContent(ref: '#/components/schemas/ShelfEntry'),
                ),
            ],
        ),
    ]
    public function bringIn(#[MapRequestPayload] DocumentText $document): JsonResponse
    {
        $setup = $this->shelf->bringIn($document->text);
        $this->afterwards->later(function () use ($setup): void {
            $this->reports->of($setup->latest(), Reports::SECONDS_AFTERWARDS);
        });

        return new Created($this->views->shelfEntry($setup), '/api/setups/' . $setup->id());
    }

    #[Route('/api/setups/{id}', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/setups/{id}',
            operationId: 'getDesk',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Document and check.',
                    content: new OA\JsonContent(ref: '#/components/schemas/Desk'),
                ),
            ],
        ),
    ]
    public function desk(string $id): JsonResponse
    {
        return new JsonResponse($this->views->desk($this->shelf->get($id)));
    }

    #[Route('/api/setups/{id}', methods: ['PATCH'])]
    #[Changes('gave the setup another name')]
    #[
        OA\Patch(
            path: '/api/setups/{id}',
            operationId: 'renameSetup',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/NewTitle'),
            ),
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/AsSeen'),
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Renamed.',
                    content: new OA\JsonContent(ref: '#/components/schemas/ShelfEntry'),
                ),
            ],
        ),
    ]
    public function rename(string $id, #[MapRequestPayload] NewTitle $title): JsonResponse
    {
        $setup = $this->shelf->get($id);
        $this->asSeen->ask(AsSeen::tag($setup->title()), 'Somebody else gave it another name meanwhile.');
        $this->shelf->rename($setup, trim($title->title));

        return new JsonResponse($this->views->shelfEntry($setup));
    }

    #[Route('/api/setups/{id}', methods: ['DELETE'])]
    #[Changes('removed the setup')]
    #[
        OA\Delete(
            path: '/api/setups/{id}',
            operationId: 'removeSetup',
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/AsSeen'),
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [new OA\Response(response: 204, description: 'Removed with its revisions.')],
        ),
    ]
    public function remove(string $id): Response
    {
        $setup = $this->shelf->get($id);
        $this->asSeen->ask($setup->latest()->sha256(), 'Another revision came in meanwhile.');
        // What is removed is gone, with all that was accepted; a tester puts it away.
        if ($this->who->role(Role::Lead)->includes(Role::Lead)) {
            $this->shelf->remove($setup);
        } else {
            $this->shelf->putAway($setup);
        }

        return new Response(null, Response::HTTP_NO_CONTENT);
    }
}
