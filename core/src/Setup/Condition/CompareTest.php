<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

use Brick\Math\BigDecimal;
use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Reading;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Limit\Type\Ordered;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

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

    /** Words of a sentence for each bound. */
    private const READ = [
        'at least' => 'atLeast',
        'from' => 'atLeast',
        'at most' => 'atMost',
        'until' => 'atMost',
        'above' => 'above',
        'after' => 'above',
        'below' => 'below',
        'before' => 'below',
    ];

    /**
     * @param array<string, string> $relative bounds that are days from today, as they are written
     */
    public function __construct(
        string $at,
        public string $option,
        public ?BigDecimal $atLeast,
        public ?BigDecimal $atMost,
        public ?BigDecimal $above,
        public ?BigDecimal $below,
        public bool $ofDays,
        private array $relative = [],
    ) {
        parent::__construct($at);
    }

    public static function isAt(Place $place): bool
    {
        return [] !== array_filter(array_keys(self::WORDS), $place->has(...));
    }

    public static function read(Place $place, Reading $reading): self
    {
        $kinds = $relative = [];
        foreach (array_filter(array_keys(self::WORDS), $place->has(...)) as $key) {
            $text = $place->text($key);
            $kinds[] = self::isNumber($text) ? 'number' : 'date';
            if (str_ends_with($text, 'd')) {
                $relative[$key] = $text;
            }
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
            $relative,
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
            $bound = $this->{$key};
            if (null !== $bound) {
                $parts[] =
                    $words[$this->ofDays ? 1 : 0] .
                    ' ' .
                    ($this->ofDays ? $this->day($key, $bound) : (string) $bound->strippedOfTrailingZeros()) .
                    (null === $unit ? '' : ' ' . $unit);
            }
        }

        return $name . ' is ' . implode(' and ', $parts);
    }

    /** A day as the document has it; where that is counted from today, with what that comes to. */
    private function day(string $key, BigDecimal $bound): string
    {
        $day = Today::isoOf($bound->toInt());

        return isset($this->relative[$key]) ? sprintf('%s (%s)', $this->relative[$key], $day) : $day;
    }

    public static function fromWords(?Option $option, SentenceReading $sentence): ?array
    {
        $words = $sentence->words;
        if (null === $option || !($option->type instanceof Ordered) || !$words->takes('is')) {
            return null;
        }
        $ofDays = Kind::Date === $option->kind;
        $pattern = $ofDays
            ? '/\G(\d{4}-\d\d-\d\d|[+-]\d{1,5}d)(?: \(\d{4}-\d\d-\d\d\))?(?![\w.])/'
            : '/\G(-?\d+(?:\.\d+)?)(?!\w)/';
        $test = ['option' => $option->code];
        $before = $words->at;
        do {
            $key = null;
            foreach (self::READ as $said => $each) {
                if (null === $key && $words->takes($said)) {
                    $key = $each;
                }
            }
            $bound = null === $key ? null : $words->takesPattern($pattern);
            if (null === $key || null === $bound) {
                if ([] !== array_diff_key($test, ['option' => 1])) {
                    // The "and" leads on to another test.
                    $words->at = $before;
                    break;
                }
                throw $words->expected(
                    $ofDays
                        ? '"from", "until", "after" or "before" with a day such as 2030-01-31 or +3d'
                        : '"at least", "at most", "above" or "below" with a number',
                );
            }
            if (null !== $option->number?->unit) {
                $words->takes($option->number->unit);
            }
            if (isset($test[$key])) {
                throw $words->expected(
                    sprintf(
                        'another bound than “%s”, which stands there already',
                        array_search($key, self::READ, true),
                    ),
                );
            }
            $test[$key] = $bound[1];
            $before = $words->at;
        } while ($words->takes('and'));

        return $test;
    }

    public static function beginnings(Option $option): array
    {
        return $option->type instanceof Ordered ? ['"is at least"', '"is at most"', '"is above"', '"is below"'] : [];
    }
}
