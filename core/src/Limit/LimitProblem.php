<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit;

/**
 * What a limit has against an input: a permanent code, the reason as it stands behind an option's name, the limit and
 * what was found.
 */
final readonly class LimitProblem
{
    public function __construct(
        public string $code,
        public string $message,
        public ?string $limit = null,
        public ?string $found = null,
    ) {}
}
