<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Limits;

/**
 * The colours that may be given.
 */
final readonly class ColourLimits
{
    /**
     * @param list<string>|null $colours as "#rrggbb" in lower case; null = any
     */
    public function __construct(public ?array $colours = null) {}

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
