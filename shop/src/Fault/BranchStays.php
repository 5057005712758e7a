<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;

final class BranchStays extends Fault
{
    public static function line(): string
    {
        return 'An option that was shown once stays when the answer is taken back.';
    }

    public static function family(): string
    {
        return 'condition';
    }

    public function shown(bool $shown, string $option): bool
    {
        if ($shown) {
            $this->memory->seen[$option] = true;
        }

        return $shown || isset($this->memory->seen[$option]);
    }
}
