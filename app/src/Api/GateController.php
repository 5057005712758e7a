<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\GateItemView;
use Ithrel\App\Api\Dto\GateView;
use Ithrel\App\Gate\GatePage;
use Ithrel\App\Gate\SarifFile;
use Ithrel\App\Rehearsal\Plans;
use Ithrel\App\Rehearsal\Rehearsals;
use Ithrel\App\Store\Rehearsal;
use Ithrel\App\Store\RehearsalCheck;
use Ithrel\App\Store\Reports;
use Ithrel\App\Store\Shelf;
use Ithrel\App\Store\StoredSetup;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Gate\Gate;
use Ithrel\Core\Gate\GateItem;
use Ithrel\Core\Gate\Run;
use Ithrel\Core\Plan\Plan;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/**
 * May it launch, by what is known of the latest revision and of its rehearsals.
 */
final readonly class GateController
{
    /** Rehearsals looked at, the last ones; an earlier one has little to say. */
    private const MOST_RUNS = 5;

    public function __construct(private Shelf $shelf, private Reports $reports, private Plans $plans, private Rehearsals $rehearsals)
    {
    }

    #[Route('/api/setups/{id}/gate', methods: ['GET'])]
    #[OA\Get(path: '/api/setups/{id}/gate', operationId: 'getGate', parameters: [
        new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
        new OA\Parameter(name: 'format', description: 'a file to keep', in: 'query', schema: new OA\Schema(type: 'string', enum: ['json', 'html', 'sarif'])),
    ], responses: [
        new OA\Response(response: 200, description: 'The verdict with its reasons, what is open, what was checked and what was not.', content: new OA\JsonContent(ref: '#/components/schemas/GateView')),
        new OA\Response(ref: '#/components/responses/Problem', response: 422),
    ])]
    public function gate(string $id, Request $request): Response
    {
        $stored = $this->shelf->get($id);
        $revision = $stored->latest();
        [$report, $trouble] = $this->reports->of($revision);
        if (null === $report) {
            throw new UnprocessableEntityHttpException($trouble ?? 'The setup is still being worked out.');
        }
        $setup = $this->shelf->reach($revision)->setup;
        $plan = $this->plans->of($revision, Shelf::today());
        $findings = array_map(static fn (array $f): Finding => new Finding($f['code'], Severity::from($f['severity']), $f['at'], $f['message'], $f['detail']), $report['findings']);
        $gate = Gate::of($revision->document(), $setup, $report['counts']['selectable'], $findings, $plan, $this->runs($stored, $plan), []);
        $file = static fn (string $name, string $type): array => ['Content-Type' => $type, 'Content-Disposition' => 'attachment; filename='.$name];

        return match ($request->query->getString('format', 'json')) {
            'html' => new Response(GatePage::html($gate, $setup, $revision->sha256(), date('Y-m-d H:i')), Response::HTTP_OK, $file('gate.html', 'text/html; charset=utf-8')),
            'sarif' => new JsonResponse(SarifFile::of($gate, 'setup.json'), Response::HTTP_OK, $file('gate.sarif', 'application/sarif+json')),
            default => new JsonResponse($this->view($gate)),
        };
    }

    /**
     * The last rehearsals, the oldest first; those with faults switched on tell of the faults alone.
     *
     * @return list<Run>
     */
    private function runs(StoredSetup $stored, Plan $plan): array
    {
        $last = array_slice(array_values(array_filter($this->rehearsals->of($stored), static fn (Rehearsal $r): bool => [] === $r->faults())), 0, self::MOST_RUNS);
        $runs = [];
        foreach (array_reverse($last) as $rehearsal) {
            $tried = [];
            foreach ($this->rehearsals->checks($rehearsal) as $check) {
                if (!in_array($check->verdict(), [RehearsalCheck::WAITING, RehearsalCheck::NOT_TRIED], true)) {
                    $tried[] = [$check->check(), $check->verdict(), $check->differences(), $check->reason()];
                }
            }
            $runs[] = Run::of($rehearsal->address() ?? 'By hand', $rehearsal->revision()->sha256(), $rehearsal->isOfLatest(), $rehearsal->createdAt()->format('Y-m-d H:i'), $tried, $plan);
        }

        return $runs;
    }

    private function view(Gate $gate): GateView
    {
        $open = array_map(static fn (array $o): GateItemView => new GateItemView($o['item']->kind, $o['item']->code, $o['item']->at, $o['item']->words, GateItem::FORBIDS === $o['item']->weight), $gate->open);
        usort($open, static fn (GateItemView $a, GateItemView $b): int => $b->forbids <=> $a->forbids);

        return new GateView($gate->verdict, Gate::words($gate->verdict), $gate->because, $open, array_column($gate->checked, 'words'), array_column($gate->notChecked, 'words'), count($gate->notes));
    }
}
