<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Http\Problems;
use Ithrel\App\Later\LaterAnswers;
use Ithrel\App\Later\LongRequests;
use Ithrel\App\People\Needs;
use Ithrel\App\People\Role;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Answers that took longer than somebody waits for at once.
 */
final readonly class AnswerController
{
    public function __construct(private LaterAnswers $answers) {}

    #[Route('/api/answers/{id}', requirements: ['id' => '[0-9A-Z]{26}'], methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/answers/{id}',
            operationId: 'getAnswer',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The answer, with the status and the content that its own address would have given it.',
                ),
                new OA\Response(response: 201, description: 'The same, where something was made.'),
                new OA\Response(response: 204, description: 'The same, where there is nothing to tell.'),
                new OA\Response(ref: '#/components/responses/412', response: 412),
            ],
        ),
    ]
    public function answer(string $id): Response
    {
        $asked = $this->answers->find($id) ?? throw new NotFoundHttpException('There is no such answer.');
        if (LaterAnswers::CANCELLED === $asked['state']) {
            return Problems::answer(
                'urn:ithrel:problem:stopped',
                'Stopped',
                422,
                'It was stopped before it was worked out.',
            );
        }
        if (LaterAnswers::DONE === $asked['state']) {
            return $this->answers->answer($id) ??
                throw new NotFoundHttpException('The answer is not kept any more. Ask again.');
        }
        $this->answers->isWaitedFor($id);

        return LongRequests::later($asked);
    }

    #[Route('/api/answers/{id}', requirements: ['id' => '[0-9A-Z]{26}'], methods: ['DELETE'])]
    #[Needs(Role::Reader)]
    #[
        OA\Delete(
            path: '/api/answers/{id}',
            operationId: 'stopAnswer',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [new OA\Response(response: 204, description: 'Nobody works on it any more.')],
        ),
    ]
    public function stop(string $id): Response
    {
        $asked = $this->answers->find($id) ?? throw new NotFoundHttpException('There is no such answer.');
        $this->answers->cancel($asked['id']);

        return new Response(null, Response::HTTP_NO_CONTENT);
    }
}
