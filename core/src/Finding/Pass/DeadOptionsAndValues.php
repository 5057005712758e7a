<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\DeadFact;
use Ithrel\Core\Finding\DeadFacts;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Known;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\Reason\Cause;
use Ithrel\Core\Reach\Reason\CauseKind;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Words\ReasonWords;

/**
 * reach.option-dead and reach.value-dead: what is shown in no complete state, or is in no selectable combination.
 * Told at its root, with the smallest reason and with what follows from it.
 */
final class DeadOptionsAndValues implements Pass
{
    public function find(Reach $reach): iterable
    {
        if ('0' === (new Known($reach))->count(static fn(Reach $r): \GMP => $r->selectable())) {
            return;
        }
        $words = new ReasonWords($reach->setup);
        foreach ((new DeadFacts($reach))->roots() as [$fact, $following]) {
            $causes = $fact->causes;
            if ([] === $causes) {
                // Nothing but a circle keeps it away, and that is told as the circle it is.
                continue;
            }
            if (
                null !== $causes &&
                DeadFacts::isOnly($causes, CauseKind::Picks, CauseKind::Limits, CauseKind::Values)
            ) {
                // Told as limits that no answer meets.
                continue;
            }
            $detail = [
                'option' => $reach->setup->options[$fact->option]->code,
                ...null === $fact->value
                    ? []
                    : [
                        'value' => $reach->setup->options[$fact->option]->values[$fact->value]->code,
                        'cause' => $fact->offered ? 'never-stocked' : 'never-offered',
                    ],
                'because' => $words->detail($causes),
                ...[] === $following
                    ? []
                    : [
                        'follows' => array_map(
                            fn(DeadFact $f): array => [
                                'at' => $this->at($reach, $f),
                                'words' => $this->name($reach, $f),
                            ],
                            $following,
                        ),
                    ],
            ];
            $name = $this->name($reach, $fact);
            $because = $words->sentence($causes, $name);
            $mend = 1 === count($causes ?? []) ? 'Mend that' : 'Mend one of these places';
            $also =
                [] === $following
                    ? ''
                    : sprintf(
                        ' The same keeps %s.',
                        implode(
                            ', ',
                            array_map(
                                fn(DeadFact $f): string => $this->name($reach, $f),
                                array_slice($following, 0, 3),
                            ),
                        ) .
                            (count($following) > 3 ? sprintf(' and %d more', count($following) - 3) : '') .
                            ' away',
                    );
            $value = null === $fact->value ? null : $reach->setup->options[$fact->option]->values[$fact->value];
            $at = DeadFacts::placeOf($fact, $reach);
            $waits = [] !== array_filter($causes ?? [], static fn(Cause $c): bool => CauseKind::Hidden === $c->kind);
            yield match (true) {
                $waits && true !== $value?->hidden => new Finding(
                    null === $value ? 'reach.option-dead' : 'reach.value-dead',
                    Severity::Note,
                    $at,
                    sprintf('Nobody gets to %s for now: %s.%s', $name, $because, $also),
                    $detail,
                ),
                null === $value => new Finding(
                    'reach.option-dead',
                    Severity::Blocker,
                    $at,
                    sprintf(
                        'No shopper ever sees %s: %s. %s, or take the option out.%s',
                        $name,
                        '' === $because ? 'its condition holds in no form that can be completed' : $because,
                        $mend,
                        $also,
                    ),
                    $detail,
                ),
                $value->hidden => new Finding(
                    'reach.value-dead',
                    Severity::Note,
                    $value->at . '/hidden',
                    sprintf('%s is kept for later and not offered.', $name),
                    $detail,
                ),
                !$fact->offered => new Finding(
                    'reach.value-dead',
                    Severity::Blocker,
                    $at,
                    sprintf(
                        '%s can never be chosen in a form that can be completed%s. %s, or take the value out.%s',
                        $name,
                        '' === $because ? '' : ': ' . $because,
                        $mend,
                        $also,
                    ),
                    $detail,
                ),
                default => new Finding(
                    'reach.value-dead',
                    Severity::Warning,
                    $at,
                    sprintf(
                        '%s is shown and can be chosen, but never bought: %s.%s',
                        $name,
                        '' === $because ? 'nothing in stock goes with it' : $because,
                        $also,
                    ),
                    $detail,
                ),
            };
        }
    }

    private function name(Reach $reach, DeadFact $fact): string
    {
        $option = $reach->setup->options[$fact->option];

        return null === $fact->value || Kind::Flag === $option->kind
            ? $option->name()
            : $option->name() . ': ' . $option->values[$fact->value]->label;
    }

    private function at(Reach $reach, DeadFact $fact): string
    {
        $option = $reach->setup->options[$fact->option];

        return null === $fact->value ? $option->at : $option->values[$fact->value]->at;
    }
}
