<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Reading;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

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

    public static function fromWords(?Option $option, SentenceReading $sentence): ?array
    {
        $words = $sentence->words;
        $here = $words->at;
        if (
            null === $option ||
            Kind::Several !== $option->kind ||
            !$words->takes('has') ||
            !CountRange::begins($words)
        ) {
            $words->at = $here;

            return null;
        }
        // A number alone may begin the name of a value.
        $isCount = !$words->fits('\d');
        $picks = CountRange::fromWords($words);
        if (!$words->takes('picked') && !$words->takes('picks') && !$words->takes('pick')) {
            if ($isCount) {
                throw $words->expected('"picked"');
            }
            $words->at = $here;

            return null;
        }

        return ['option' => $option->code, 'picks' => $picks];
    }

    public static function beginnings(Option $option): array
    {
        return Kind::Several === $option->kind ? ['"has" with a value or a number of picks'] : [];
    }

    public function words(?Option $option, string $name): string
    {
        return $name . ' has ' . $this->picks->words() . ' picks';
    }
}
