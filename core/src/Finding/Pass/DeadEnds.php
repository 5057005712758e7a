<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\DeadEndCauses;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\Reason\Cause;
use Ithrel\Core\Reach\Reason\CauseKind;
use Ithrel\Core\Reach\Reason\Reasons;
use Ithrel\Core\Reach\TrapCause;
use Ithrel\Core\Words\Count;
use Ithrel\Core\Words\ReasonWords;

/**
 * reach.dead-end: forms that can be completed but not bought, and answers after which nothing can be bought,
 * grouped by cause. Each is counted once: as a form that cannot be completed, else as a missing row, else as a
 * sold-out row, else as something sold out that was chosen.
 */
final class DeadEnds implements Pass
{
    public function find(Reach $reach): iterable
    {
        if (0 === gmp_sign($reach->selectable())) {
            return;
        }
        $traps = $shortest = [];
        foreach (0 === gmp_sign($reach->traps()) ? [] : $reach->trapsByCause() as $option => $byCause) {
            foreach ($byCause as $cause => $count) {
                $traps[$cause] = gmp_add($traps[$cause] ?? 0, $count);
                $shortest[$cause] ??= $option;
            }
        }
        $deadEnds = 0 === gmp_sign($reach->deadEnds()) ? null : new DeadEndCauses($reach);
        $reasons = new Reasons($reach);
        $words = new ReasonWords($reach->setup);
        foreach (
            [TrapCause::NoAnswer, TrapCause::MissingRow, TrapCause::SoldOutRow, TrapCause::SoldOutValue]
            as $cause
        ) {
            $ends = $deadEnds?->count($cause) ?? gmp_init(0);
            $walked = $traps[$cause->value] ?? gmp_init(0);
            if (0 === gmp_sign($ends) && 0 === gmp_sign($walked)) {
                continue;
            }
            $detail = [
                'cause' => $cause->value,
                'deadEnds' => gmp_strval($ends),
                'allDeadEnds' => gmp_strval($reach->deadEnds()),
                'traps' => gmp_strval($walked),
            ];
            $first = $deadEnds?->first($cause);
            if (null !== $first) {
                $detail['first'] = StateText::pick($reach->setup, $first);
            }
            $walk = '';
            $at = TrapCause::SoldOutValue === $cause || TrapCause::NoAnswer === $cause ? '/options' : '/variants/rows';
            if (isset($shortest[$cause->value])) {
                foreach ($reach->trapTrails($shortest[$cause->value], $cause) as [$trail, $options]) {
                    $because = $reasons->ofTrail($trail, $options);
                    $answers = array_values(
                        array_filter($because ?? [], static fn(Cause $c): bool => CauseKind::Answer === $c->kind),
                    );
                    $places = array_values(
                        array_filter($because ?? [], static fn(Cause $c): bool => CauseKind::Answer !== $c->kind),
                    );
                    $walk =
                        [] === $answers
                            ? ''
                            : sprintf(
                                ' Once %s, it is too late%s.',
                                $words->sentence($answers),
                                [] === $places ? '' : ': ' . $words->sentence($places),
                            );
                    $detail += [
                        'trail' => StateText::pick($reach->setup, $trail),
                        'closes' => $reach->setup->options[$shortest[$cause->value]]->code,
                        'because' => $words->detail($because),
                    ];
                    if (TrapCause::NoAnswer === $cause && [] !== $places) {
                        $at = $places[0]->at;
                    }
                    break;
                }
            }
            yield new Finding(
                'reach.dead-end',
                TrapCause::MissingRow === $cause || TrapCause::NoAnswer === $cause ? Severity::Warning : Severity::Note,
                $at,
                $this->message($cause, Count::of($ends), Count::of($reach->offered()), Count::of($walked)) . $walk,
                $detail,
            );
        }
    }

    private function message(TrapCause $cause, string $ends, string $offered, string $traps): string
    {
        $counted =
            '0' === $traps
                ? ''
                : ('1' === $traps
                    ? ' One answer walks into it.'
                    : sprintf(' %s ways to answer walk into it.', $traps));

        return match ($cause) {
            TrapCause::NoAnswer => ('1' === $traps ? 'After one answer' : sprintf('After %s ways to answer', $traps)) .
                ' the form can no longer be completed: the shopper is stuck until she takes an answer back.',
            TrapCause::MissingRow => sprintf(
                '%s of %s combinations meet no variant row: the shopper fills the form and cannot buy. Add the ' .
                    'rows, or let a condition keep these values apart.',
                $ends,
                $offered,
            ) . $counted,
            TrapCause::SoldOutRow => sprintf(
                '%s of %s combinations meet a variant row that is sold out.',
                $ends,
                $offered,
            ) . $counted,
            TrapCause::SoldOutValue => sprintf(
                '%s of %s combinations hold a value or a part that is sold out.',
                $ends,
                $offered,
            ) . $counted,
        };
    }
}
