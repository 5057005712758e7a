<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A check in full.
 */
#[OA\Schema(required: ['row', 'steps', 'cells', 'places', 'route', 'milliseconds', 'unseen', 'pictures', 'files'])]
final readonly class CheckView
{
    /**
     * @param list<string> $steps
     * @param list<CheckCell> $cells
     * @param list<PlaceView> $places
     * @param list<string> $unseen what was not looked at
     * @param list<CheckPicture> $pictures
     * @param list<FileOffer> $files files that it gives, to be loaded down
     */
    public function __construct(
        #[OA\Property] public CheckRow $row,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $steps,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/CheckCell'))] public array $cells,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/PlaceView'))] public array $places,
        #[OA\Property] public string $route,
        #[OA\Property] public int $milliseconds,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $unseen,
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/CheckPicture')),
        ]
        public array $pictures,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/FileOffer'))] public array $files,
    ) {}
}
