<?php

declare(strict_types=1);

namespace Ithrel\Core\Formula;

use Brick\Math\BigDecimal;

/**
 * A node of a parsed formula: an operator, function, name or literal with its parts.
 */
final readonly class Node
{
    public const LITERAL = 'literal';
    public const NAME = 'name';

    /**
     * @param string $op "literal", "name", an operator of the table in Parser, "neg", or "f:" with a function's
     *                   name
     * @param list<Node> $parts
     */
    public function __construct(
        public string $op,
        public array $parts = [],
        public ?BigDecimal $literal = null,
        public string $name = '',
        public string $unit = '',
    ) {}
}
