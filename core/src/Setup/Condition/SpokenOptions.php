<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

use Ithrel\Core\Document\SentenceWords;
use Ithrel\Core\Document\SpokenNames;
use Ithrel\Core\Setup\Option;

/**
 * Options that sentences may be about, told by label or by code; and their values.
 */
final class SpokenOptions
{
    private readonly SpokenNames $names;

    /** @var array<int, SpokenNames> of the values of an option, by its position in the document */
    private array $values = [];

    /**
     * @param list<Option> $all
     */
    public function __construct(public readonly array $all)
    {
        $named = [];
        foreach ($all as $position => $option) {
            foreach ([$option->name(), $option->label, $option->code] as $name) {
                $named[$name] ??= (string) $position;
            }
        }
        $this->names = new SpokenNames($named);
    }

    /** The option whose name stands here, which is then taken; null where none does. */
    public function takenFrom(SentenceWords $words): ?Option
    {
        $position = $words->name($this->names);

        return null === $position ? null : $this->all[(int) $position];
    }

    public function valuesOf(Option $option): SpokenNames
    {
        if (isset($this->values[$option->index])) {
            return $this->values[$option->index];
        }
        $named = [];
        foreach ($option->values as $value) {
            $named[$value->label] ??= $value->code;
            $named[$value->code] ??= $value->code;
        }

        return $this->values[$option->index] = new SpokenNames($named);
    }
}
