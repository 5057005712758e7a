<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\RemarkAnswer;
use Ithrel\App\Api\Dto\RemarkGiven;
use Ithrel\App\Api\Dto\RemarkView;
use Ithrel\App\Http\Created;
use Ithrel\App\People\Changes;
use Ithrel\App\People\Who;
use Ithrel\App\Store\Remark;
use Ithrel\App\Store\Remarks;
use Ithrel\App\Store\Shelf;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Conversations at places of a setup: a question at a finding, a check or a value, its answers, and its end.
 */
final readonly class RemarkController
{
    public function __construct(private Shelf $shelf, private Remarks $remarks, private Who $who) {}

    #[Route('/api/setups/{id}/remarks', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/setups/{id}/remarks',
            operationId: 'listRemarks',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(
                    name: 'after',
                    description: 'id of one; those after it',
                    in: 'query',
                    schema: new OA\Schema(type: 'string'),
                ),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Two hundred at most, the oldest first.',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/RemarkView'),
                    ),
                ),
            ],
        ),
    ]
    public function list(
        string $id,
        #[MapQueryParameter(validationFailedStatusCode: 400)] string $after = '',
    ): JsonResponse {
        return new JsonResponse(array_map(self::view(...), $this->remarks->of($this->shelf->get($id), $after)));
    }

    #[Route('/api/setups/{id}/remarks/{remark}', requirements: ['remark' => '[0-9A-Z]{26}'], methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/setups/{id}/remarks/{remark}',
            operationId: 'getRemark',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'remark', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'A remark with its answers.',
                    content: new OA\JsonContent(ref: '#/components/schemas/RemarkView'),
                ),
            ],
        ),
    ]
    public function show(string $id, string $remark): JsonResponse
    {
        return new JsonResponse(self::view($this->remarks->one($this->shelf->get($id), $remark)));
    }

    #[Route('/api/setups/{id}/remarks', methods: ['POST'])]
    #[Changes('wrote a remark')]
    #[
        OA\Post(
            path: '/api/setups/{id}/remarks',
            operationId: 'remark',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/RemarkGiven'),
            ),
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'The remark, with the answer where it is one.',
                    content: new OA\JsonContent(ref: '#/components/schemas/RemarkView'),
                ),
            ],
        ),
    ]
    public function write(string $id, #[MapRequestPayload] RemarkGiven $given): JsonResponse
    {
        $setup = $this->shelf->get($id);
        $person = $this->who->named($given->by);
        $remark =
            null === $given->to
                ? $this->remarks->write($setup, $given->about, $given->at, $given->words, $person, trim($given->text))
                : $this->remarks->answer($setup, $given->to, $person, trim($given->text));
        $begun = $remark->to() ?? $remark->id();

        return new Created(
            self::view($this->remarks->one($setup, $begun)),
            sprintf('/api/setups/%s/remarks/%s', $id, $begun),
        );
    }

    #[Route('/api/setups/{id}/remarks/{remark}/close', requirements: ['remark' => '[0-9A-Z]{26}'], methods: ['POST'])]
    #[Changes('closed a remark')]
    #[
        OA\Post(
            path: '/api/setups/{id}/remarks/{remark}/close',
            operationId: 'closeRemark',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'remark', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The remark, closed.',
                    content: new OA\JsonContent(ref: '#/components/schemas/RemarkView'),
                ),
            ],
        ),
    ]
    public function close(string $id, string $remark): JsonResponse
    {
        $setup = $this->shelf->get($id);
        $this->remarks->close($setup, $remark, $this->who->name());

        return new JsonResponse(self::view($this->remarks->one($setup, $remark)));
    }

    /**
     * @param array{Remark, list<Remark>} $each with its answers
     */
    private static function view(array $each): RemarkView
    {
        [$remark, $answers] = $each;

        return new RemarkView(
            id: $remark->id(),
            about: $remark->about(),
            at: $remark->place(),
            words: $remark->words(),
            person: $remark->person(),
            text: $remark->text(),
            writtenAt: $remark->writtenAt()->format(DATE_ATOM),
            closedBy: $remark->closedBy(),
            answers: array_map(
                static fn(Remark $r): RemarkAnswer => new RemarkAnswer(
                    $r->person(),
                    $r->text(),
                    $r->writtenAt()->format(DATE_ATOM),
                ),
                $answers,
            ),
        );
    }
}
