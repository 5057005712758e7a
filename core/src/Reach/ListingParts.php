<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

/**
 * What a list is made of: diagrams with their counts under the pins, first one of each component.
 */
final class ListingParts
{
    /** @var list<Diagram> */
    public array $diagrams = [];

    /** @var list<list<list<int|\GMP>>> diagram => layer => node => offered under the pins */
    public array $offered = [];

    /** @var list<list<list<int|\GMP>>> diagram => layer => node => selectable under the pins */
    public array $selectable = [];

    /** @var list<array{list<int>, int}> components and the diagram of their wrong combinations */
    public array $clusters = [];

    public int $components = 0;

    /** Whether a guard is broken whatever is chosen. */
    public bool $allWrong = false;
}
