<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\BoundaryLine;
use Ithrel\App\Api\Dto\BoundaryView;
use Ithrel\App\Api\Dto\SamplesGiven;
use Ithrel\App\Api\Dto\TickGiven;
use Ithrel\App\Api\Dto\UnitPairView;
use Ithrel\App\Browser\MadeFile;
use Ithrel\App\Http\AsSeen;
use Ithrel\App\Http\Query;
use Ithrel\App\People\Changes;
use Ithrel\App\People\Who;
use Ithrel\App\Store\LimitNotes;
use Ithrel\App\Store\LimitTick;
use Ithrel\App\Store\Shelf;
use Ithrel\App\Store\StoredSetup;
use Ithrel\Core\Answer\InputCheck;
use Ithrel\Core\Boundary\Boundaries;
use Ithrel\Core\Boundary\BoundaryRow;
use Ithrel\Core\Boundary\BoundarySheet;
use Ithrel\Core\Boundary\BoundaryText;
use Ithrel\Core\Boundary\HtmlField;
use Ithrel\Core\Boundary\Tick;
use Ithrel\Core\Boundary\UnitPair;
use Ithrel\Core\Boundary\UnitPairs;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Setup;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/**
 * What may be typed: boundary sheets, and the files that they speak of.
 *
 * Long, as most of it describes the interface; a method does little.
 */
final readonly class LimitsController
{
    /** A file that is made here is sent whole; a longer one is made by its tester. */
    private const MOST_BYTES = 100_000_000;

    public function __construct(
        private Shelf $shelf,
        private LimitNotes $notes,
        private Who $who,
        private AsSeen $asSeen,
    ) {}

    #[Route('/api/setups/{id}/limits', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/setups/{id}/limits',
            operationId: 'getLimits',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(
                    name: 'format',
                    description: 'a file to keep',
                    in: 'query',
                    schema: new OA\Schema(type: 'string', enum: ['json', 'csv']),
                ),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The boundary sheet of every input, of every several with picks, of ' .
                        'every required choice ' .
                        'and of the quantity.',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/BoundaryView'),
                    ),
                ),
            ],
        ),
    ]
    public function limits(string $id, Request $request): Response
    {
        $stored = $this->shelf->get($id);
        $reach = $this->shelf->reach($stored->latest());
        $samples = $this->notes->samples($stored);
        $sheets = (new Boundaries($reach, $samples))->sheets();
        if ('csv' === Query::one($request, 'format', ['json', 'csv'])) {
            return new Response(BoundaryText::csv($sheets, $this->notes->seen($stored)), Response::HTTP_OK, [
                'Content-Type' => 'text/csv; charset=utf-8',
                'Content-Disposition' => 'attachment; filename=limits.csv',
            ]);
        }

        $ticks = [];
        foreach ($this->notes->ticks($stored) as $tick) {
            $ticks[$tick->tick()->known][$tick->tick()->route] = $tick;
        }
        $units = (new UnitPairs($reach->setup))->all();

        return new JsonResponse(
            array_map(
                fn(BoundarySheet $sheet): BoundaryView => $this->view(
                    $stored,
                    $reach->setup,
                    $sheet,
                    $ticks,
                    $samples[$sheet->option ?? ''] ?? [],
                    $units,
                ),
                [...$sheets],
            ),
        );
    }

    #[Route('/api/setups/{id}/limits/ticks', methods: ['PUT'])]
    #[Changes('ticked an edge of a limit')]
    #[
        OA\Put(
            path: '/api/setups/{id}/limits/ticks',
            operationId: 'tick',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/TickGiven'),
            ),
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/AsSeen'),
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(response: 204, description: 'It is kept, or taken away where nothing was found.'),
            ],
        ),
    ]
    public function tick(string $id, #[MapRequestPayload] TickGiven $given): Response
    {
        $route = 'express' === $given->route ? 'express' : 'form';
        $found = $given->found;
        $tick = in_array($found, ['taken', 'refused', 'empty'], true)
            ? new Tick($given->known, $route, $found, trim($given->note), $this->who->name(trim($given->by)))
            : null;
        $stored = $this->shelf->get($id);
        $this->asSeen->ask(
            self::tag($this->notes->of($stored, $given->known, $route)),
            'Somebody else ticked this edge meanwhile.',
        );
        if (null !== $tick && !$this->hasRow($stored, $given->known)) {
            throw new UnprocessableEntityHttpException(
                'The boundary sheets have no such row. The setup may have changed since.',
            );
        }
        $this->notes->tick($stored, $given->known, $route, $tick);

        return new Response(null, Response::HTTP_NO_CONTENT);
    }

    #[Route('/api/setups/{id}/limits/samples', methods: ['PUT'])]
    #[Changes('gave texts that fit a pattern')]
    #[
        OA\Put(
            path: '/api/setups/{id}/limits/samples',
            operationId: 'giveSamples',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/SamplesGiven'),
            ),
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/AsSeen'),
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [new OA\Response(response: 204, description: 'They are kept with the setup.')],
        ),
    ]
    public function samples(string $id, #[MapRequestPayload] SamplesGiven $given): Response
    {
        $stored = $this->shelf->get($id);
        $option = $this->shelf->reach($stored->latest())->setup->option($given->option);
        if (null === $option?->text) {
            throw new UnprocessableEntityHttpException('The setup has no text of this code.');
        }
        foreach ($given->texts as $text) {
            $problem = (new InputCheck())->problems($option, Input::text($text))[0] ?? null;
            if (null !== $problem) {
                throw new UnprocessableEntityHttpException($problem->message);
            }
        }
        $this->asSeen->ask(
            AsSeen::tag($this->notes->samples($stored)[$option->code] ?? []),
            'Somebody else gave samples of this pattern meanwhile.',
        );
        $this->notes->giveSamples($stored, $option->code, array_values(array_unique($given->texts)));

        return new Response(null, Response::HTTP_NO_CONTENT);
    }

    #[Route('/api/made-file', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/made-file',
            operationId: 'getMadeFile',
            parameters: [
                new OA\Parameter(name: 'name', in: 'query', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'type', in: 'query', schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'bytes', in: 'query', schema: new OA\Schema(type: 'integer')),
                new OA\Parameter(name: 'width', in: 'query', schema: new OA\Schema(type: 'integer')),
                new OA\Parameter(name: 'height', in: 'query', schema: new OA\Schema(type: 'integer')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'A file of exactly this type, with these bytes and pixels.',
                ),
            ],
        ),
    ]
    public function file(Request $request): Response
    {
        // Some systems have "\" between folders.
        $name = basename(str_replace('\\', '/', $request->query->getString('name')));
        $bytes = '' === $request->query->getString('bytes') ? null : $request->query->getInt('bytes');
        if (
            '' === $name ||
            strlen($name) > 200 ||
            1 === preg_match('/\p{C}/u', $name) ||
            (null !== $bytes && ($bytes < 0 || $bytes > self::MOST_BYTES)) ||
            $request->query->getInt('width', 1) > 20_000 ||
            $request->query->getInt('height', 1) > 20_000
        ) {
            throw new UnprocessableEntityHttpException(
                sprintf(
                    'A file has a name, at most %d MB and at most 20 000 pixels each way.',
                    intdiv(self::MOST_BYTES, 1_000_000),
                ),
            );
        }
        $content = MadeFile::content(
            strtolower($request->query->getString('type')),
            $bytes,
            max(1, $request->query->getInt('width', 800)),
            max(1, $request->query->getInt('height', 600)),
        );

        return new Response($content, Response::HTTP_OK, [
            'Content-Type' => 'application/octet-stream',
            'Content-Disposition' => HeaderUtils::makeDisposition(
                'attachment',
                $name,
                (string) preg_replace('/[^\x20-\x7E]|%/', '_', $name),
            ),
        ]);
    }

    /**
     * @param array<string, array<string, LimitTick>> $ticks known => route => tick
     * @param list<string> $samples
     * @param list<UnitPair> $pairs
     */
    private function view(
        StoredSetup $stored,
        Setup $setup,
        BoundarySheet $sheet,
        array $ticks,
        array $samples,
        array $pairs,
    ): BoundaryView {
        $option = null === $sheet->option ? null : $setup->option($sheet->option);
        $field = null === $option ? HtmlField::ofQuantity($setup->quantity) : HtmlField::field($option);

        return new BoundaryView(
            option: $sheet->option,
            at: $sheet->at,
            label: $sheet->label,
            kind: $sheet->kind,
            required: $sheet->requirement->required,
            when: $sheet->requirement->when,
            example: $this->example($setup, $sheet),
            routes: $sheet->requirement->routes,
            marked: $sheet->requirement->marked,
            field: $field[0] ?? null,
            attributes: $field[1] ?? [],
            rows: array_map(
                fn(BoundaryRow $row): BoundaryLine => $this->line(
                    $stored,
                    $row,
                    $sheet->known($row),
                    $ticks[$sheet->known($row)] ?? [],
                ),
                $sheet->rows,
            ),
            left: $sheet->left,
            pattern: $option?->text?->pattern?->source,
            samples: $samples,
            units: $this->units($setup, $sheet, $pairs),
            etag: AsSeen::tag($samples),
        );
    }

    private function hasRow(StoredSetup $stored, string $known): bool
    {
        $sheets = (new Boundaries($this->shelf->reach($stored->latest()), $this->notes->samples($stored)))->sheets();
        foreach ($sheets as $sheet) {
            foreach ($sheet->rows as $row) {
                if ($sheet->known($row) === $known) {
                    return true;
                }
            }
        }

        return false;
    }

    private static function tag(?LimitTick $tick): string
    {
        return AsSeen::tag(null === $tick ? null : [$tick->tick()->found, $tick->tick()->note]);
    }

    private function example(Setup $setup, BoundarySheet $sheet): ?string
    {
        $words = [];
        foreach ($sheet->requirement->example ?? [] as $code => $answer) {
            $option = $setup->option($code);
            $words[] =
                Kind::Flag === $option?->kind
                    ? $option->name()
                    : ($option?->name() ?? $code) .
                        ' ' .
                        implode(
                            '; ',
                            array_map(
                                static fn(mixed $value): string => is_string($value)
                                    ? $option?->value($value)->label ?? $value
                                    : '',
                                (array) $answer,
                            ),
                        );
        }

        return null === $sheet->requirement->example
            ? null
            : ([] === $words
                ? 'nothing chosen'
                : implode(' · ', $words));
    }

    /**
     * @param list<UnitPair> $pairs
     *
     * @return list<UnitPairView>
     */
    private function units(Setup $setup, BoundarySheet $sheet, array $pairs): array
    {
        $views = [];
        foreach ($pairs as $pair) {
            foreach (in_array($sheet->option, [$pair->first, $pair->second], true) ? $pair->rows : [] as $row) {
                $unit = static fn(string $code): string => $setup->option($code)?->number->unit ?? '';
                $views[] = new UnitPairView(
                    ($setup->option($row['option'])?->name() ?? '') . ', ' . $row['about'],
                    $row['answer'] . ' ' . $unit($row['option']),
                    $row['expected'],
                    $row['same'] . ' ' . $unit($row['other']),
                    $row['otherwise'],
                );
            }
        }

        return $views;
    }

    /**
     * @param array<string, LimitTick> $ticks by route
     */
    private function line(StoredSetup $stored, BoundaryRow $row, string $known, array $ticks): BoundaryLine
    {
        $files = [];
        foreach (is_array($row->answer) ? $row->answer : [] as $file) {
            if (is_array($file)) {
                $files[] = '/api/made-file?' . http_build_query($file);
            }
        }
        $shown =
            [] === $files
                ? BoundaryText::shown($row->answer)
                : implode(
                    ', ',
                    array_map(
                        static fn(mixed $file): string => is_array($file)
                            ? sprintf(
                                '%s (%s, %s bytes%s)',
                                $file['name'] ?? '',
                                $file['type'] ?? '',
                                $file['bytes'] ?? '',
                                isset($file['width'], $file['height'])
                                    ? sprintf(', %s × %s', $file['width'], $file['height'])
                                    : '',
                            )
                            : '',
                        (array) $row->answer,
                    ),
                );

        $last = $ticks['form'] ?? ($ticks['express'] ?? null);
        $seen =
            null === $last
                ? null
                : trim($last->tick()->by . ' ' . $last->seenAt()->format('Y-m-d H:i')) .
                    ($last->sha256() === $stored->latest()->sha256() ? '' : ', on an earlier revision');
        $note =
            isset($ticks['form']) && '' !== $ticks['form']->tick()->note
                ? $ticks['form']->tick()->note
                : ($ticks['express'] ?? null)?->tick()->note ?? '';

        return new BoundaryLine(
            known: $known,
            about: $row->about,
            text: is_string($row->answer) || is_int($row->answer) ? (string) $row->answer : null,
            shown: $shown,
            files: $files,
            expected: $row->expected,
            problem: $row->problem,
            browser: $row->browser,
            why: $row->why,
            form: ($ticks['form'] ?? null)?->tick()->found,
            express: ($ticks['express'] ?? null)?->tick()->found,
            note: $note,
            seen: $seen,
            etags: [
                'form' => self::tag($ticks['form'] ?? null),
                'express' => self::tag($ticks['express'] ?? null),
            ],
        );
    }
}
