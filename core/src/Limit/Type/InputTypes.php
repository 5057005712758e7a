<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit\Type;

use Ithrel\Core\Setup\Kind;
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
            Kind::Text => new TextType($option, $option->text ?? throw self::without($option)),
            Kind::Number => new NumberType($option, $option->number ?? throw self::without($option)),
            Kind::Date => new DateType($option, $option->date ?? throw self::without($option)),
            Kind::File => new FileType($option, $option->file ?? throw self::without($option)),
            Kind::Colour => new ColourType($option, $option->colour ?? throw self::without($option)),
            Kind::One, Kind::Several, Kind::Flag, Kind::Part, Kind::Note => null,
        };
    }

    private static function without(Option $option): \LogicException
    {
        return new \LogicException(sprintf('%s has no limits, not even empty ones.', $option->code));
    }
}
