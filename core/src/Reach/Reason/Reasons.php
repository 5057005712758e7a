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
    /** Steps of the solver for all quick proofs together. */
    private const STEPS_OF_PROOFS = 1_000_000;

    private ?Demands $demands = null;
    private ?SmallestReason $smallest = null;
    private ?SmallestReason $proof = null;

    /** @var array<int, DemandSet> without stock, and with it */
    private array $sets = [];

    public function __construct(private readonly Reach $reach) {}

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
        $own =
            null === $o->shownWhen
                ? []
                : [
                    new Demand($this->demands()->board->proposition($o->shownWhen), [
                        new Cause(CauseKind::Shown, $o->at . '/shownWhen', $option),
                    ]),
                ];

        return $this->find(
            Propositions::TRUE,
            false,
            $own,
            null === $o->shownWhen ? [] : $this->reach->board->dependencies->optionsIn($o->shownWhen),
        );
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
     * @param State $trail answers given
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
                $value =
                    $demands->board->cells[$cell]->bit ??
                    ($letter === $demands->board->cells[$cell]->none() ? null : $letter);
                $isValue =
                    null !== $value &&
                    isset($o->values[$value]) &&
                    (null === $demands->board->cells[$cell]->bit || 0 === $letter);
                $answers[] = new Demand($demands->board->props->literal($cell, [$letter => true]), [
                    new Cause(
                        CauseKind::Answer,
                        $isValue ? $o->values[$value]->at : $o->at,
                        $option,
                        $isValue ? $value : null,
                    ),
                ]);
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
        $from =
            null === $value && null !== $o->shownWhen
                ? $this->reach->board->dependencies->optionsIn($o->shownWhen)
                : [];
        try {
            $this->proof ??= new SmallestReason($demands->board, self::STEPS_OF_PROOFS);

            return $this->proof->isExcluded($target, $this->set($stock), $from);
        } catch (Undecided) {
            return false;
        }
    }

    /**
     * Says that a value (or an option) is known to be dead, so that what follows from it is explained by it.
     *
     * @param int|null $value null: the option is never shown
     * @param bool $stock whether stock is what keeps it away
     * @param string $name by which it is named among the causes of what follows
     */
    public function add(int $option, ?int $value, bool $stock, string $name): void
    {
        $demands = $this->demands();
        $o = $this->reach->setup->options[$option];
        $p = null === $value ? $demands->board->proposition($o->shownWhen) : $demands->chosen($o, $value);
        $known = new Demand($demands->board->props->not($p), [new Cause(CauseKind::Known, $name, $option, $value)]);
        $this->set(true)->add($known);
        if (!$stock) {
            $this->set(false)->add($known);
        }
    }

    /**
     * @param bool $stock whether stock is asked for too
     * @param list<Demand> $own further demands, looked at first
     * @param list<int> $from options that they are about
     *
     * @return list<Cause>|null
     */
    private function find(int $target, bool $stock, array $own = [], array $from = []): ?array
    {
        $this->smallest ??= new SmallestReason($this->demands()->board);
        try {
            return $this->smallest->find($target, $this->set($stock), $own, $from) ?? [];
        } catch (Undecided) {
            return null;
        }
    }

    private function set(bool $stock): DemandSet
    {
        $demands = $this->demands();

        return $this->sets[$stock ? 1 : 0] ??= new DemandSet($demands->board, [
            ...$demands->form,
            ...$stock ? $demands->stock : [],
        ]);
    }

    private function demands(): Demands
    {
        return $this->demands ??= new Demands($this->reach->setup, $this->reach->board);
    }
}
