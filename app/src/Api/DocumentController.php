<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Store\Reports;
use Ithrel\App\Store\Shelf;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * A document by its hash, whichever setups have it, and what its check says.
 */
final readonly class DocumentController
{
    public function __construct(private Shelf $shelf, private Reports $reports, private Views $views) {}

    #[Route('/api/documents/{sha256}', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/documents/{sha256}',
            operationId: 'getDocumentByHash',
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/Document'),
                new OA\Parameter(ref: '#/components/parameters/Edition'),
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
    public function document(string $sha256): Response
    {
        return new Response($this->shelf->document($sha256)->document(), Response::HTTP_OK, [
            'Content-Type' => 'application/json; charset=utf-8',
        ]);
    }

    #[Route('/api/documents/{sha256}/report', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/documents/{sha256}/report',
            operationId: 'getReport',
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/Document'),
                new OA\Parameter(ref: '#/components/parameters/Edition'),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Counts, what can never be chosen, and findings; or why there are none.',
                    content: new OA\JsonContent(ref: '#/components/schemas/ReportView'),
                ),
                new OA\Response(
                    response: 202,
                    description: 'It is still being worked out.',
                    content: new OA\JsonContent(ref: '#/components/schemas/ReportView'),
                ),
            ],
        ),
    ]
    public function report(string $sha256): JsonResponse
    {
        [$report, $trouble] = $this->reports->of($this->shelf->document($sha256));

        return new JsonResponse(
            $this->views->report($report, $trouble),
            null === $report && null === $trouble ? Response::HTTP_ACCEPTED : Response::HTTP_OK,
        );
    }
}
