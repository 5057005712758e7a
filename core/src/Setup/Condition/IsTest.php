<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Place;
use Ithrel\Core\Setup\Reading\Reading;
use Ithrel\Core\Setup\Value;

/**
 * The answer is one of these values (for a several: one of them is picked); for a flag: yes or not yes.
 */
final readonly class IsTest extends Test
{
    /**
     * @param list<string>|bool $is
     */
    public function __construct(string $at, public string $option, public array|bool $is)
    {
        parent::__construct($at);
    }

    public static function isAt(Place $place): bool
    {
        return $place->has('is');
    }

    public static function read(Place $place, Reading $reading): self
    {
        return new self($place->at, $place->text('option'), $place->textsOrFlag('is'));
    }

    public function option(): string
    {
        return $this->option;
    }

    public function holds(?Option $option, Answers $answers, ?int $quantity): bool
    {
        if (is_bool($this->is)) {
            return $this->is === (Kind::Flag === $option?->kind && $answers->has($option->index));
        }
        if (null === $option || Kind::Flag === $option->kind) {
            return false;
        }
        foreach ($answers->picked($option->index) as $value) {
            if (in_array($option->values[$value]->code, $this->is, true)) {
                return true;
            }
        }

        return false;
    }

    public function fits(Option $option): bool
    {
        return is_bool($this->is)
            ? Kind::Flag === $option->kind
            : in_array($option->kind, [Kind::One, Kind::Part, Kind::Several], true);
    }

    public function onPicks(Option $option): ?PickedOne
    {
        return is_bool($this->is)
            ? null
            : new PickedOne(
                array_keys(
                    array_filter($option->values, fn(Value $v): bool => in_array($v->code, $this->values(), true)),
                ),
            );
    }

    public function values(): array
    {
        return is_bool($this->is) ? [] : $this->is;
    }

    public function words(?Option $option, string $name): string
    {
        if (is_bool($this->is)) {
            return $name . ($this->is ? ' is yes' : ' is not yes');
        }
        $labels = array_map(
            static fn(string $code): string => $option?->value($code)->label ?? '"' . $code . '"',
            $this->is,
        );

        return $name . (Kind::Several === $option?->kind ? ' has ' : ' is ') . implode(' or ', $labels);
    }
}
