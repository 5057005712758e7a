<?php

declare(strict_types=1);

namespace Ithrel\Core\Boundary;

/**
 * Answers worth trying, each with what it is about; the same answer once, under what it was first about.
 *
 * @implements \IteratorAggregate<int, array{string|int|list<string>|list<array<string, string|int>>, string}>
 */
final class Candidates implements \IteratorAggregate
{
    /** @var array<string, array{string|int|list<string>|list<array<string, string|int>>, string}> */
    private array $all = [];

    /** @var list<string> what could not be made, and why */
    public array $left = [];

    /**
     * @param string|int|list<string>|list<array<string, string|int>> $answer
     */
    public function add(string $about, string|int|array $answer): void
    {
        $this->all[is_array($answer) ? serialize($answer) : gettype($answer).$answer] ??= [$answer, $about];
    }

    public function getIterator(): \Traversable
    {
        yield from array_values($this->all);
    }
}
