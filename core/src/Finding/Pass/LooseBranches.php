<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * reach.always: a flag that is ticked as the page opens, and a required answer behind it that stays when the tick is
 * taken away, as nothing in the setup hangs on the flag.
 */
final class LooseBranches implements Pass
{
    public function find(Reach $reach): iterable
    {
        $asked = self::asked($reach->setup);
        foreach ($reach->setup->options as $flag) {
            $next = $reach->setup->options[$flag->index + 1] ?? null;
            if (
                null === $next ||
                !self::isTickedFlag($flag) ||
                isset($asked[$flag->code]) ||
                !$next->required ||
                null !== $next->shownWhen ||
                $next->kind->isChoice()
            ) {
                continue;
            }
            yield new Finding(
                'reach.always',
                Severity::Note,
                $next->at,
                sprintf(
                    '%1$s is ticked as the page opens, and %2$s has to be answered with the tick or without: ' .
                        'nothing hides it when the tick is taken away. If it belongs to %1$s, show it only where ' .
                        'that is ticked.',
                    $flag->name(),
                    $next->name(),
                ),
                ['option' => $next->code, 'flag' => $flag->code],
            );
        }
    }

    private static function isTickedFlag(Option $option): bool
    {
        return Kind::Flag === $option->kind && ($option->values[0]->default ?? false);
    }

    /**
     * @return array<string, true> options that some condition or guard asks
     */
    private static function asked(Setup $setup): array
    {
        $conditions = [];
        foreach ($setup->options as $option) {
            array_push(
                $conditions,
                $option->shownWhen,
                ...array_map(static fn($v) => $v->allowedWhen, $option->values),
            );
        }
        foreach ($setup->charges as $charge) {
            $conditions[] = $charge->when;
        }
        foreach ($setup->guards as $guard) {
            array_push($conditions, $guard->never, $guard->always);
        }
        $asked = [];
        foreach (array_filter($conditions) as $condition) {
            foreach ($condition->tests() as $test) {
                $asked[$test->option() ?? ''] = true;
            }
        }

        return $asked;
    }
}
