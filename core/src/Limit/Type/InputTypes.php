<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit\Type;

use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Limits\ColourLimits;
use Ithrel\Core\Setup\Limits\DateLimits;
use Ithrel\Core\Setup\Limits\FileLimits;
use Ithrel\Core\Setup\Limits\Limits;
use Ithrel\Core\Setup\Limits\NumberLimits;
use Ithrel\Core\Setup\Limits\TextLimits;
use Ithrel\Core\Setup\Option;

/**
 * The kinds of input. One that is missing here fails the static analysis.
 */
final class InputTypes
{
    /** The type of an option's input; null for choices and notes. */
    public static function of(Option $option): ?InputType
    {
        return match ($option->kind) {
            Kind::Text => new TextType($option, self::limits($option, TextLimits::class)),
            Kind::Number => new NumberType($option, self::limits($option, NumberLimits::class)),
            Kind::Date => new DateType($option, self::limits($option, DateLimits::class)),
            Kind::File => new FileType($option, self::limits($option, FileLimits::class)),
            Kind::Colour => new ColourType($option, self::limits($option, ColourLimits::class)),
            Kind::One, Kind::Several, Kind::Flag, Kind::Part, Kind::Note => null,
        };
    }

    /**
     * @template T of Limits
     *
     * @param class-string<T> $of
     *
     * @return T
     */
    private static function limits(Option $option, string $of): Limits
    {
        return $option->limits instanceof $of
            ? $option->limits
            : throw new \LogicException(sprintf('%s has no limits of its kind, not even empty ones.', $option->code));
    }
}
