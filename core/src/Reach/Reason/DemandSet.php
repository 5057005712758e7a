<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach\Reason;

use Ithrel\Core\Reach\Board;
use Ithrel\Core\Reach\Propositions;

/**
 * Demands that stand together, to be found by the options they are about and by their places.
 */
final class DemandSet
{
    /** @var list<Demand> */
    private array $demands = [];

    /** @var list<list<int>> demand => options */
    private array $optionsOf = [];

    /** @var array<int, list<int>> option => demands */
    private array $byOption = [];

    /** @var array<string, list<int>> place => demands */
    private array $byPlace = [];

    /**
     * @param list<Demand> $demands
     */
    public function __construct(private readonly Board $board, array $demands)
    {
        foreach ($demands as $demand) {
            $this->add($demand);
        }
    }

    public function add(Demand $demand): void
    {
        $number = count($this->demands);
        $this->demands[] = $demand;
        $this->optionsOf[] = $options = $this->optionsIn($demand->p);
        foreach ($options as $option) {
            $this->byOption[$option][] = $number;
        }
        foreach ($demand->causes as $cause) {
            $this->byPlace[$cause->key()][] = $number;
        }
    }

    /**
     * Demands by how many steps, from option to option, they are away; those that no step reaches last.
     *
     * @param list<int> $from options
     *
     * @return iterable<Demand>
     */
    public function nearest(array $from): iterable
    {
        $queue = array_values(array_unique($from));
        $seen = array_fill_keys($queue, true);
        $given = [];
        for ($i = 0; $i < count($queue); ++$i) {
            foreach ($this->byOption[$queue[$i]] ?? [] as $number) {
                if (!isset($given[$number])) {
                    $given[$number] = true;
                    yield $this->demands[$number];
                    foreach ($this->optionsOf[$number] as $option) {
                        if (!isset($seen[$option])) {
                            $seen[$option] = true;
                            $queue[] = $option;
                        }
                    }
                }
            }
        }
        foreach ($this->demands as $number => $demand) {
            if (!isset($given[$number])) {
                yield $demand;
            }
        }
    }

    /**
     * Demands all of whose places are among some.
     *
     * @param array<string, Cause> $causes by their keys
     *
     * @return list<Demand>
     */
    public function within(array $causes): array
    {
        $left = [];
        foreach (array_keys($causes) as $key) {
            foreach ($this->byPlace[$key] ?? [] as $number) {
                $left[$number] = ($left[$number] ?? count($this->demands[$number]->causes)) - 1;
            }
        }

        return array_map(
            fn(int $number): Demand => $this->demands[$number],
            array_keys(array_filter($left, static fn(int $places): bool => 0 === $places)),
        );
    }

    /**
     * @return list<int>
     */
    public function optionsIn(int $p): array
    {
        $options = [];
        foreach ($p > Propositions::TRUE ? array_keys($this->board->props->cellsOf($p)) : [] as $cell) {
            $options[$this->board->cells[$cell]->option] = true;
        }

        return array_keys($options);
    }
}
