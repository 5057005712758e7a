<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

/**
 * A setup document out of what a tester has, with where each thing was read and what was left.
 */
final readonly class Draft
{
    /**
     * @param array<string, mixed> $document
     * @param list<array{at: string, from: string, sure: 'yes'|'guess'}> $read
     * @param list<array{from: string, why: string}> $left
     */
    public function __construct(public array $document, public array $read, public array $left) {}
}
