<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis;

use Ithrel\Core\Setup\Setup;

/**
 * What is known when the next deviation is looked for: the document with those that were found so far, what a shop with
 * it would do, and the checks that it does not explain yet.
 */
final readonly class Evidence
{
    /** Checks from which figures and texts are taken, at most. */
    private const WITNESSES = 8;

    /**
     * @param list<Seen> $left checks that differ and are not explained
     */
    public function __construct(
        public DocumentTree $tree,
        public Model $model,
        public Setup $setup,
        public array $left,
    ) {}

    /**
     * Whether something in one of these fields is not explained.
     */
    public function has(string ...$fields): bool
    {
        foreach ($this->left as $seen) {
            foreach ($seen->differences as $difference) {
                if (in_array($difference->field, $fields, true)) {
                    return true;
                }
            }
        }

        return false;
    }

    /**
     * Some of the checks that are not explained, from the first to the last.
     *
     * @param \Closure(Seen): bool $fit
     *
     * @return list<Seen>
     */
    public function witnesses(\Closure $fit): array
    {
        return Seen::spread(array_values(array_filter($this->left, $fit)), self::WITNESSES);
    }
}
