<?php

declare(strict_types=1);

namespace Ithrel\Core\Work;

/**
 * Something took more time or memory than it may. It says nothing about the setup: with more time it may be worked out.
 */
final class OutOfBudget extends \RuntimeException
{
    /**
     * @param Budget $budget that was spent
     * @param bool $isOfTime whether more time could help, as memory would not
     */
    public function __construct(
        public readonly Budget $budget,
        public readonly bool $isOfTime,
        int $milliseconds,
        int $bytes,
    ) {
        parent::__construct(
            $isOfTime
                ? sprintf('it takes longer than %s seconds', self::seconds($milliseconds))
                : sprintf('it takes more than %d MB of memory', intdiv($bytes, 1_000_000)),
        );
    }

    private static function seconds(int $milliseconds): string
    {
        $whole = (string) intdiv($milliseconds, 1000);
        $rest = rtrim(sprintf('%03d', $milliseconds % 1000), '0');

        return '' === $rest ? $whole : $whole . '.' . $rest;
    }
}
