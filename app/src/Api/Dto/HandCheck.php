<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A check as somebody tries it by hand.
 */
#[OA\Schema(required: ['number', 'purposeWords', 'about', 'expected', 'steps', 'cells', 'files'])]
final readonly class HandCheck
{
    /**
     * @param string $expected what comes of it, in a few words
     * @param list<string> $steps
     * @param list<CheckCell> $cells
     * @param list<FileOffer> $files files that it gives, to be loaded down
     */
    public function __construct(
        #[OA\Property] public int $number,
        #[OA\Property] public string $purposeWords,
        #[OA\Property] public string $about,
        #[OA\Property] public string $expected,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $steps,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/CheckCell'))] public array $cells,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/FileOffer'))] public array $files,
    ) {}
}
