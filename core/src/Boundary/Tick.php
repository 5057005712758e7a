<?php

declare(strict_types=1);

namespace Ithrel\Core\Boundary;

/**
 * What a tester saw at one edge, on one route of the shop.
 */
final readonly class Tick
{
    public const ROUTES = ['form', 'express'];
    public const FOUND = [BoundaryRow::TAKEN, BoundaryRow::REFUSED, BoundaryRow::EMPTY];

    /**
     * @param string $known of the row, as BoundarySheet::known() has it
     * @param 'form'|'express' $route
     * @param 'taken'|'refused'|'empty' $found
     * @param string $by who saw it; empty where that is not told
     */
    public function __construct(
        public string $known,
        public string $route,
        public string $found,
        public string $note = '',
        public string $by = '',
    ) {}
}
