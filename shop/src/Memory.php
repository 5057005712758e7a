<?php

declare(strict_types=1);

namespace Ithrel\Shop;

/**
 * What a session remembers beside the form; a shop without faults has no use for it.
 *
 * @phpstan-import-type Answers from Form
 */
final class Memory
{
    /** @var Answers answers that were given and are hidden or forbidden now */
    public array $dropped = [];

    /** @var array<string, true> options that were shown at some time */
    public array $seen = [];

    /** @var array<string, string> texts that were typed and emptied again */
    public array $emptied = [];
}
