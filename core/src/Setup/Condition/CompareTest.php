<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

use Brick\Math\BigDecimal;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Place;
use Ithrel\Core\Setup\Reading\Reading;
use Ithrel\Core\Setup\Today;

/**
 * Compares a number, or a date (numbered by day); every bound given must hold.
 */
final readonly class CompareTest extends Test
{
    /** Each bound with its words for a number and for a day. */
    private const WORDS = [
        'atLeast' => ['at least', 'from'],
        'atMost' => ['at most', 'until'],
        'above' => ['above', 'after'],
        'below' => ['below', 'before'],
    ];

    public function __construct(
        string $at,
        public string $option,
        public ?BigDecimal $atLeast,
        public ?BigDecimal $atMost,
        public ?BigDecimal $above,
        public ?BigDecimal $below,
        public bool $ofDays,
    ) {
        parent::__construct($at);
    }

    public static function isAt(Place $place): bool
    {
        return [] !== array_filter(array_keys(self::WORDS), $place->has(...));
    }

    public static function read(Place $place, Reading $reading): self
    {
        $kinds = [];
        foreach (array_filter(array_keys(self::WORDS), $place->has(...)) as $key) {
            $kinds[] = self::isNumber($place->text($key)) ? 'number' : 'date';
        }
        if (count(array_unique($kinds)) > 1) {
            $reading->problem($place->at, 'One test cannot compare with a number and with a date.');
        }

        return new self(
            $place->at,
            $place->text('option'),
            self::bound($place, 'atLeast', $reading),
            self::bound($place, 'atMost', $reading),
            self::bound($place, 'above', $reading),
            self::bound($place, 'below', $reading),
            in_array('date', $kinds, true),
        );
    }

    private static function bound(Place $place, string $key, Reading $reading): ?BigDecimal
    {
        if (!$place->has($key)) {
            return null;
        }
        $text = $place->text($key);
        if (self::isNumber($text)) {
            return BigDecimal::of($text);
        }
        $day = $reading->today->resolve($text);
        if (null === $day) {
            $reading->problem($place->at($key), 'There is no such day in the calendar.');
        }

        return BigDecimal::of($day ?? 0);
    }

    private static function isNumber(string $text): bool
    {
        return 1 === preg_match('/^-?\d+(\.\d+)?$/D', $text);
    }

    public function option(): string
    {
        return $this->option;
    }

    public function holds(?Option $option, Answers $answers, ?int $quantity): bool
    {
        if (null === $option || !$this->fits($option)) {
            return false;
        }
        $number = $answers->number($option->index);

        return null !== $number &&
            (null === $this->atLeast || $number->isGreaterThanOrEqualTo($this->atLeast)) &&
            (null === $this->atMost || $number->isLessThanOrEqualTo($this->atMost)) &&
            (null === $this->above || $number->isGreaterThan($this->above)) &&
            (null === $this->below || $number->isLessThan($this->below));
    }

    public function fits(Option $option): bool
    {
        return $option->kind === ($this->ofDays ? Kind::Date : Kind::Number);
    }

    public function onPicks(Option $option): null
    {
        return null;
    }

    public function marks(): array
    {
        return array_values(array_filter([$this->atLeast, $this->atMost, $this->above, $this->below]));
    }

    public function words(?Option $option, string $name): string
    {
        $unit = $option?->number?->unit;
        $parts = [];
        foreach (self::WORDS as $key => $words) {
            if (null !== $this->{$key}) {
                $parts[] =
                    $words[$this->ofDays ? 1 : 0] .
                    ' ' .
                    ($this->ofDays
                        ? Today::isoOf($this->{$key}->toInt())
                        : (string) $this->{$key}->strippedOfTrailingZeros()) .
                    (null === $unit ? '' : ' ' . $unit);
            }
        }

        return $name . ' is ' . implode(' and ', $parts);
    }
}
