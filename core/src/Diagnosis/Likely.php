<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis;

/**
 * A place of the setup that explains what a shop did otherwise.
 */
final readonly class Likely
{
    /**
     * @param string $at JSON Pointer; "/checkout" where it lies in the shop alone
     * @param list<int> $checks numbers of the checks that it explains
     * @param string|null $as what the shop seems to have there, in words that follow "as if"; null where that is
     *                        not known
     * @param string $extent where alone, in words; "" everywhere
     */
    public function __construct(
        public string $at,
        public array $checks,
        public ?string $as = null,
        public string $extent = '',
    ) {}
}
