<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

/**
 * What one file or page tells.
 */
final class DraftSource
{
    /** @var array<string, Fact> path below the item => fact */
    public array $item = [];

    /** @var array<string, Fact> path below the quantity => fact */
    public array $quantity = [];

    public ?Fact $currency = null;

    /** @var list<DraftOption> */
    public array $options = [];

    /** Whether it is a sheet that a setup gave out, in which nothing is guessed. */
    public bool $isExact = false;

    /**
     * @var list<array{
     *     pick: array<array-key, string>,
     *     facts: array<string, Fact>,
     *     blank?: array<string, string>,
     * }>  rows: label of an option => label of a value
     */
    public array $rows = [];

    /** @var list<string> labels of the options that rows go by */
    public array $by = [];

    /** @var list<array{from: string, why: string}> what was not taken */
    public array $left = [];

    /**
     * @param string $name of the file, without folders and ending
     */
    public function __construct(public readonly string $name) {}

    public function leave(string $from, string $why): void
    {
        $this->left[] = ['from' => $from, 'why' => $why];
    }
}
