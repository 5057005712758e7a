<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\DocumentText;
use Ithrel\App\Api\Dto\RevisionPage;
use Ithrel\App\Api\Dto\RevisionView;
use Ithrel\App\Http\AsSeen;
use Ithrel\App\Http\Created;
use Ithrel\App\Http\Unchanged;
use Ithrel\App\People\Changes;
use Ithrel\App\Store\Afterwards;
use Ithrel\App\Store\Reports;
use Ithrel\App\Store\Revision;
use Ithrel\App\Store\Shelf;
use Ithrel\App\Store\StoredSetup;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;

/**
 * The revisions of a setup: lists, reads and restores them, and takes the next one in.
 */
final readonly class RevisionController
{
    private const A_PAGE = 100;

    public function __construct(
        private Shelf $shelf,
        private Reports $reports,
        private Afterwards $afterwards,
        private AsSeen $asSeen,
    ) {}

    #[Route('/api/setups/{id}/revisions', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/setups/{id}/revisions',
            operationId: 'listRevisions',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(
                    name: 'from',
                    in: 'query',
                    description: 'how many newer ones are passed over',
                    schema: new OA\Schema(type: 'integer', minimum: 0),
                ),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'A hundred of them at most, newest first, without their documents.',
                    content: new OA\JsonContent(ref: '#/components/schemas/RevisionPage'),
                ),
            ],
        ),
    ]
    public function list(
        string $id,
        #[MapQueryParameter(options: ['min_range' => 0], validationFailedStatusCode: 400)] int $from = 0,
    ): JsonResponse {
        [$total, $rows] = $this->shelf->revisions($this->shelf->get($id), $from, self::A_PAGE);

        return new JsonResponse(
            new RevisionPage(
                $total,
                $from,
                array_map(static fn(array $row): RevisionView => new RevisionView(...$row), $rows),
            ),
        );
    }

    #[Route('/api/setups/{id}/revisions/{number}', methods: ['GET'], requirements: ['number' => '[1-9]\d{0,8}'])]
    #[
        OA\Get(
            path: '/api/setups/{id}/revisions/{number}',
            operationId: 'getRevision',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'number', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'One revision, without its document.',
                    content: new OA\JsonContent(ref: '#/components/schemas/RevisionView'),
                ),
            ],
        ),
    ]
    public function show(string $id, int $number): JsonResponse
    {
        return new JsonResponse(self::view($this->revision($this->shelf->get($id), $number)));
    }

    #[Route('/api/setups/{id}/revisions', methods: ['POST'])]
    #[Changes('brought in another revision')]
    #[
        OA\Post(
            path: '/api/setups/{id}/revisions',
            operationId: 'revise',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/DocumentText'),
            ),
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/AsSeen'),
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'Kept as the next revision.',
                    content: new OA\JsonContent(ref: '#/components/schemas/RevisionView'),
                ),
                new OA\Response(
                    response: 200,
                    description: 'It is the latest revision as it is.',
                    content: new OA\JsonContent(ref: '#/components/schemas/RevisionView'),
                ),
            ],
        ),
    ]
    public function revise(string $id, #[MapRequestPayload] DocumentText $document): JsonResponse
    {
        return $this->revised($this->shelf->get($id), $document->text);
    }

    #[
        Route(
            '/api/setups/{id}/revisions/{number}/restore',
            methods: ['POST'],
            requirements: ['number' => '[1-9]\d{0,8}'],
        ),
    ]
    #[Changes('made an earlier revision the latest')]
    #[
        OA\Post(
            path: '/api/setups/{id}/revisions/{number}/restore',
            operationId: 'restoreRevision',
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/AsSeen'),
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'number', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
            ],
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'Its document is the next revision; those in between stay.',
                    content: new OA\JsonContent(ref: '#/components/schemas/RevisionView'),
                ),
                new OA\Response(
                    response: 200,
                    description: 'It is the latest revision as it is.',
                    content: new OA\JsonContent(ref: '#/components/schemas/RevisionView'),
                ),
            ],
        ),
    ]
    public function restore(string $id, int $number): JsonResponse
    {
        $setup = $this->shelf->get($id);

        return $this->revised($setup, $this->revision($setup, $number)->document());
    }

    #[Route('/api/setups/{id}/document', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/setups/{id}/document',
            operationId: 'getDocument',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The document, byte for byte as it came in.',
                    content: new OA\JsonContent(type: 'object'),
                ),
            ],
        ),
    ]
    public function document(string $id): Response
    {
        $setup = $this->shelf->get($id);

        return self::file($setup, $setup->latest());
    }

    #[
        Route(
            '/api/setups/{id}/revisions/{number}/document',
            methods: ['GET'],
            requirements: ['number' => '[1-9]\d{0,8}'],
        ),
    ]
    #[
        OA\Get(
            path: '/api/setups/{id}/revisions/{number}/document',
            operationId: 'getDocumentOfRevision',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'number', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The document of one revision, byte for byte; it never changes.',
                    content: new OA\JsonContent(type: 'object'),
                ),
            ],
        ),
    ]
    public function documentOf(string $id, int $number): Response
    {
        $setup = $this->shelf->get($id);
        $revision = $this->revision($setup, $number);
        $response = self::file($setup, $revision);
        $response->setEtag($revision->sha256())->setPrivate()->setMaxAge(31_536_000)->setImmutable();

        return $response;
    }

    /** What it comes to is worked out once who brought it in has her answer. */
    private function revised(StoredSetup $setup, string $document): JsonResponse
    {
        $latest = $setup->latest();
        $place = static fn(Revision $r): string => sprintf('/api/setups/%s/revisions/%d', $setup->id(), $r->number());
        if ($latest->sha256() === hash('sha256', $document)) {
            return new Unchanged(self::view($latest), $place($latest));
        }
        $this->asSeen->ask(
            $latest->sha256(),
            sprintf('Revision %d came in while you wrote. Nothing of yours is lost.', $latest->number()),
        );
        $revision = $this->shelf->revise($setup, $document);
        $this->afterwards->later(function () use ($revision): void {
            $this->reports->of($revision, Reports::SECONDS_AFTERWARDS);
        });

        return new Created(self::view($revision), $place($revision));
    }

    private static function view(Revision $revision): RevisionView
    {
        return new RevisionView(
            $revision->number(),
            $revision->sha256(),
            $revision->createdAt()->format(DATE_ATOM),
            strlen($revision->document()),
        );
    }

    private function revision(StoredSetup $setup, int $number): Revision
    {
        return $setup->revision($number) ??
            throw new NotFoundHttpException(sprintf('%s has no revision %d.', $setup->title(), $number));
    }

    private static function file(StoredSetup $setup, Revision $revision): Response
    {
        $name = trim((string) preg_replace('/[^\p{L}\p{N}]+/u', '-', $setup->title()), '-');
        $name = '' === $name ? 'setup' : $name;

        return new Response($revision->document(), Response::HTTP_OK, [
            'Content-Type' => 'application/json; charset=utf-8',
            'Content-Disposition' => HeaderUtils::makeDisposition(
                HeaderUtils::DISPOSITION_ATTACHMENT,
                $name . '.json',
                mb_check_encoding($name, 'ASCII') ? $name . '.json' : 'setup.json',
            ),
        ]);
    }
}
