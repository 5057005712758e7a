<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\LeftOver;
use Ithrel\App\Api\Dto\PictureGiven;
use Ithrel\App\Api\Dto\PicturesView;
use Ithrel\App\Api\Dto\PictureView;
use Ithrel\App\Later\AtWork;
use Ithrel\App\Later\MayTakeLong;
use Ithrel\App\People\Changes;
use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\App\Rehearsal\PictureClient;
use Ithrel\App\Store\SetupPictures;
use Ithrel\App\Store\Shelf;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Setup\PictureNames;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;

/**
 * The pictures that a setup speaks of: brought in as files or from the shop, and shown.
 */
final readonly class PictureController
{
    /** Places told of one picture. */
    private const MOST_PLACES = 50;

    /** Pictures fetched at once; somebody waits for them. */
    private const MOST_FETCHED = 60;

    public function __construct(
        private Shelf $shelf,
        private SetupPictures $pictures,
        private PictureClient $client,
        private AtWork $work,
    ) {}

    #[Route('/api/setups/{id}/pictures', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/setups/{id}/pictures',
            operationId: 'getPictures',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Every picture that the latest revision speaks of.',
                    content: new OA\JsonContent(ref: '#/components/schemas/PicturesView'),
                ),
            ],
        ),
    ]
    public function all(string $id): JsonResponse
    {
        return new JsonResponse($this->view($id, []));
    }

    #[Route('/api/setups/{id}/pictures', methods: ['POST'])]
    #[MayTakeLong]
    #[Changes('brought in pictures', waits: true)]
    #[
        OA\Post(
            path: '/api/setups/{id}/pictures',
            operationId: 'bringPictures',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/PictureGiven'),
            ),
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'All pictures as they stand now, and what was not taken.',
                    content: new OA\JsonContent(ref: '#/components/schemas/PicturesView'),
                ),
            ],
        ),
    ]
    public function bring(string $id, #[MapRequestPayload] PictureGiven $given): JsonResponse
    {
        $stored = $this->shelf->get($id);
        $address = trim($given->address ?? '');
        if ('' !== $address) {
            $this->work->onWorker();

            return new JsonResponse(
                $this->view($id, $this->fetched($stored->id(), array_keys($this->names($id)), $address)),
            );
        }
        $bytes = base64_decode($given->base64 ?? '', true);
        $this->pictures->keep($stored->id(), $given->name, false === $bytes ? '' : $bytes);
        $isSpokenOf =
            [] !==
            array_filter(
                array_keys($this->names($id)),
                static fn(string $name): bool => PictureNames::file($name) === PictureNames::file($given->name),
            );

        return new JsonResponse(
            $this->view(
                $id,
                $isSpokenOf
                    ? []
                    : [
                        new LeftOver(
                            $given->name,
                            'No place of the setup speaks of a picture of this name; it is kept for when one does.',
                        ),
                    ],
            ),
        );
    }

    #[Route('/api/setups/{id}/picture', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/setups/{id}/picture',
            operationId: 'showPicture',
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'name', in: 'query', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [new OA\Response(response: 200, description: 'The picture.')],
        ),
    ]
    public function show(string $id, #[MapQueryParameter(validationFailedStatusCode: 400)] string $name): Response
    {
        $found = $this->pictures->find($this->shelf->get($id)->id(), $name);
        if (null === $found) {
            throw new NotFoundHttpException('This picture was not brought in.');
        }

        // The address names the bytes, so they never change.
        return new BinaryFileResponse($found['path'], Response::HTTP_OK, [
            'Content-Type' => $found['type'],
            'X-Content-Type-Options' => 'nosniff',
            'Content-Security-Policy' => "default-src 'none'; sandbox",
            'Cache-Control' => 'private, max-age=31536000, immutable',
        ]);
    }

    /**
     * @param list<string> $names
     *
     * @return list<LeftOver>
     */
    private function fetched(string $setup, array $names, string $address): array
    {
        $left = [];
        $missing = array_values(
            array_filter($names, fn(string $name): bool => null === $this->pictures->find($setup, $name)),
        );
        foreach (array_slice($missing, 0, self::MOST_FETCHED) as $name) {
            try {
                $this->pictures->keep($setup, $name, $this->client->fetch($name, $address));
            } catch (NoAnswer $e) {
                $left[] = new LeftOver($name, $e->getMessage());
            } catch (UnreadableDocument $e) {
                if ('/address' === $e->problems[0]->at) {
                    throw $e;
                }
                $left[] = new LeftOver($name, $e->problems[0]->message);
            }
        }
        if (count($missing) > self::MOST_FETCHED) {
            $left[] = new LeftOver(
                'the rest',
                sprintf(
                    '%d more are missing; ask again for the next %d.',
                    count($missing) - self::MOST_FETCHED,
                    self::MOST_FETCHED,
                ),
            );
        }

        return $left;
    }

    /**
     * @return array<string, list<string>>
     */
    private function names(string $id): array
    {
        return PictureNames::of($this->shelf->reach($this->shelf->get($id)->latest())->setup);
    }

    /**
     * @param list<LeftOver> $left
     */
    private function view(string $id, array $left): PicturesView
    {
        $views = [];
        foreach ($this->names($id) as $key => $at) {
            $name = sprintf('%s', $key);
            $found = $this->pictures->find($id, $name);
            $views[] = new PictureView(
                $name,
                array_slice($at, 0, self::MOST_PLACES),
                null === $found
                    ? null
                    : sprintf(
                        '/api/setups/%s/picture?name=%s&v=%s',
                        $id,
                        rawurlencode($name),
                        substr($found['sha256'], 0, 12),
                    ),
                $found['width'] ?? 0,
                $found['height'] ?? 0,
                $found['bytes'] ?? 0,
            );
        }

        return new PicturesView($views, $left);
    }
}
