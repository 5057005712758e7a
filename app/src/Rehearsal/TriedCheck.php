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
        return new self($kept->check(), $kept->verdict(), $kept->differences(), $kept->reason(), $kept->milliseconds(), $kept->unseen());
    }

    /**
     * What none of them looked at, of those that had a cart to look at.
     *
     * @param list<self> $all
     *
     * @return list<string> stage and field
     */
    public static function unseenByAll(array $all): array
    {
        $unseen = [];
        foreach ($all as $t) {
            if (in_array($t->verdict, [RehearsalCheck::AGREES, RehearsalCheck::DIFFERS], true) && $t->check->accepted && [] !== $t->unseen) {
                $unseen[] = array_fill_keys($t->unseen, true);
            }
        }
        $stage = static fn (string $what): string => explode(' ', $what)[0];
        $byNone = [];
        foreach (array_keys(array_merge(...$unseen)) as $what) {
            if ([] === array_filter($unseen, static fn (array $of): bool => !isset($of[$what]) && !isset($of[$stage($what)]))) {
                $byNone[$what] = true;
            }
        }

        // Of a stage that was not looked at at all, what stands on it need not be told.
        return array_values(array_filter(array_keys($byNone), static fn (string $what): bool => $what === $stage($what) || !isset($byNone[$stage($what)])));
    }
}
