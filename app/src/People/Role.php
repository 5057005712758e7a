<?php

declare(strict_types=1);

namespace Ithrel\App\People;

/**
 * What somebody may do: readers change nothing; testers edit, rehearse and accept warnings; leads accept blockers, sign
 * and manage accounts.
 */
enum Role: string
{
    case Reader = 'reader';
    case Tester = 'tester';
    case Lead = 'lead';

    /** Whether it may what another may. */
    public function includes(self $other): bool
    {
        return $this->rank() >= $other->rank();
    }

    private function rank(): int
    {
        return match ($this) {
            self::Reader => 0,
            self::Tester => 1,
            self::Lead => 2,
        };
    }
}
