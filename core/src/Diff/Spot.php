<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

/**
 * How far a walk has come.
 */
final class Spot
{
    /**
     * @param array<int, int> $nodes by diagram of the first setup
     * @param array<int, int> $positions by diagram, cells decided
     * @param array<int, int|null> $states by graph; null where the decisions are not shared
     * @param array<int, int> $layers by graph, variables decided
     * @param array<int, string|null> $gaps by graph, what the decisions add
     */
    public function __construct(
        public array $nodes,
        public array $positions,
        public array $states,
        public array $layers,
        public array $gaps,
    ) {}
}
