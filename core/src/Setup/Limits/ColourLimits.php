<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Limits;

use Ithrel\Core\Setup\Place;
use Ithrel\Core\Setup\Reading\Reading;

/**
 * The colours that may be given.
 */
final readonly class ColourLimits implements Limits
{
    /**
     * @param list<string>|null $colours as "#rrggbb" in lower case; null = any
     */
    public function __construct(public ?array $colours = null) {}

    public static function read(Place $option, Reading $reading): self
    {
        return new self($option->has('colours') ? array_map(strtolower(...), $option->texts('colours')) : null);
    }

    public static function default(Place $option, Reading $reading): ?string
    {
        return $option->has('default') ? strtolower($option->text('default')) : null;
    }

    public function open(): self
    {
        return new self();
    }

    /** A colour as it is carried, "#rrggbb" in lower case; null where it is none. */
    public static function parse(string $typed): ?string
    {
        $typed = strtolower(trim($typed));

        return 1 === preg_match('/^#[0-9a-f]{6}$/D', $typed) ? $typed : null;
    }

    public function takes(string $colour): bool
    {
        return null === $this->colours || in_array($colour, $this->colours, true);
    }
}
