<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

/**
 * A condition on the answers of a state. Each knows its place in the document.
 *
 * Whoever tells conditions apart names every kind of them, or fails the static analysis.
 *
 * @phpstan-sealed All|Any|Not|Test
 */
interface Condition
{
    /** JSON Pointer of the condition. */
    public function at(): string;

    /**
     * The tests in it, in reading order.
     *
     * @return list<Test>
     */
    public function tests(): array;
}
