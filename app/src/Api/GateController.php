<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\AcceptedView;
use Ithrel\App\Api\Dto\Accepting;
use Ithrel\App\Api\Dto\ChangeView;
use Ithrel\App\Api\Dto\FreshnessView;
use Ithrel\App\Api\Dto\GateItemView;
use Ithrel\App\Api\Dto\GateView;
use Ithrel\App\Api\Dto\LaunchView;
use Ithrel\App\Api\Dto\Signing;
use Ithrel\App\Gate\GatePage;
use Ithrel\App\Gate\Launches;
use Ithrel\App\Gate\SarifFile;
use Ithrel\App\Gate\SetupGate;
use Ithrel\App\Http\Created;
use Ithrel\App\People\Changes;
use Ithrel\App\People\Needs;
use Ithrel\App\People\Role;
use Ithrel\App\People\Who;
use Ithrel\App\Rehearsal\DueRehearsals;
use Ithrel\App\Store\AcceptedItem;
use Ithrel\App\Store\Launch;
use Ithrel\App\Store\Remarks;
use Ithrel\App\Store\Shelf;
use Ithrel\App\Store\StoredSetup;
use Ithrel\Core\Gate\Acceptance;
use Ithrel\Core\Gate\Gate;
use Ithrel\Core\Gate\GateItem;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/**
 * May it launch, by what is known of the latest revision; what is accepted, and who signed.
 *
 * Most of it describes the interface; a method does little.
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

        return match ($request->query->getString('format', 'json')) {
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
            default => new JsonResponse($this->view($stored, $gate)),
        };
    }

    #[Route('/api/setups/{id}/accepted', methods: ['POST'])]
    #[Changes('accepted something at the gate')]
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
            $this->person($given->by),
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
            $this->person(mb_substr($request->query->getString('by'), 0, 200)),
        );

        return new Response(null, Response::HTTP_NO_CONTENT);
    }

    #[Route('/api/setups/{id}/launches', methods: ['POST'])]
    #[Needs(Role::Lead)]
    #[Changes('signed a launch')]
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
        $launch = $this->launches->sign($this->shelf->get($id), $this->person($given->by), $given->sha256);

        return new Created(self::launch($launch), sprintf('/api/setups/%s/launches/%s', $id, $launch->id()));
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

        return match ($request->query->getString('format', 'html')) {
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
            default => new Response(
                $launch->page(),
                Response::HTTP_OK,
                self::file('launch.html', 'text/html; charset=utf-8'),
            ),
        };
    }

    private function person(string $said): string
    {
        $name = $this->who->name(trim($said));

        return '' === $name ? throw new UnprocessableEntityHttpException('Say who you are first.') : $name;
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

        return new GateView(
            $gate->verdict,
            Gate::words($gate->verdict),
            $gate->because,
            $open,
            array_column($gate->checked, 'words'),
            array_column($gate->notChecked, 'words'),
            count($gate->notes),
            $accepted,
            array_map(self::launch(...), $this->launches->of($stored)),
            $this->since($stored),
            $this->remarks->open($stored),
            $checks['valid'],
            $checks['again'],
            $this->fresh($stored),
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
            $item->id(),
            $item->words(),
            $text['at'],
            $text['by'],
            $text['role'],
            $text['when'],
            $text['why'],
            $text['until'],
            null === $item->takenBackAt() ? null : $item->takenBackBy() ?? '',
        );
    }

    private static function launch(Launch $launch): LaunchView
    {
        return new LaunchView(
            $launch->id(),
            $launch->person(),
            $launch->signedAt()->format(\DATE_ATOM),
            Gate::words($launch->verdict()),
            $launch->revision(),
            $launch->sha256(),
        );
    }

    private function since(StoredSetup $stored): ?ChangeView
    {
        $since = $this->launches->since($stored);
        if (null === $since) {
            return null;
        }

        return DraftController::changeView($since[1]);
    }
}
