<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

/**
 * Which edition of all that is worked out of a document is current. It is another one once what works it out was
 * mended, and, where the document counts days from today, on another day; within an edition nothing that is told of a
 * document ever changes.
 */
final readonly class Editions
{
    public function __construct(private Engine $engine) {}

    public function of(Revision $revision): string
    {
        return $this->engine->mark() . '-' . CompiledSetups::day($revision->document(), Shelf::today());
    }
}
