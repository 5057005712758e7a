<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit;

/**
 * Answers worth trying, each with what it is about; the same answer once, under what it was first about.
 *
 * @implements \IteratorAggregate<int, array{string|int|list<string>|list<array<string, string|int>>, string}>
 */
final class Candidates implements \IteratorAggregate
{
    /** @var array<string, array{string|int|list<string>|list<array<string, string|int>>, string}> */
    private array $all = [];

    /** @var array<string, string> of those that a plan tries too: the key of the document that sets the limit */
    private array $keys = [];

    /** @var list<string> what could not be made, and why */
    public array $left = [];

    /**
     * @param string|int|list<string>|list<array<string, string|int>> $answer
     */
    public function add(string $about, string|int|array $answer): void
    {
        $this->all[self::print($answer)] ??= [$answer, $about];
    }

    /**
     * An answer that is so telling that a plan tries it too.
     *
     * @param string $key of the document, that sets the limit
     * @param string|int|list<string>|list<array<string, string|int>> $answer
     */
    public function edge(string $key, string $about, string|int|array $answer): void
    {
        $this->add($about, $answer);
        $this->keys[self::print($answer)] ??= $key;
    }

    /**
     * @return iterable<array{
     *     string|int|list<string>|list<array<string, string|int>>,
     *     string,
     *     string,
     * }>  answer, what it is about, key
     */
    public function edges(): iterable
    {
        foreach ($this->all as $print => [$answer, $about]) {
            if (isset($this->keys[$print])) {
                yield [$answer, $about, $this->keys[$print]];
            }
        }
    }

    public function getIterator(): \Traversable
    {
        yield from array_values($this->all);
    }

    /**
     * @param string|int|list<string>|list<array<string, string|int>> $answer
     */
    private static function print(string|int|array $answer): string
    {
        return is_array($answer) ? serialize($answer) : gettype($answer) . $answer;
    }
}
