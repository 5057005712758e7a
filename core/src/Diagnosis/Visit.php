<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis;

use Ithrel\Core\Answer\State;

/**
 * Where the clicks of one visit to the product page lead.
 */
final readonly class Visit
{
    /**
     * @param list<string> $misread options whose answer is none that can be understood
     * @param bool|null $offered whether the page offers what the check looks for
     * @param string|null $refused option of the first click that the page does not take
     */
    public function __construct(
        public State $state,
        public array $misread,
        public ?bool $offered,
        public ?string $refused,
    ) {}
}
