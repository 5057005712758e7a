<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

use Ithrel\Core\Limit\Measured;
use Ithrel\Core\Limit\Type\ColourType;
use Ithrel\Core\Limit\Type\DateType;
use Ithrel\Core\Limit\Type\FileType;
use Ithrel\Core\Limit\Type\InputType;
use Ithrel\Core\Limit\Type\NumberType;
use Ithrel\Core\Limit\Type\TextType;

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
        return null !== $this->type();
    }

    /**
     * What an input of this kind is, and can be; null where it is none.
     *
     * @return class-string<InputType>|null
     */
    public function type(): ?string
    {
        return match ($this) {
            self::Text => TextType::class,
            self::Number => NumberType::class,
            self::Date => DateType::class,
            self::File => FileType::class,
            self::Colour => ColourType::class,
            self::One, self::Several, self::Flag, self::Part, self::Note => null,
        };
    }

    /**
     * What inputs are, of each kind that there is.
     *
     * @return list<class-string<InputType>>
     */
    public static function types(): array
    {
        return array_values(
            array_filter(
                array_map(static fn(self $kind): ?string => $kind->type(), self::cases()),
                static fn(?string $type): bool => null !== $type,
            ),
        );
    }

    /** What a formula may ask of an answer of this kind beside figures; null where nothing. */
    public function measured(): ?Measured
    {
        $type = $this->type();

        return self::Several === $this ? Measured::Picks : (null === $type ? null : $type::measured());
    }

    /** Whether the answer is one value of a list (and not a set of them, and not yes). */
    public function isPick(): bool
    {
        return self::One === $this || self::Part === $this;
    }
}
