<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

/**
 * Options that conditions, rows or circles tie together, with what is compiled of them in walk order.
 */
final class Component
{
    public ?Diagram $diagram = null;

    /** Why it could not be compiled in walk order; then traps and numbers in listing order are not known. */
    public ?TooLarge $trouble = null;

    /** The diagram without its inputs: a path is a combination. */
    public ?Diagram $choices = null;

    /**
     * @param list<int> $options with cells, in walk order
     * @param list<CircleReach> $circles groups in which clicks miss consistent states
     * @param int $must proposition that has to hold in a complete state
     * @param list<int> $watch propositions of options whose being shown is asked
     */
    public function __construct(
        public readonly array $options,
        public readonly array $circles,
        public readonly int $must,
        public readonly array $watch,
    ) {}
}
