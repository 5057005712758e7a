<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\TrapGroup;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\Reason\Cause;
use Ithrel\Core\Reach\Reason\CauseKind;
use Ithrel\Core\Reach\Reason\Reasons;
use Ithrel\Core\Reach\TrapCause;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Words\ReasonWords;

/**
 * Traps by the option whose answer closes them and by cause, the shortest trails first.
 */
final readonly class TrapsView
{
    private const MOST_GROUPS = 200;

    public function __construct(private Reach $reach) {}

    /**
     * @return list<TrapGroup>
     */
    public function groups(): array
    {
        $groups = [];
        $reasons = new Reasons($this->reach);
        $words = new ReasonWords($this->reach->setup);
        foreach (0 === gmp_sign($this->reach->traps()) ? [] : $this->reach->trapsByCause() as $option => $byCause) {
            foreach ($byCause as $cause => $count) {
                foreach ($this->reach->trapTrails($option, TrapCause::from($cause)) as [$trail, $walked]) {
                    $causes = $reasons->ofTrail($trail, $walked) ?? [];
                    $isAnswer = static fn(Cause $c): bool => CauseKind::Answer === $c->kind;
                    [$pins, $typed] = $this->pins($trail, $walked);
                    $o = $this->reach->setup->options[$option];
                    $groups[] = new TrapGroup(
                        option: $o->code,
                        label: $o->label,
                        at: $o->at,
                        cause: $cause,
                        count: gmp_strval($count),
                        answers: array_values(array_map($words->of(...), array_filter($causes, $isAnswer))),
                        because: $words->detail(
                            array_values(array_filter($causes, static fn(Cause $c): bool => !$isAnswer($c))),
                        ) ?? [],
                        pins: $pins,
                        typed: $typed,
                    );
                    break;
                }
                if (count($groups) >= self::MOST_GROUPS) {
                    return $groups;
                }
            }
        }

        return $groups;
    }

    /**
     * @param list<int> $walked
     *
     * @return array{list<string>, list<string>}
     */
    private function pins(State $trail, array $walked): array
    {
        $pins = $typed = [];
        foreach ($walked as $index) {
            $option = $this->reach->setup->options[$index];
            $input = $trail->input($index);
            if (null !== $input) {
                $typed[] = $option->code . '=' . $input->text;
            }
            foreach ($trail->picked($index) as $value) {
                $pins[] = $option->code . '=' . $option->values[$value]->code;
            }
            // An option left empty on the way is a part of the trail only where it could have been answered.
            if (
                [] === $trail->picked($index) &&
                $option->kind->isChoice() &&
                Kind::Flag !== $option->kind &&
                $this->reach->board->page->isShown($option, $trail)
            ) {
                $pins[] = $option->code . '=';
            }
        }

        return [$pins, $typed];
    }
}
