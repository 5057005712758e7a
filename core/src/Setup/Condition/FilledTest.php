<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Reading;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

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

    public static function fromWords(?Option $option, SentenceReading $sentence): ?array
    {
        foreach (['is answered' => true, 'is not answered' => false, 'has no answer' => false] as $words => $filled) {
            if (null !== $option && $sentence->words->takes($words)) {
                return ['option' => $option->code, 'filled' => $filled];
            }
        }

        return null;
    }

    public static function beginnings(Option $option): array
    {
        return ['"is answered"', '"has no answer"'];
    }

    public function words(?Option $option, string $name): string
    {
        return $name . ($this->filled ? ' is answered' : ' is not answered');
    }
}
