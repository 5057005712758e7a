<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\ChangedPlace;
use Ithrel\App\Api\Dto\DiffFigures;
use Ithrel\App\Api\Dto\DiffRow;
use Ithrel\App\Api\Dto\DiffView;
use Ithrel\App\Api\Dto\SheetText;
use Ithrel\App\Gate\SetupGate;
use Ithrel\App\People\Needs;
use Ithrel\App\People\Role;
use Ithrel\App\People\Who;
use Ithrel\App\Store\HandedSheet;
use Ithrel\App\Store\Revision;
use Ithrel\App\Store\Shelf;
use Ithrel\Core\Diff\DiffResult;
use Ithrel\Core\Diff\DocumentChange;
use Ithrel\Core\Diff\ListDiff;
use Ithrel\Core\Diff\PickWords;
use Ithrel\Core\Diff\ReadDocument;
use Ithrel\Core\Diff\SaleList;
use Ithrel\Core\Diff\SetupDiff;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\Setup;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/**
 * A setup beside an earlier revision of it, beside another setup, and beside a list of what shall be sold.
 *
 * @phpstan-import-type Figures from DiffResult
 */
final readonly class DiffController
{
    /** Combinations told of each kind. */
    private const TOLD = 40;

    public function __construct(
        private Shelf $shelf,
        private Reader $reader,
        private SetupGate $gates,
        private Who $who,
    ) {}

    #[Route('/api/documents/{sha256}/diff/{older}', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/documents/{sha256}/diff/{older}',
            operationId: 'getDiff',
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/Document'),
                new OA\PathParameter(
                    name: 'older',
                    description: 'the hash of the document that is the older side',
                    required: true,
                    schema: new OA\Schema(type: 'string'),
                ),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'What it gained, lost and repriced since the older one, and the places that differ.',
                    content: new OA\JsonContent(ref: '#/components/schemas/DiffView'),
                ),
            ],
        ),
    ]
    public function diff(string $sha256, string $older): JsonResponse
    {
        $before = $this->shelf->document($older);
        $today = Today::of(Shelf::today());
        $old = ReadDocument::of($this->reader, $before->document(), $today);
        $new = ReadDocument::of($this->reader, $this->shelf->document($sha256)->document(), $today);

        return new JsonResponse(
            self::view(SetupDiff::between($old, $new, self::TOLD), $old->setup, $new->setup, false),
        );
    }

    #[Route('/api/setups/{id}/sale-list', methods: ['POST'])]
    #[Needs(Role::Reader)]
    #[
        OA\Post(
            path: '/api/setups/{id}/sale-list',
            operationId: 'holdSaleList',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/SheetText'),
            ),
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The list beside the setup, both ways.',
                    content: new OA\JsonContent(ref: '#/components/schemas/DiffView'),
                ),
            ],
        ),
    ]
    public function saleList(string $id, #[MapRequestPayload] SheetText $sheet): JsonResponse
    {
        $stored = $this->shelf->get($id);
        $setup = $this->shelf->reach($stored->latest())->setup;
        $list = SaleList::read($setup, $sheet->text);
        $diff = ListDiff::between($list, $setup, self::TOLD);
        // It counts at the gate; who may only look holds it against the setup for herself.
        $isTester = $this->who->role(Role::Tester)->includes(Role::Tester);
        $counts =
            $isTester &&
            $this->gates->hand($stored, HandedSheet::SALE, $sheet->text, count($list->rows), $this->who->name());

        return new JsonResponse(self::view($diff, $setup, $setup, $counts));
    }

    private static function view(DiffResult $diff, Setup $old, Setup $new, bool $counts): DiffView
    {
        $rows = static function (string $kind, Setup $setup) use ($diff): array {
            $words = new PickWords($setup);

            return array_map(
                static fn(array $row): DiffRow => new DiffRow(
                    $words->ofRow($row),
                    'lost' === $kind ? [] : $words->pins($row),
                    $row['line'] ?? null,
                    $row['why'] ?? null,
                    $row['old'] ?? null,
                    $row['new'] ?? null,
                ),
                $diff->first[$kind],
            );
        };
        $changes = array_map(
            static fn(DocumentChange $c): ChangedPlace => new ChangedPlace($c->at, 'old' === $c->side, $c->message),
            $diff->changes,
        );

        return new DiffView(
            before: $diff->oldSelectable,
            after: $diff->newSelectable,
            both: $diff->both,
            gained: $diff->gained,
            lost: $diff->lost,
            repriced: self::figures($diff->repriced),
            dearest: self::figures($diff->dearest),
            gainedRows: $rows('gained', $new),
            lostRows: $rows('lost', $old),
            repricedRows: $rows('repriced', $new),
            changes: $changes,
            notices: array_values($diff->reasons),
            currency: $new->currency->code,
            counts: $counts,
        );
    }

    /**
     * @param Figures|null $figures
     */
    private static function figures(?array $figures): ?DiffFigures
    {
        return null === $figures ? null : new DiffFigures($figures['count'], $figures['least'], $figures['greatest']);
    }
}
