<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Doctrine\ORM\EntityManagerInterface;
use Ithrel\App\Api\Dto\LogLine;
use Ithrel\App\Store\LogEntry;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\Routing\Attribute\Route;

/**
 * What was changed, by whom and when.
 */
final readonly class LogController
{
    private const PAGE = 100;

    public function __construct(private EntityManagerInterface $entities) {}

    #[Route('/api/log', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/log',
            operationId: 'readLog',
            parameters: [
                new OA\Parameter(
                    name: 'before',
                    description: 'id of a line; those before it',
                    in: 'query',
                    schema: new OA\Schema(type: 'string'),
                ),
                new OA\Parameter(name: 'setup', in: 'query', schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The newest first, a hundred at most.',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/LogLine'),
                    ),
                ),
            ],
        ),
    ]
    public function read(
        #[MapQueryParameter(validationFailedStatusCode: 400)] string $before = '',
        #[MapQueryParameter(validationFailedStatusCode: 400)] string $setup = '',
    ): JsonResponse {
        $query = $this->entities
            ->createQueryBuilder()
            ->select('e')
            ->from(LogEntry::class, 'e')
            ->orderBy('e.id', 'DESC')
            ->setMaxResults(self::PAGE);
        if ('' !== $before) {
            $query->andWhere('e.id < :before')->setParameter('before', $before);
        }
        if ('' !== $setup) {
            $query->andWhere('e.setup = :setup')->setParameter('setup', $setup);
        }
        /** @var list<LogEntry> $entries */
        $entries = $query->getQuery()->getResult();

        return new JsonResponse(
            array_map(
                static fn(LogEntry $e): LogLine => new LogLine(
                    $e->id(),
                    $e->at()->format(DATE_ATOM),
                    $e->person(),
                    $e->what(),
                    $e->setup(),
                    $e->title(),
                ),
                $entries,
            ),
        );
    }
}
