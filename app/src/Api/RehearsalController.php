<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\DueBegun;
use Ithrel\App\Api\Dto\DueLeft;
use Ithrel\App\Api\Dto\NewRehearsal;
use Ithrel\App\Api\Dto\ShopFault;
use Ithrel\App\Api\Dto\ShopPage;
use Ithrel\App\Api\Dto\ShopView;
use Ithrel\App\Http\Created;
use Ithrel\App\Later\MayTakeLong;
use Ithrel\App\People\Changes;
use Ithrel\App\Rehearsal\DueRehearsals;
use Ithrel\App\Rehearsal\ItemPages;
use Ithrel\App\Rehearsal\JUnitFile;
use Ithrel\App\Rehearsal\KeptChecks;
use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\App\Rehearsal\Rehearsals;
use Ithrel\App\Rehearsal\ShopSettings;
use Ithrel\App\Rehearsal\TriedCheck;
use Ithrel\App\Store\Rehearsal;
use Ithrel\App\Store\Revision;
use Ithrel\App\Store\Shelf;
use Ithrel\Core\Document\UnreadableDocument;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\HttpKernel\Exception\ServiceUnavailableHttpException;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Tries a setup in a shop, and shows what the shop did.
 *
 * Long, as most of it describes the interface; a method does little.
 */
final readonly class RehearsalController
{
    public function __construct(
        private Shelf $shelf,
        private Rehearsals $rehearsals,
        private KeptChecks $checks,
        private RehearsalViews $views,
        private CheckViews $each,
        private ShopSettings $shops,
        private ItemPages $pages,
        private DueRehearsals $due,
    ) {}

    #[Route('/api/shop', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/shop',
            operationId: 'getShop',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The rehearsal shop and its faults.',
                    content: new OA\JsonContent(ref: '#/components/schemas/ShopView'),
                ),
            ],
        ),
    ]
    public function shop(): JsonResponse
    {
        return new JsonResponse(
            new ShopView(
                $this->shops->standIn(),
                array_map(
                    static fn(array $f): ShopFault => new ShopFault($f['name'], $f['line'], $f['family']),
                    $this->shops->faults(),
                ),
            ),
        );
    }

    #[Route('/api/setups/{id}/shop-page', methods: ['POST'])]
    #[Changes('put the item into the rehearsal shop', waits: true)]
    #[
        OA\Post(
            path: '/api/setups/{id}/shop-page',
            operationId: 'openShopPage',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The address of the item in the rehearsal shop, where it was put on sale.',
                    content: new OA\JsonContent(ref: '#/components/schemas/ShopPage'),
                ),
                new OA\Response(ref: '#/components/responses/Problem', response: 503),
            ],
        ),
    ]
    public function shopPage(string $id): JsonResponse
    {
        return new JsonResponse(new ShopPage($this->published($this->shelf->get($id)->latest())));
    }

    #[Route('/api/setups/{id}/rehearsals', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/setups/{id}/rehearsals',
            operationId: 'listRehearsals',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(
                    name: 'before',
                    description: 'id of one; those before it',
                    in: 'query',
                    schema: new OA\Schema(type: 'string'),
                ),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Newest first, fifty at most.',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/RehearsalView'),
                    ),
                ),
            ],
        ),
    ]
    public function list(
        string $id,
        #[MapQueryParameter(validationFailedStatusCode: 400)] string $before = '',
    ): JsonResponse {
        return new JsonResponse(
            array_map($this->views->short(...), $this->rehearsals->of($this->shelf->get($id), $before)),
        );
    }

    #[Route('/api/setups/{id}/rehearsals', methods: ['POST'])]
    #[Changes('began a rehearsal', waits: true)]
    #[
        OA\Post(
            path: '/api/setups/{id}/rehearsals',
            operationId: 'rehearse',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/NewRehearsal'),
            ),
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'It was begun.',
                    content: new OA\JsonContent(ref: '#/components/schemas/RehearsalView'),
                ),
            ],
        ),
    ]
    public function rehearse(string $id, #[MapRequestPayload] NewRehearsal $new): JsonResponse
    {
        $setup = $this->shelf->get($id);
        $revision = $setup->latest();
        if (null !== $new->page) {
            $mapped = $this->pages->get($new->page);
            if ($mapped->setup() !== $setup || null === $mapped->map()) {
                throw UnreadableDocument::at('/page', 'This is no page of the setup that is mapped.');
            }

            return $this->begun(
                $this->rehearsals->begin(
                    $setup,
                    $revision,
                    $this->shops->page($mapped->address()),
                    [],
                    Shelf::today(),
                    $mapped,
                    $new->carry,
                ),
            );
        }
        $page = trim($new->address);
        if ('' === $page) {
            $page = $this->shops->withFaults($this->published($revision), $new->faults);
        } elseif ([] !== $new->faults) {
            throw UnreadableDocument::at(
                '/faults',
                'Faults can be switched on in the rehearsal shop alone; leave the address empty.',
            );
        }

        return $this->begun(
            $this->rehearsals->begin(
                $setup,
                $revision,
                $this->shops->page($page),
                $new->faults,
                Shelf::today(),
                null,
                $new->carry,
            ),
        );
    }

    private function begun(Rehearsal $rehearsal): Created
    {
        return new Created($this->views->short($rehearsal), '/api/rehearsals/' . $rehearsal->id());
    }

    #[Route('/api/rehearsals/due', methods: ['POST'], priority: 1)]
    #[MayTakeLong]
    #[Changes('began all rehearsals that were due', waits: true)]
    #[
        OA\Post(
            path: '/api/rehearsals/due',
            operationId: 'rehearseDue',
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'All that is due was begun, each where it was tried last.',
                    content: new OA\JsonContent(ref: '#/components/schemas/DueBegun'),
                ),
            ],
        ),
    ]
    public function rehearseDue(): JsonResponse
    {
        $done = $this->due->begin();

        return new Created(
            new DueBegun(
                $done['begun'],
                array_map(static fn(array $l): DueLeft => new DueLeft($l['title'], $l['why']), $done['left']),
            ),
            '/api/setups',
        );
    }

    #[Route('/api/setups/{id}/rehearsals/again', methods: ['POST'])]
    #[MayTakeLong]
    #[Changes('began a rehearsal of what has to be tried again', waits: true)]
    #[
        OA\Post(
            path: '/api/setups/{id}/rehearsals/again',
            operationId: 'rehearseWhatChanged',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'It was begun where it was tried last; what still holds is carried over.',
                    content: new OA\JsonContent(ref: '#/components/schemas/RehearsalView'),
                ),
                new OA\Response(ref: '#/components/responses/Problem', response: 503),
            ],
        ),
    ]
    public function rehearseWhatChanged(string $id): JsonResponse
    {
        try {
            return $this->begun($this->due->again($this->shelf->get($id)));
        } catch (NoAnswer $e) {
            throw new ServiceUnavailableHttpException(null, $e->getMessage(), $e);
        }
    }

    #[Route('/api/rehearsals/{run}', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/rehearsals/{run}',
            operationId: 'getRehearsal',
            parameters: [
                new OA\Parameter(name: 'run', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'How far it is, with the likely places where they are soon found.',
                    content: new OA\JsonContent(ref: '#/components/schemas/RehearsalView'),
                ),
            ],
        ),
    ]
    public function get(string $run): JsonResponse
    {
        return new JsonResponse($this->views->full($this->rehearsals->get($run)));
    }

    #[Route('/api/rehearsals/{run}/likely', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/rehearsals/{run}/likely',
            operationId: 'getLikelyPlaces',
            parameters: [
                new OA\Parameter(name: 'run', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Where the differences of a finished run most likely come from.',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/LikelyPlace'),
                    ),
                ),
            ],
        ),
    ]
    public function likely(string $run): JsonResponse
    {
        return new JsonResponse($this->views->likelyPlaces($this->rehearsals->get($run)));
    }

    #[Route('/api/rehearsals/{run}/cancel', methods: ['POST'])]
    #[Changes('cancelled a rehearsal', waits: true)]
    #[
        OA\Post(
            path: '/api/rehearsals/{run}/cancel',
            operationId: 'cancelRehearsal',
            parameters: [
                new OA\Parameter(name: 'run', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'What was found until then is kept.',
                    content: new OA\JsonContent(ref: '#/components/schemas/RehearsalView'),
                ),
            ],
        ),
    ]
    public function cancel(string $run): JsonResponse
    {
        $rehearsal = $this->rehearsals->get($run);
        $this->rehearsals->cancel($rehearsal);

        return new JsonResponse($this->views->full($rehearsal));
    }

    #[Route('/api/rehearsals/{run}/look', methods: ['POST'])]
    #[Changes('had a shop looked at again', waits: true)]
    #[
        OA\Post(
            path: '/api/rehearsals/{run}/look',
            operationId: 'lookAgain',
            parameters: [
                new OA\Parameter(name: 'run', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 202,
                    description: 'A worker looks whether the shop is still as it was tried; the gate says what it saw.',
                ),
            ],
        ),
    ]
    public function lookAgain(string $run): Response
    {
        $this->rehearsals->lookAgain($this->rehearsals->get($run));

        return new Response(null, Response::HTTP_ACCEPTED);
    }

    #[Route('/api/rehearsals/{run}/again', methods: ['POST'])]
    #[MayTakeLong]
    #[Changes('had checks without an answer tried again', waits: true)]
    #[
        OA\Post(
            path: '/api/rehearsals/{run}/again',
            operationId: 'rehearseAgain',
            parameters: [
                new OA\Parameter(name: 'run', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Checks that had no answer, or wait still, are tried once more.',
                    content: new OA\JsonContent(ref: '#/components/schemas/RehearsalView'),
                ),
            ],
        ),
    ]
    public function again(string $run): JsonResponse
    {
        $rehearsal = $this->rehearsals->get($run);
        $this->rehearsals->again($rehearsal);

        return new JsonResponse($this->views->full($rehearsal));
    }

    #[Route('/api/rehearsals/{run}/checks', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/rehearsals/{run}/checks',
            operationId: 'listChecks',
            parameters: [
                new OA\Parameter(name: 'run', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(
                    name: 'since',
                    in: 'query',
                    description: 'highest turn that is known: what changed after it is told alone',
                    schema: new OA\Schema(type: 'integer', minimum: 0),
                ),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'All checks in their order, or those that changed.',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/CheckRow'),
                    ),
                ),
            ],
        ),
    ]
    public function checks(
        string $run,
        #[MapQueryParameter(validationFailedStatusCode: 400)] ?int $since = null,
    ): JsonResponse {
        return new JsonResponse($this->views->rows($this->rehearsals->get($run), $since));
    }

    #[Route('/api/rehearsals/{run}/checks/{number}', methods: ['GET'], requirements: ['number' => '\d{1,6}'])]
    #[
        OA\Get(
            path: '/api/rehearsals/{run}/checks/{number}',
            operationId: 'getCheck',
            parameters: [
                new OA\Parameter(name: 'run', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'number', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Its steps, and all that was looked at.',
                    content: new OA\JsonContent(ref: '#/components/schemas/CheckView'),
                ),
            ],
        ),
    ]
    public function check(string $run, int $number): JsonResponse
    {
        return new JsonResponse($this->each->check($this->checks->get($this->rehearsals->get($run), $number)));
    }

    #[Route('/api/rehearsals/{run}/{file}', methods: ['GET'], requirements: ['file' => 'checks\.csv|junit\.xml'])]
    #[
        OA\Get(
            path: '/api/rehearsals/{run}/{file}',
            operationId: 'downloadRehearsal',
            parameters: [
                new OA\Parameter(name: 'run', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(
                    name: 'file',
                    in: 'path',
                    required: true,
                    schema: new OA\Schema(type: 'string', enum: ['checks.csv', 'junit.xml']),
                ),
            ],
            responses: [new OA\Response(response: 200, description: 'CSV (RFC 4180) or JUnit XML.')],
        ),
    ]
    public function file(string $run, string $file): Response
    {
        $rehearsal = $this->rehearsals->get($run);
        $isCsv = 'checks.csv' === $file;

        return new Response(
            $isCsv
                ? $this->each->csv($rehearsal)
                : JUnitFile::text(
                    $rehearsal->setup()->title(),
                    $rehearsal->createdAt(),
                    array_map(TriedCheck::of(...), $this->checks->of($rehearsal)),
                ),
            Response::HTTP_OK,
            [
                'Content-Type' => $isCsv ? 'text/csv; charset=utf-8' : 'application/xml',
                'Content-Disposition' => 'attachment; filename=' . $file,
            ],
        );
    }

    private function published(Revision $revision): string
    {
        try {
            return $this->shops->publish($revision);
        } catch (NoAnswer $e) {
            throw new ServiceUnavailableHttpException(
                null,
                $e->getMessage() .
                    ' To rehearse elsewhere, give the address of the item\'s page in your shop, or rehearse by hand.',
                $e,
            );
        }
    }
}
