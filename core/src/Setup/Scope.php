<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

/**
 * Which items the setup applies to.
 */
final readonly class Scope
{
    /**
     * @param list<string> $skus
     * @param list<string> $categories
     * @param list<string> $tags
     * @param list<string> $except
     */
    public function __construct(
        public array $skus = [],
        public array $categories = [],
        public array $tags = [],
        public bool $all = false,
        public array $except = [],
    ) {}
}
