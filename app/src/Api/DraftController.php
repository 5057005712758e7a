<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\ChangedPlace;
use Ithrel\App\Api\Dto\ChangeView;
use Ithrel\App\Api\Dto\CheckedText;
use Ithrel\App\Api\Dto\Counts;
use Ithrel\App\Api\Dto\DocumentText;
use Ithrel\App\Api\Dto\DraftFile;
use Ithrel\App\Api\Dto\DraftView;
use Ithrel\App\Api\Dto\DraftWanted;
use Ithrel\App\Api\Dto\FormulaGiven;
use Ithrel\App\Api\Dto\FormulaName;
use Ithrel\App\Api\Dto\FormulaView;
use Ithrel\App\Api\Dto\LeftOver;
use Ithrel\App\Api\Dto\ProblemPlace;
use Ithrel\App\Api\Dto\Reading;
use Ithrel\App\Api\Dto\TwoTexts;
use Ithrel\App\Draft\DraftSources;
use Ithrel\App\People\Needs;
use Ithrel\App\People\Role;
use Ithrel\App\Store\CompiledSetups;
use Ithrel\App\Store\Shelf;
use Ithrel\Core\Decimal\PlainDecimal;
use Ithrel\Core\Diff\DiffResult;
use Ithrel\Core\Diff\DocumentChange;
use Ithrel\Core\Diff\ReadDocument;
use Ithrel\Core\Diff\SetupDiff;
use Ithrel\Core\Document\Problem;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Draft\Drafter;
use Ithrel\Core\Draft\DraftSource;
use Ithrel\Core\Formula\Formula;
use Ithrel\Core\Formula\FormulaError;
use Ithrel\Core\Price\FormulaTrial;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Report;
use Ithrel\Core\Setup\Currency;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\Setup;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/**
 * What is still being written: drafts out of pages and tables, texts that are checked and not kept, formulas.
 *
 * Long, as most of it describes the interface; a method does little.
 */
final readonly class DraftController
{
    public function __construct(
        private CompiledSetups $compiled,
        private Shelf $shelf,
        private Views $views,
        private Reader $reader,
        private DraftSources $sources,
    ) {}

    #[Route('/api/drafts', methods: ['POST'])]
    #[Needs(Role::Reader)]
    #[
        OA\Post(
            path: '/api/drafts',
            operationId: 'draft',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/DraftWanted'),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'A draft; nothing is kept.',
                    content: new OA\JsonContent(ref: '#/components/schemas/DraftView'),
                ),
            ],
        ),
    ]
    public function draft(#[MapRequestPayload] DraftWanted $wanted): JsonResponse
    {
        $minor = null === $wanted->currency ? 2 : Currency::find($wanted->currency)->minorUnits ?? 2;
        $sources = array_map(fn(DraftFile $file): DraftSource => $this->sources->read($file, $minor), $wanted->sources);
        if ([] === $sources) {
            throw UnreadableDocument::at('', 'A draft is made of something: a file, cells or an address.');
        }
        $draft = Drafter::of($sources, $wanted->currency);

        return new JsonResponse(
            new DraftView(
                json_encode(
                    $draft->document,
                    JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE,
                ),
                array_map(
                    static fn(array $read): Reading => new Reading(
                        $read['at'],
                        $read['from'],
                        'guess' === $read['sure'],
                    ),
                    $draft->read,
                ),
                array_map(static fn(array $left): LeftOver => new LeftOver($left['from'], $left['why']), $draft->left),
            ),
        );
    }

    #[Route('/api/checks', methods: ['POST'])]
    #[Needs(Role::Reader)]
    #[
        OA\Post(
            path: '/api/checks',
            operationId: 'checkText',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/DocumentText'),
            ),
            parameters: [
                new OA\Parameter(
                    name: 'setup',
                    description: 'the setup that it was written on',
                    in: 'query',
                    schema: new OA\Schema(type: 'string'),
                ),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'What was found, or why it cannot be read; nothing is kept.',
                    content: new OA\JsonContent(ref: '#/components/schemas/CheckedText'),
                ),
            ],
        ),
    ]
    public function check(#[MapRequestPayload] DocumentText $document, Request $request): JsonResponse
    {
        $sha256 = hash('sha256', $document->text);
        try {
            [$later, $report] = $this->workedOut($document->text);
        } catch (UnreadableDocument $e) {
            return new JsonResponse(
                new CheckedText(
                    $sha256,
                    array_map(
                        static fn(Problem $p): ProblemPlace => new ProblemPlace($p->at, $p->message),
                        $e->problems,
                    ),
                    null,
                    [],
                    [],
                    [],
                    null,
                ),
            );
        } catch (TooLarge $e) {
            return new JsonResponse(
                new CheckedText(
                    $sha256,
                    [],
                    null,
                    [],
                    [],
                    [],
                    'It could not be worked out while you write, because ' . $e->getMessage(),
                ),
            );
        }
        $setup = $request->query->getString('setup');
        [$settled, $fresh] =
            '' === $setup
                ? [[], []]
                : $this->views->changeOf($this->shelf->get($setup)->latest(), $later, $report->findings);

        return new JsonResponse(
            new CheckedText(
                $sha256,
                [],
                new Counts(...$report->counts),
                array_map(Views::finding(...), $report->findings),
                $settled,
                $fresh,
                null,
            ),
        );
    }

    #[Route('/api/formulas', methods: ['POST'])]
    #[Needs(Role::Reader)]
    #[
        OA\Post(
            path: '/api/formulas',
            operationId: 'tryFormula',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/FormulaGiven'),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'What the formula comes to with these figures; nothing is kept.',
                    content: new OA\JsonContent(ref: '#/components/schemas/FormulaView'),
                ),
            ],
        ),
    ]
    public function formula(#[MapRequestPayload] FormulaGiven $given): JsonResponse
    {
        $setup = $this->reader->read($given->text, Today::of(Shelf::today()));
        $known = FormulaTrial::names($setup);
        $names = array_map(
            static fn(string $name, string $words): FormulaName => new FormulaName($name, $words, ''),
            array_keys($known),
            $known,
        );
        try {
            $formula = Formula::parse($given->expr);
        } catch (FormulaError $e) {
            return new JsonResponse(new FormulaView($names, [], null, $e->getMessage()));
        }
        $proposed = FormulaTrial::used($setup, $formula);
        $figures = array_replace($proposed, $given->figures);
        // A name that is none has no figure; why it is none is said where the value would be.
        $own = array_filter(
            array_keys($proposed),
            static fn(string $name): bool => isset($known[$name]) || str_starts_with($name, 'filled('),
        );
        $used = array_values(
            array_map(
                static fn(string $name): FormulaName => new FormulaName($name, $known[$name] ?? '', $figures[$name]),
                $own,
            ),
        );
        try {
            $value = (new FormulaTrial($setup, $figures))->value($formula);

            return new JsonResponse(new FormulaView($names, $used, PlainDecimal::of($value), null));
        } catch (FormulaError $e) {
            return new JsonResponse(new FormulaView($names, $used, null, $e->getMessage()));
        }
    }

    #[Route('/api/diffs', methods: ['POST'])]
    #[Needs(Role::Reader)]
    #[
        OA\Post(
            path: '/api/diffs',
            operationId: 'diffTexts',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/TwoTexts'),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'What the new document gained, lost and repriced, and the places that differ.',
                    content: new OA\JsonContent(ref: '#/components/schemas/ChangeView'),
                ),
            ],
        ),
    ]
    public function diff(#[MapRequestPayload] TwoTexts $texts): JsonResponse
    {
        $today = Today::of(Shelf::today());
        $old = ReadDocument::of($this->reader, $texts->old, $today);
        $new = ReadDocument::of($this->reader, $texts->new, $today);

        return new JsonResponse(self::changeView(SetupDiff::between($old, $new, 0)));
    }

    /**
     * @param DiffResult|null $diff null: it takes too long to be said while one waits
     */
    public static function changeView(?DiffResult $diff): ChangeView
    {
        return null === $diff
            ? new ChangeView(null, null, null, null)
            : new ChangeView(
                $diff->gained,
                $diff->lost,
                $diff->repriced['count'] ?? null,
                array_map(
                    static fn(DocumentChange $c): ChangedPlace => new ChangedPlace(
                        $c->at,
                        'old' === $c->side,
                        $c->message,
                    ),
                    $diff->changes,
                ),
            );
    }

    /**
     * @return array{Setup, Report}
     *
     * @throws UnreadableDocument
     * @throws TooLarge
     */
    private function workedOut(string $text): array
    {
        $reach = $this->compiled->of($text, Shelf::today());

        return [$reach->setup, Report::of($reach)];
    }
}
