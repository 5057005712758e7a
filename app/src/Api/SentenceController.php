<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\ChargeRead;
use Ithrel\App\Api\Dto\ChargesGiven;
use Ithrel\App\Api\Dto\ConditionRead;
use Ithrel\App\Api\Dto\DocumentText;
use Ithrel\App\Api\Dto\SentenceGiven;
use Ithrel\App\Api\Dto\SentenceView;
use Ithrel\App\People\Needs;
use Ithrel\App\People\Role;
use Ithrel\App\Store\Shelf;
use Ithrel\Core\Document\JsonText;
use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Draft\ChargeSentence;
use Ithrel\Core\Draft\Sentence;
use Ithrel\Core\Draft\Sentences;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Conditions and charges in words, both ways. Of a text that is still being written what can be told is told.
 */
final readonly class SentenceController
{
    public function __construct(private Shelf $shelf) {}

    #[Route('/api/documents/{sha256}/sentences', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/documents/{sha256}/sentences',
            operationId: 'getSentences',
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/Document'),
                new OA\Parameter(ref: '#/components/parameters/Edition'),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Its conditions and charges in words, by their JSON Pointers.',
                    content: new OA\JsonContent(
                        type: 'object',
                        additionalProperties: new OA\AdditionalProperties(ref: '#/components/schemas/SentenceView'),
                    ),
                ),
            ],
        ),
    ]
    public function ofDocument(string $sha256): JsonResponse
    {
        return self::all($this->shelf->document($sha256)->document());
    }

    #[Route('/api/sentences', methods: ['POST'])]
    #[Needs(Role::Reader)]
    #[
        OA\Post(
            path: '/api/sentences',
            operationId: 'tellText',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/DocumentText'),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The same of a text, which need not be readable as a whole; nothing is kept.',
                    content: new OA\JsonContent(
                        type: 'object',
                        additionalProperties: new OA\AdditionalProperties(ref: '#/components/schemas/SentenceView'),
                    ),
                ),
            ],
        ),
    ]
    public function ofText(#[MapRequestPayload] DocumentText $given): JsonResponse
    {
        return self::all($given->text);
    }

    #[Route('/api/conditions', methods: ['POST'])]
    #[Needs(Role::Reader)]
    #[
        OA\Post(
            path: '/api/conditions',
            operationId: 'readCondition',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/SentenceGiven'),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The condition as it stands in a document; JSON is taken as it is.',
                    content: new OA\JsonContent(ref: '#/components/schemas/ConditionRead'),
                ),
            ],
        ),
    ]
    public function condition(#[MapRequestPayload] SentenceGiven $given): JsonResponse
    {
        $sentences = self::sentences($given->text);
        $condition = self::json($given->words) ?? $sentences->read($given->words);
        $plain = json_decode(json_encode($condition, JSON_THROW_ON_ERROR));
        $told = $plain instanceof \stdClass ? $sentences->ofCondition(new Place($plain, '')) : null;

        return new JsonResponse(new ConditionRead($condition, null === $told ? null : SentenceView::of($told)));
    }

    #[Route('/api/charges', methods: ['POST'])]
    #[Needs(Role::Reader)]
    #[
        OA\Post(
            path: '/api/charges',
            operationId: 'readCharges',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/ChargesGiven'),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Each as it stands in a document, in the order given; JSON is taken as it is.',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/ChargeRead'),
                    ),
                ),
            ],
        ),
    ]
    public function charges(#[MapRequestPayload] ChargesGiven $given): JsonResponse
    {
        return new JsonResponse(array_map(self::charge(...), $given->written));
    }

    private static function charge(string $written): ChargeRead
    {
        try {
            $charge = self::json($written) ?? ChargeSentence::read($written);
        } catch (UnreadableDocument) {
            $charge = null;
        }
        $plain = json_decode(json_encode($charge, JSON_THROW_ON_ERROR));
        $told = match (true) {
            $plain instanceof \stdClass => Sentences::ofCharge(new Place($plain, '')),
            is_string($plain) => Sentences::ofCharge($plain),
            default => null,
        };

        return new ChargeRead($charge, null === $told ? null : SentenceView::of($told));
    }

    /**
     * @throws UnreadableDocument where it begins as JSON and is none
     */
    private static function json(string $written): ?\stdClass
    {
        if (!str_starts_with(trim($written), '{')) {
            return null;
        }
        $object = JsonText::decode($written);

        return $object instanceof \stdClass ? $object : null;
    }

    private static function all(string $text): JsonResponse
    {
        return new JsonResponse(
            (object) array_map(
                static fn(Sentence $s): SentenceView => SentenceView::of($s),
                iterator_to_array(self::sentences($text)->all()),
            ),
        );
    }

    private static function sentences(string $text): Sentences
    {
        $document = JsonText::decode($text);

        return new Sentences(
            new Place($document instanceof \stdClass ? $document : new \stdClass(), ''),
            Today::of(Shelf::today()),
        );
    }
}
