<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\BoundaryLine;
use Ithrel\App\Api\Dto\BoundaryView;
use Ithrel\App\Browser\MadeFile;
use Ithrel\App\Store\Shelf;
use Ithrel\Core\Boundary\Boundaries;
use Ithrel\Core\Boundary\BoundaryRow;
use Ithrel\Core\Boundary\BoundarySheet;
use Ithrel\Core\Boundary\BoundaryText;
use Ithrel\Core\Boundary\HtmlField;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Setup;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/**
 * What may be typed: boundary sheets, and the files that they speak of.
 */
final readonly class LimitsController
{
    /** A file that is made here is sent whole; a longer one is made by its tester. */
    private const MOST_BYTES = 100_000_000;

    public function __construct(private Shelf $shelf)
    {
    }

    #[Route('/api/setups/{id}/limits', methods: ['GET'])]
    #[OA\Get(path: '/api/setups/{id}/limits', operationId: 'getLimits', parameters: [
        new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
        new OA\Parameter(name: 'format', description: 'a file to keep', in: 'query', schema: new OA\Schema(type: 'string', enum: ['json', 'csv'])),
    ], responses: [
        new OA\Response(response: 200, description: 'The boundary sheet of every input, of every several with picks, of every required choice and of the quantity.', content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/BoundaryView'))),
        new OA\Response(ref: '#/components/responses/Problem', response: 422),
    ])]
    public function limits(string $id, Request $request): Response
    {
        $reach = $this->shelf->reach($this->shelf->get($id)->latest());
        $sheets = (new Boundaries($reach))->sheets();
        if ('csv' === $request->query->getString('format', 'json')) {
            return new Response(BoundaryText::csv($sheets), Response::HTTP_OK, ['Content-Type' => 'text/csv; charset=utf-8', 'Content-Disposition' => 'attachment; filename=limits.csv']);
        }

        return new JsonResponse(array_map(fn (BoundarySheet $sheet): BoundaryView => $this->view($reach->setup, $sheet), [...$sheets]));
    }

    #[Route('/api/made-file', methods: ['GET'])]
    #[OA\Get(path: '/api/made-file', operationId: 'getMadeFile', parameters: [
        new OA\Parameter(name: 'name', in: 'query', required: true, schema: new OA\Schema(type: 'string')),
        new OA\Parameter(name: 'type', in: 'query', schema: new OA\Schema(type: 'string')),
        new OA\Parameter(name: 'bytes', in: 'query', schema: new OA\Schema(type: 'integer')),
        new OA\Parameter(name: 'width', in: 'query', schema: new OA\Schema(type: 'integer')),
        new OA\Parameter(name: 'height', in: 'query', schema: new OA\Schema(type: 'integer')),
    ], responses: [
        new OA\Response(response: 200, description: 'A file of exactly this type, with these bytes and pixels.'),
        new OA\Response(ref: '#/components/responses/Problem', response: 422),
    ])]
    public function file(Request $request): Response
    {
        $name = basename($request->query->getString('name'));
        $bytes = $request->query->getInt('bytes');
        if ('' === $name || $bytes < 0 || $bytes > self::MOST_BYTES || $request->query->getInt('width', 1) > 20_000 || $request->query->getInt('height', 1) > 20_000) {
            throw new UnprocessableEntityHttpException(sprintf('A file has a name, at most %d MB and at most 20 000 pixels each way.', intdiv(self::MOST_BYTES, 1_000_000)));
        }
        $content = MadeFile::content(strtolower($request->query->getString('type')), $bytes, max(1, $request->query->getInt('width', 800)), max(1, $request->query->getInt('height', 600)));

        return new Response($content, Response::HTTP_OK, ['Content-Type' => 'application/octet-stream', 'Content-Disposition' => HeaderUtils::makeDisposition('attachment', $name, (string) preg_replace('/[^\x20-\x7E]|%/', '_', $name))]);
    }

    private function view(Setup $setup, BoundarySheet $sheet): BoundaryView
    {
        $option = null === $sheet->option ? null : $setup->option($sheet->option);
        $field = null === $option ? HtmlField::ofQuantity($setup->quantity) : HtmlField::field($option);

        return new BoundaryView($sheet->option, $sheet->at, $sheet->label, $sheet->kind, $sheet->requirement->required, $sheet->requirement->when, $this->example($setup, $sheet), $sheet->requirement->marked, $field[0] ?? null, $field[1] ?? [], array_map($this->line(...), $sheet->rows), $sheet->left);
    }

    private function example(Setup $setup, BoundarySheet $sheet): ?string
    {
        $words = [];
        foreach ($sheet->requirement->example ?? [] as $code => $answer) {
            $option = $setup->option($code);
            $words[] = Kind::Flag === $option?->kind ? $option->name() : ($option?->name() ?? $code).' '.implode('; ', array_map(static fn (mixed $value): string => is_string($value) ? $option?->value($value)->label ?? $value : '', (array) $answer));
        }

        return null === $sheet->requirement->example ? null : ([] === $words ? 'nothing chosen' : implode(' · ', $words));
    }

    private function line(BoundaryRow $row): BoundaryLine
    {
        $files = [];
        foreach (is_array($row->answer) ? $row->answer : [] as $file) {
            if (is_array($file)) {
                $files[] = '/api/made-file?'.http_build_query($file);
            }
        }
        $shown = [] === $files ? BoundaryText::shown($row->answer) : implode(', ', array_map(static fn (mixed $file): string => is_array($file) ? sprintf('%s (%s, %s bytes%s)', $file['name'] ?? '', $file['type'] ?? '', $file['bytes'] ?? '', isset($file['width'], $file['height']) ? sprintf(', %s × %s', $file['width'], $file['height']) : '') : '', (array) $row->answer));

        return new BoundaryLine($row->about, is_string($row->answer) || is_int($row->answer) ? (string) $row->answer : null, $shown, $files, $row->expected, $row->problem, $row->browser, $row->why);
    }
}
