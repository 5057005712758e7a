<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\NewItemPage;
use Ithrel\App\Api\Dto\ShopGiven;
use Ithrel\App\Api\Dto\ThingMended;
use Ithrel\App\Http\AsSeen;
use Ithrel\App\Http\Created;
use Ithrel\App\People\Changes;
use Ithrel\App\People\Role;
use Ithrel\App\People\Who;
use Ithrel\App\Rehearsal\ItemPages;
use Ithrel\App\Rehearsal\ShopSettings;
use Ithrel\App\Store\Pictures;
use Ithrel\App\Store\Shelf;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\HttpKernel\Exception\AccessDeniedHttpException;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Pages of items in shops: has them mapped, shows what was found on a picture, and takes what a person says of it.
 */
final readonly class PageController
{
    public function __construct(
        private Shelf $shelf,
        private ItemPages $pages,
        private ItemPageViews $views,
        private ShopSettings $shops,
        private Pictures $pictures,
        private Who $who,
        private AsSeen $asSeen,
    ) {}

    #[Route('/api/setups/{id}/pages', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/setups/{id}/pages',
            operationId: 'listPages',
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
                    description: 'Newest first, twenty at most.',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/ItemPageView'),
                    ),
                ),
            ],
        ),
    ]
    public function list(
        string $id,
        #[MapQueryParameter(validationFailedStatusCode: 400)] string $before = '',
    ): JsonResponse {
        return new JsonResponse(array_map($this->views->short(...), $this->pages->of($this->shelf->get($id), $before)));
    }

    #[Route('/api/setups/{id}/pages', methods: ['POST'])]
    #[Changes('had a shop\'s page mapped')]
    #[
        OA\Post(
            path: '/api/setups/{id}/pages',
            operationId: 'mapPage',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/NewItemPage'),
            ),
            parameters: [
                new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'It waits for a browser; one at this address is mapped anew.',
                    content: new OA\JsonContent(ref: '#/components/schemas/ItemPageView'),
                ),
            ],
        ),
    ]
    public function begin(string $id, #[MapRequestPayload] NewItemPage $new): JsonResponse
    {
        $page = $this->pages->begin($this->shelf->get($id), $this->shops->page($new->address));

        return new Created($this->views->full($page), '/api/pages/' . $page->id());
    }

    #[Route('/api/pages/{page}', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/pages/{page}',
            operationId: 'getPage',
            parameters: [
                new OA\Parameter(name: 'page', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The map, over pictures.',
                    content: new OA\JsonContent(ref: '#/components/schemas/ItemPageView'),
                ),
            ],
        ),
    ]
    public function get(string $page): JsonResponse
    {
        $told = $this->views->full($this->pages->get($page));

        return AsSeen::told($told, $told->etag);
    }

    #[Route('/api/pages/{page}/map', methods: ['PATCH'])]
    #[Changes('mended the map of a shop\'s page')]
    #[
        OA\Patch(
            path: '/api/pages/{page}/map',
            operationId: 'mendMap',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/ThingMended'),
            ),
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/AsSeen'),
                new OA\Parameter(name: 'page', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The map with it.',
                    content: new OA\JsonContent(ref: '#/components/schemas/ItemPageView'),
                ),
            ],
        ),
    ]
    public function mend(string $page, #[MapRequestPayload] ThingMended $mended): JsonResponse
    {
        $own = $this->pages->get($page);
        $this->asSeen->ask(
            $this->views->short($own)->etag,
            'The map of this page is another by now. Look at it, then point once more.',
        );
        $this->pages->mend($own, $mended->what, $mended->key);

        $told = $this->views->full($own);

        return AsSeen::told($told, $told->etag);
    }

    #[Route('/api/pages/{page}/map.json', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/pages/{page}/map.json',
            operationId: 'downloadMap',
            parameters: [
                new OA\Parameter(name: 'page', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(response: 200, description: 'The map (map/1), as ./ithrel rehearse --map takes it.'),
            ],
        ),
    ]
    public function map(string $page): Response
    {
        $map = $this->pages->get($page)->map() ?? throw new NotFoundHttpException('This page is not mapped yet.');
        $text = json_encode(
            $map,
            JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE,
        );

        return new Response($text, Response::HTTP_OK, [
            'Content-Type' => 'application/json',
            'Content-Disposition' => 'attachment; filename=map.json',
        ]);
    }

    #[Route('/api/shops/{shop}', methods: ['PATCH'])]
    #[Changes('changed what is said of a shop')]
    #[
        OA\Patch(
            path: '/api/shops/{shop}',
            operationId: 'setShop',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/ShopGiven'),
            ),
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/AsSeen'),
                new OA\Parameter(name: 'shop', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'As it is now.',
                    content: new OA\JsonContent(ref: '#/components/schemas/ShopTold'),
                ),
            ],
        ),
    ]
    public function shop(string $shop, #[MapRequestPayload] ShopGiven $given): JsonResponse
    {
        $own = $this->pages->shop($shop);
        $this->asSeen->ask(
            $this->views->shop($own)->etag,
            'Somebody else changed what is said of this shop meanwhile.',
        );
        if ($given->orders && !$own->mayOrder() && !$this->who->role(Role::Lead)->includes(Role::Lead)) {
            throw new AccessDeniedHttpException('That orders are placed in a shop is switched on by a lead.');
        }
        $this->pages->setShop($own, trim($given->name), $given->hosts, $given->orders, $given->pause, $given->ceilings);

        $told = $this->views->shop($own);

        return AsSeen::told($told, $told->etag);
    }

    #[Route('/api/pictures/{of}/{file}', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/pictures/{of}/{file}',
            operationId: 'getPicture',
            parameters: [
                new OA\Parameter(name: 'of', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'file', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [new OA\Response(response: 200, description: 'A picture of a page, as JPEG.')],
        ),
    ]
    public function picture(string $of, string $file): Response
    {
        $path = $this->pictures->path($of, $file);
        if (null === $path || !is_file($path)) {
            throw new NotFoundHttpException('There is no such picture.');
        }

        return new BinaryFileResponse($path, Response::HTTP_OK, [
            'Content-Type' => 'image/jpeg',
            'Cache-Control' => 'private, max-age=600',
        ]);
    }
}
