<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

use Ithrel\Core\Setup\Limits\ColourLimits;
use Ithrel\Core\Setup\Limits\DateLimits;
use Ithrel\Core\Setup\Limits\FileLimits;
use Ithrel\Core\Setup\Limits\Limits;
use Ithrel\Core\Setup\Limits\NumberLimits;
use Ithrel\Core\Setup\Limits\TextLimits;

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
        return self::Note !== $this && !$this->isInput();
    }

    public function isInput(): bool
    {
        return null !== $this->limits();
    }

    /**
     * What holds the limits of an input of this kind; null where it is none.
     *
     * @return class-string<Limits>|null
     */
    public function limits(): ?string
    {
        return match ($this) {
            self::Text => TextLimits::class,
            self::Number => NumberLimits::class,
            self::Date => DateLimits::class,
            self::File => FileLimits::class,
            self::Colour => ColourLimits::class,
            self::One, self::Several, self::Flag, self::Part, self::Note => null,
        };
    }

    /** What a formula may ask of an answer of this kind beside figures; null where nothing. */
    public function measured(): ?Measured
    {
        return match ($this) {
            self::Number => Measured::Value,
            self::Text => Measured::Characters,
            self::File => Measured::Files,
            self::Several => Measured::Picks,
            self::Date, self::Colour, self::One, self::Flag, self::Part, self::Note => null,
        };
    }

    /** Whether the answer is one value of a list (and not a set of them, and not yes). */
    public function isPick(): bool
    {
        return self::One === $this || self::Part === $this;
    }
}
