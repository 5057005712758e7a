<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Place;
use Ithrel\Core\Setup\Reading\Reading;

/**
 * How many values of a several are picked; an option without an answer has 0.
 */
final readonly class PicksTest extends Test
{
    public function __construct(string $at, public string $option, public CountRange $picks)
    {
        parent::__construct($at);
    }

    public static function isAt(Place $place): bool
    {
        return $place->has('picks');
    }

    public static function read(Place $place, Reading $reading): self
    {
        return new self($place->at, $place->text('option'), CountRange::read($place->object('picks')));
    }

    public function option(): string
    {
        return $this->option;
    }

    public function holds(?Option $option, Answers $answers, ?int $quantity): bool
    {
        return $this->picks->has(Kind::Several === $option?->kind ? count($answers->picked($option->index)) : 0);
    }

    public function fits(Option $option): bool
    {
        return Kind::Several === $option->kind;
    }

    public function onPicks(Option $option): ?CountRange
    {
        return $this->fits($option) ? $this->picks : null;
    }

    public function words(?Option $option, string $name): string
    {
        return $name . ' has ' . $this->picks->words() . ' picks';
    }
}
