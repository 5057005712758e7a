<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Store\RehearsalCheck;
use Ithrel\Core\Compare\Difference;
use Ithrel\Core\Compare\Found;
use Ithrel\Core\Plan\Check;

/**
 * A check and what came of it, wherever it was tried.
 */
final readonly class TriedCheck
{
    /**
     * @param string           $verdict     one of RehearsalCheck's
     * @param list<Difference> $differences
     * @param list<string>     $unseen      what was not looked at
     * @param string|null      $picture     path of a picture
     */
    public function __construct(public Check $check, public string $verdict, public array $differences, public ?string $reason, public int $milliseconds, public array $unseen = [], public ?string $picture = null, public ?Found $found = null)
    {
    }

    public static function of(RehearsalCheck $kept): self
    {
        return new self($kept->check(), $kept->verdict(), $kept->differences(), $kept->reason(), $kept->milliseconds());
    }
}
