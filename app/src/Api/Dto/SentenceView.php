<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use Ithrel\Core\Draft\Sentence;
use OpenApi\Attributes as OA;

/**
 * A condition or a charge of a document in words.
 */
#[OA\Schema(required: ['said', 'written'])]
final readonly class SentenceView
{
    public function __construct(
        #[OA\Property] public string $said,
        #[
            OA\Property(
                description: 'as it is written, so that it is read back the same; null where that is JSON alone',
                nullable: true,
            ),
        ]
        public ?string $written,
    ) {}

    public static function of(Sentence $sentence): self
    {
        return new self($sentence->said, $sentence->written);
    }
}
