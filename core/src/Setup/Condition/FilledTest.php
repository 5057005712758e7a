<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Place;
use Ithrel\Core\Setup\Reading\Reading;

/**
 * Whether the option has an answer.
 */
final readonly class FilledTest extends Test
{
    public function __construct(string $at, public string $option, public bool $filled)
    {
        parent::__construct($at);
    }

    public static function isAt(Place $place): bool
    {
        return $place->has('filled');
    }

    public static function read(Place $place, Reading $reading): self
    {
        return new self($place->at, $place->text('option'), $place->flag('filled'));
    }

    public function option(): string
    {
        return $this->option;
    }

    public function holds(?Option $option, Answers $answers, ?int $quantity): bool
    {
        return $this->filled === (null !== $option && $answers->has($option->index));
    }

    public function fits(Option $option): bool
    {
        return Kind::Note !== $option->kind;
    }

    public function onPicks(Option $option): CountRange
    {
        return $this->filled ? new CountRange(1, null) : new CountRange(null, 0);
    }

    public function words(?Option $option, string $name): string
    {
        return $name . ($this->filled ? ' is answered' : ' is not answered');
    }
}
