<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Limits;

/**
 * Kinds, size, number and pixels of the files that may be given.
 */
final readonly class FileLimits
{
    /**
     * @param list<string>|null $types MIME types, null = any
     */
    public function __construct(
        public ?array $types = null,
        public ?int $maxBytes = null,
        public ?int $minFiles = null,
        public ?int $maxFiles = null,
        public ?int $minWidth = null,
        public ?int $minHeight = null,
    ) {}
}
