<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Cover;

use Ithrel\Core\Work\Budget;

/**
 * The answers of a setup by number, and which of them can meet in something selectable.
 */
final class Meetings
{
    /** @var list<array{int, int}> cell and letter of each answer */
    public array $answers = [];

    /** @var array<int, array<int, int>> cell => letter => number of the answer */
    public array $numbers = [];

    /** @var array<int, array<int, true>> answer => answers of other cells that it can meet */
    public array $met = [];

    /**
     * @param int $most pairs that are told apart at most; beyond it none is
     */
    public function __construct(public readonly LiveAnswers $live, int $most)
    {
        foreach ($live->cells() as $cell) {
            foreach (array_keys($live->with($live->diagramOf[$cell], [])[$cell] ?? []) as $letter) {
                $this->numbers[$cell][$letter] = count($this->answers);
                $this->answers[] = [$cell, $letter];
            }
        }
        if (count($this->answers) * count($this->answers) > 2 * $most) {
            return;
        }
        foreach ($this->answers as $a => [$cell, $letter]) {
            Budget::ask();
            $diagram = $live->diagramOf[$cell];
            $near = $live->with($diagram, [$cell => $letter]);
            $this->met[$a] = [];
            foreach ($this->numbers as $other => $numbers) {
                if ($other !== $cell) {
                    $this->met[$a] += array_fill_keys(
                        $live->diagramOf[$other] === $diagram
                            ? array_values(array_intersect_key($numbers, $near[$other] ?? []))
                            : array_values($numbers),
                        true,
                    );
                }
            }
        }
    }

    /** Whether pairs are told apart. */
    public function hasPairs(): bool
    {
        return [] !== $this->met && count($this->numbers) > 1;
    }
}
