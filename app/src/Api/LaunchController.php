<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\LaunchView;
use Ithrel\App\Api\Dto\Signing;
use Ithrel\App\Gate\Launches;
use Ithrel\App\Http\Created;
use Ithrel\App\Http\Query;
use Ithrel\App\Later\MayTakeLong;
use Ithrel\App\People\Changes;
use Ithrel\App\People\Needs;
use Ithrel\App\People\Role;
use Ithrel\App\People\Who;
use Ithrel\App\Store\Shelf;
use Ithrel\App\Store\SignedLaunch;
use Ithrel\Core\Gate\Gate;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Signs launches, and tells what was signed.
 */
final readonly class LaunchController
{
    public function __construct(private Shelf $shelf, private Launches $launches, private Who $who) {}

    #[Route('/api/setups/{id}/launches', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/setups/{id}/launches',
            operationId: 'listLaunches',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(
                    name: 'before',
                    description: 'id of one; those that were signed before it',
                    in: 'query',
                    schema: new OA\Schema(type: 'string'),
                ),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Those signed, the newest first, 20 at most.',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/LaunchView'),
                    ),
                ),
            ],
        ),
    ]
    public function list(
        string $id,
        #[MapQueryParameter(validationFailedStatusCode: 400)] string $before = '',
    ): JsonResponse {
        return new JsonResponse(array_map(self::view(...), $this->launches->of($this->shelf->get($id), $before)));
    }

    #[Route('/api/setups/{id}/launches', methods: ['POST'])]
    #[MayTakeLong]
    #[Needs(Role::Lead)]
    #[Changes('signed a launch', waits: true)]
    #[
        OA\Post(
            path: '/api/setups/{id}/launches',
            operationId: 'sign',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/Signing'),
            ),
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'Signed, and kept as it is.',
                    content: new OA\JsonContent(ref: '#/components/schemas/LaunchView'),
                ),
                new OA\Response(ref: '#/components/responses/Problem', response: 409),
            ],
        ),
    ]
    public function sign(string $id, #[MapRequestPayload] Signing $given): JsonResponse
    {
        $launch = $this->launches->sign($this->shelf->get($id), $this->who->named($given->by), $given->sha256);

        return new Created(
            self::view(SignedLaunch::of($launch)),
            sprintf('/api/setups/%s/launches/%s', $id, $launch->id()),
        );
    }

    #[Route('/api/setups/{id}/launches/{item}', requirements: ['item' => '[0-9A-Z]{26}'], methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/setups/{id}/launches/{item}',
            operationId: 'getLaunch',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'item', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(
                    name: 'format',
                    in: 'query',
                    schema: new OA\Schema(type: 'string', enum: ['html', 'json', 'document']),
                ),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The gate as it was signed, as a page, as gate/1, or the document that was signed.',
                ),
            ],
        ),
    ]
    public function signed(string $id, string $item, Request $request): Response
    {
        $launch = $this->launches->get($this->shelf->get($id), $item);

        return match (Query::one($request, 'format', ['html', 'json', 'document'])) {
            'json' => new JsonResponse(
                ['signed' => ['by' => $launch->person(), 'when' => $launch->signedAt()->format(\DATE_ATOM)]] +
                    $launch->gate(),
                Response::HTTP_OK,
                self::file('launch.json', 'application/json'),
            ),
            'document' => new Response(
                $launch->document(),
                Response::HTTP_OK,
                self::file('setup.json', 'application/json; charset=utf-8'),
            ),
            'html' => new Response(
                $launch->page(),
                Response::HTTP_OK,
                self::file('launch.html', 'text/html; charset=utf-8'),
            ),
        };
    }

    public static function view(SignedLaunch $launch): LaunchView
    {
        return new LaunchView(
            $launch->id,
            $launch->person,
            $launch->signedAt->format(\DATE_ATOM),
            Gate::words($launch->verdict),
            $launch->revision,
            $launch->sha256,
        );
    }

    /**
     * @return array<string, string> headers
     */
    private static function file(string $name, string $type): array
    {
        return ['Content-Type' => $type, 'Content-Disposition' => 'attachment; filename=' . $name];
    }
}
