<?php

declare(strict_types=1);

namespace Ithrel\Core\Page;

/**
 * A page in a state of which it is known what it should say.
 */
final readonly class Observation
{
    /**
     * @param array<string, string|null> $expected field => what it should say; null where nothing is known of it
     */
    public function __construct(public PageSnapshot $page, public array $expected) {}
}
