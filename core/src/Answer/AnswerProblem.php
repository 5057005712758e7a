<?php

declare(strict_types=1);

namespace Ithrel\Core\Answer;

/**
 * Why a state cannot be bought as it is: a permanent code, the option and, for limits, the limit and what was found.
 */
final readonly class AnswerProblem
{
    public function __construct(
        public string $code,
        public ?string $option,
        public string $message,
        public ?string $limit = null,
        public ?string $found = null,
    ) {}
}
