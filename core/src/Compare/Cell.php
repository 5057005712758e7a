<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

/**
 * One thing that is looked at in a shop: at a stage, of a line, what is expected there and what was found.
 */
final readonly class Cell
{
    /**
     * @param string $stage page, cart, checkout or order
     * @param int $line cart line from 1; 0 where it is no line's
     * @param string $what "taken", "offered", "unit price", …; for an entry its label with ENTRY before it
     * @param string|null $found null: not looked at
     */
    public function __construct(
        public string $stage,
        public int $line,
        public string $what,
        public string $expected,
        public ?string $found,
    ) {}

    /** Before the label of an entry, so that a label like "total" stands apart from a total. */
    public const ENTRY = 'entry ';

    public function key(): string
    {
        return $this->stage . ' ' . $this->line . ' ' . $this->what;
    }
}
