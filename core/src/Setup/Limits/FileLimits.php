<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Limits;

use Ithrel\Core\Setup\Place;
use Ithrel\Core\Setup\Reading\Reading;

/**
 * Kinds, size, number and pixels of the files that may be given.
 */
final readonly class FileLimits implements Limits
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

    public static function read(Place $option, Reading $reading): self
    {
        $files = $option->object('files');
        $pixels = $option->object('pixels');

        return new self(
            $option->has('types') ? $option->texts('types') : null,
            $option->whole('maxBytes'),
            $files->whole('min'),
            $files->whole('max'),
            $pixels->whole('minWidth'),
            $pixels->whole('minHeight'),
        );
    }

    /** No page can fill in a file. */
    public static function default(Place $option, Reading $reading): ?string
    {
        return null;
    }

    public function open(): self
    {
        return new self();
    }
}
