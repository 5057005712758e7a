<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

/**
 * In how many combinations each letter is held.
 */
final class Weights
{
    /** @var array<int, array<int, \GMP>> cell => letter => combinations */
    public array $shares = [];

    /**
     * @var array<int, array<int, \GMP>> cell => letter => combinations without the pins of the cell's own option;
     *                                   cells of a several that has none are left out
     */
    public array $freed = [];

    /** @var array<int, \GMP> several => combinations in which nothing of it is picked */
    public array $empty = [];

    /** Adds others, each so many times. */
    public function add(self $others, \GMP $times): void
    {
        foreach ([[&$this->shares, $others->shares], [&$this->freed, $others->freed]] as [&$mine, $theirs]) {
            foreach ($theirs as $cell => $letters) {
                foreach ($letters as $letter => $count) {
                    $count = gmp_mul($count, $times);
                    $mine[$cell][$letter] = isset($mine[$cell][$letter])
                        ? gmp_add($mine[$cell][$letter], $count)
                        : $count;
                }
            }
        }
        foreach ($others->empty as $option => $count) {
            $this->empty[$option] = gmp_add($this->empty[$option] ?? 0, gmp_mul($count, $times));
        }
    }
}
