<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\View;

use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * A place of a view where contents go: what it takes, and how many at a time.
 */
final readonly class ViewPlace
{
    /**
     * @param string $at JSON Pointer of the place
     * @param list<string>|null $takes codes of text and file options; null: any of them
     * @param int|null $most contents at a time; null: not limited
     * @param list<string> $fixed what the shopper cannot do to a content: move, turn, resize
     */
    public function __construct(
        public string $at,
        public string $code,
        public string $label,
        public Area $area,
        public ?array $takes,
        public ?int $most,
        public array $fixed,
    ) {}

    public function takes(Option $option): bool
    {
        return (Kind::Text === $option->kind || Kind::File === $option->kind) &&
            (null === $this->takes || in_array($option->code, $this->takes, true));
    }
}
