<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach\Reason;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Reach\Propositions;
use Ithrel\Core\Reach\Reach;

/**
 * Why something cannot be reached: the places of the document that together exclude it, none of them to spare.
 *
 * An empty answer means that no places exclude it by themselves: then clicks miss it, because conditions wait
 * for one another in a circle. Null means that the reason was not found within the stated bound.
 */
final class Reasons
{
    /** Splits after which one proof is given up. */
    private const SPLITS_OF_A_PROOF = 2_000;

    private ?Demands $demands = null;
    private ?SmallestReason $smallest = null;

    public function __construct(private readonly Reach $reach)
    {
    }

    /**
     * Why a value is in no offered, or in no selectable combination.
     *
     * @return list<Cause>|null
     */
    public function ofDeadValue(int $option, int $value, bool $offered): ?array
    {
        return $this->find($this->demands()->chosen($this->reach->setup->options[$option], $value), $offered);
    }

    /**
     * Why an option is shown in no form that can be completed.
     *
     * @return list<Cause>|null
     */
    public function ofDeadOption(int $option): ?array
    {
        $o = $this->reach->setup->options[$option];
        $own = null === $o->shownWhen ? [] : [new Demand($this->demands()->board->proposition($o->shownWhen), [new Cause(CauseKind::Shown, $o->at.'/shownWhen', $option)])];

        return $this->find(Propositions::TRUE, false, $own, null === $o->shownWhen ? [] : $this->reach->board->dependencies->optionsIn($o->shownWhen));
    }

    /**
     * Why no combination is offered, or none selectable.
     *
     * @return list<Cause>|null
     */
    public function ofNothing(bool $offered): ?array
    {
        return $this->find(Propositions::TRUE, $offered);
    }

    /**
     * Why nothing can be bought after some answers: the answers and places that exclude it together.
     *
     * @param State     $trail  answers given
     * @param list<int> $walked options of the trail, answered or not
     *
     * @return list<Cause>|null
     */
    public function ofTrail(State $trail, array $walked): ?array
    {
        $demands = $this->demands();
        $answers = [];
        // The last answer first: it is the one that closes the trap.
        foreach (array_reverse($walked) as $option) {
            $o = $this->reach->setup->options[$option];
            foreach ($demands->board->cellsOf[$option] as $cell) {
                $letter = $demands->board->letterIn($trail, $cell);
                $value = $demands->board->cells[$cell]->bit ?? ($letter === $demands->board->cells[$cell]->none() ? null : $letter);
                $isValue = null !== $value && isset($o->values[$value]) && (null === $demands->board->cells[$cell]->bit || 0 === $letter);
                $answers[] = new Demand($demands->board->props->literal($cell, [$letter => true]), [new Cause(CauseKind::Answer, $isValue ? $o->values[$value]->at : $o->at, $option, $isValue ? $value : null)]);
            }
        }

        return $this->find(Propositions::TRUE, true, $answers, array_reverse($walked));
    }

    /**
     * Whether a value (or an option) is proved to be in no offered, or in no selectable combination, without counting.
     *
     * @param int|null $value null: whether the option is shown
     */
    public function isProvedDead(int $option, ?int $value, bool $stock): bool
    {
        $demands = $this->demands();
        $o = $this->reach->setup->options[$option];
        if (null !== $value) {
            $target = $demands->chosen($o, $value);
        } else {
            $target = $demands->board->proposition($o->shownWhen);
        }
        $from = null === $value && null !== $o->shownWhen ? $this->reach->board->dependencies->optionsIn($o->shownWhen) : [];
        try {
            return (new SmallestReason($demands->board, self::SPLITS_OF_A_PROOF))->isExcluded($target, [...$demands->form, ...($stock ? $demands->stock : [])], $from);
        } catch (Undecided) {
            return false;
        }
    }

    /**
     * @param bool         $stock whether stock is asked for too
     * @param list<Demand> $own   further demands, looked at first
     * @param list<int>    $from  options that they are about
     *
     * @return list<Cause>|null
     */
    private function find(int $target, bool $stock, array $own = [], array $from = []): ?array
    {
        $demands = $this->demands();
        $this->smallest ??= new SmallestReason($demands->board);
        try {
            return $this->smallest->find($target, [...$own, ...$demands->form, ...($stock ? $demands->stock : [])], $from) ?? [];
        } catch (Undecided) {
            $this->smallest = null;

            return null;
        }
    }

    private function demands(): Demands
    {
        return $this->demands ??= new Demands($this->reach->setup, $this->reach->board);
    }
}
