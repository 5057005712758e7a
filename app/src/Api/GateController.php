<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\AcceptedView;
use Ithrel\App\Api\Dto\Accepting;
use Ithrel\App\Api\Dto\FreshnessView;
use Ithrel\App\Api\Dto\GateItemView;
use Ithrel\App\Api\Dto\GateView;
use Ithrel\App\Gate\GatePage;
use Ithrel\App\Gate\Launches;
use Ithrel\App\Gate\SarifFile;
use Ithrel\App\Gate\SetupGate;
use Ithrel\App\Http\Created;
use Ithrel\App\Http\Query;
use Ithrel\App\People\Changes;
use Ithrel\App\People\Role;
use Ithrel\App\People\Who;
use Ithrel\App\Rehearsal\DueRehearsals;
use Ithrel\App\Store\AcceptedItem;
use Ithrel\App\Store\Remarks;
use Ithrel\App\Store\Shelf;
use Ithrel\App\Store\SignedLaunch;
use Ithrel\App\Store\StoredSetup;
use Ithrel\Core\Gate\Acceptance;
use Ithrel\Core\Gate\Gate;
use Ithrel\Core\Gate\GateItem;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/**
 * May it launch, by what is known of the latest revision; and what is accepted.
 *
 * Long, as most of it describes the interface; a method does little.
 */
final readonly class GateController
{
    public function __construct(
        private Shelf $shelf,
        private SetupGate $gates,
        private Launches $launches,
        private Remarks $remarks,
        private Who $who,
        private DueRehearsals $due,
    ) {}

    #[Route('/api/setups/{id}/gate', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/setups/{id}/gate',
            operationId: 'getGate',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(
                    name: 'format',
                    description: 'a file to keep',
                    in: 'query',
                    schema: new OA\Schema(type: 'string', enum: ['json', 'html', 'sarif']),
                ),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The verdict with its reasons, what is open, what was checked and what was not.',
                    content: new OA\JsonContent(ref: '#/components/schemas/GateView'),
                ),
            ],
        ),
    ]
    public function gate(string $id, Request $request): Response
    {
        $stored = $this->shelf->get($id);
        $revision = $stored->latest();
        $gate = $this->gates->of($stored);

        return match (Query::one($request, 'format', ['json', 'html', 'sarif'])) {
            'html' => new Response(
                GatePage::html($gate, $this->shelf->reach($revision)->setup, $revision->sha256(), date('Y-m-d H:i')),
                Response::HTTP_OK,
                self::file('gate.html', 'text/html; charset=utf-8'),
            ),
            'sarif' => new JsonResponse(
                SarifFile::of($gate, 'setup.json'),
                Response::HTTP_OK,
                self::file('gate.sarif', 'application/sarif+json'),
            ),
            'json' => new JsonResponse($this->view($stored, $gate)),
        };
    }

    #[Route('/api/setups/{id}/accepted', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/setups/{id}/accepted',
            operationId: 'listAccepted',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(
                    name: 'before',
                    description: 'id of one; those that were accepted before it',
                    in: 'query',
                    schema: new OA\Schema(type: 'string'),
                ),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'All that was ever accepted, taken back or not; the newest first, 50 at most.',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/AcceptedView'),
                    ),
                ),
            ],
        ),
    ]
    public function everAccepted(
        string $id,
        #[MapQueryParameter(validationFailedStatusCode: 400)] string $before = '',
    ): JsonResponse {
        return new JsonResponse(
            array_map(self::accepted(...), $this->gates->everAccepted($this->shelf->get($id), $before)),
        );
    }

    #[Route('/api/setups/{id}/accepted', methods: ['POST'])]
    #[Changes('accepted something at the gate', waits: true)]
    #[
        OA\Post(
            path: '/api/setups/{id}/accepted',
            operationId: 'accept',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/Accepting'),
            ),
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'It is accepted.',
                    content: new OA\JsonContent(ref: '#/components/schemas/GateView'),
                ),
            ],
        ),
    ]
    public function accept(string $id, #[MapRequestPayload] Accepting $given): JsonResponse
    {
        $stored = $this->shelf->get($id);
        $this->gates->accept(
            $stored,
            $given->known,
            $this->who->named($given->by),
            $this->who->role(Acceptance::LEAD === $given->role ? Role::Lead : Role::Tester)->includes(Role::Lead)
                ? Acceptance::LEAD
                : Acceptance::TESTER,
            trim($given->why),
            $given->until,
        );

        return new Created($this->view($stored, $this->gates->of($stored)), sprintf('/api/setups/%s/gate', $id));
    }

    #[Route('/api/setups/{id}/accepted/{item}', requirements: ['item' => '[0-9A-Z]{26}'], methods: ['DELETE'])]
    #[Changes('took an acceptance back')]
    #[
        OA\Delete(
            path: '/api/setups/{id}/accepted/{item}',
            operationId: 'takeBack',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'item', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'by', in: 'query', schema: new OA\Schema(type: 'string')),
            ],
            responses: [new OA\Response(response: 204, description: 'It is open again; that it was accepted stays.')],
        ),
    ]
    public function takeBack(string $id, string $item, Request $request): Response
    {
        $this->gates->takeBack(
            $this->shelf->get($id),
            $item,
            $this->who->named(mb_substr($request->query->getString('by'), 0, 200)),
            $this->who->role(Role::Lead)->includes(Role::Lead),
        );

        return new Response(null, Response::HTTP_NO_CONTENT);
    }

    /**
     * @return array<string, string> headers
     */
    private static function file(string $name, string $type): array
    {
        return ['Content-Type' => $type, 'Content-Disposition' => 'attachment; filename=' . $name];
    }

    private function view(StoredSetup $stored, Gate $gate): GateView
    {
        $open = array_map(
            static fn(array $o): GateItemView => new GateItemView(
                $o['item']->kind,
                $o['item']->code,
                $o['item']->at,
                $o['item']->words,
                GateItem::FORBIDS === $o['item']->weight,
                $o['item']->known(),
                $o['item']->isForLeads,
                $o['lapsed'],
            ),
            $gate->open,
        );
        usort($open, static fn(GateItemView $a, GateItemView $b): int => $b->forbids <=> $a->forbids);
        $accepted = array_map(self::accepted(...), $this->gates->accepted($stored));

        $checks = $this->due->checks($stored);
        $since = $this->launches->since($stored);

        return new GateView(
            verdict: $gate->verdict,
            words: Gate::words($gate->verdict),
            because: $gate->because,
            open: $open,
            checked: array_column($gate->checked, 'words'),
            notChecked: array_column($gate->notChecked, 'words'),
            notes: count($gate->notes),
            accepted: $accepted,
            lastLaunch: null === $since ? null : LaunchController::view(SignedLaunch::of($since[0])),
            since: null === $since ? null : DraftController::changeView($since[1]),
            remarks: $this->remarks->open($stored),
            valid: $checks['valid'],
            again: $checks['again'],
            fresh: $this->fresh($stored),
        );
    }

    private function fresh(StoredSetup $stored): ?FreshnessView
    {
        $last = $this->gates->lastRun($stored);

        return null === $last
            ? null
            : new FreshnessView(
                $last->id(),
                $last->address() ?? '',
                $last->createdAt()->format(DATE_ATOM),
                $last->lookedAt()?->format(DATE_ATOM),
                $last->isStill(),
            );
    }

    private static function accepted(AcceptedItem $item): AcceptedView
    {
        $text = $item->toArray();

        return new AcceptedView(
            id: $item->id(),
            words: $item->words(),
            at: $text['at'],
            by: $text['by'],
            role: $text['role'],
            when: $text['when'],
            why: $text['why'],
            until: $text['until'],
            takenBack: null === $item->takenBackAt() ? null : $item->takenBackBy() ?? '',
        );
    }
}
