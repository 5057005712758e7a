<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

/**
 * The kinds of option. The first four are choices, the next five inputs; a note carries no answer.
 */
enum Kind: string
{
    case One = 'one';
    case Several = 'several';
    case Flag = 'flag';
    case Part = 'part';
    case Text = 'text';
    case Number = 'number';
    case Date = 'date';
    case File = 'file';
    case Colour = 'colour';
    case Note = 'note';

    public function isChoice(): bool
    {
        return match ($this) {
            self::One, self::Several, self::Flag, self::Part => true,
            self::Text, self::Number, self::Date, self::File, self::Colour, self::Note => false,
        };
    }

    public function isInput(): bool
    {
        return match ($this) {
            self::Text, self::Number, self::Date, self::File, self::Colour => true,
            self::One, self::Several, self::Flag, self::Part, self::Note => false,
        };
    }

    /** Whether the answer is one value of a list (and not a set of them, and not yes). */
    public function isPick(): bool
    {
        return self::One === $this || self::Part === $this;
    }
}
