<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

use Brick\Math\BigDecimal;
use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Reading;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Setup\Option;

/**
 * A condition that asks one option (or, in charges, the quantity). It says itself how it is written, when it holds,
 * what that hangs on, and its words, which it also reads; whoever asks tests need not tell them apart.
 */
abstract readonly class Test implements Condition
{
    public function __construct(public string $at) {}

    /** Whether this is how the condition at a place is written; the schema has let it through. */
    abstract public static function isAt(Place $place): bool;

    abstract public static function read(Place $place, Reading $reading): self;

    /** Code of the option asked; null where the quantity is asked. */
    abstract public function option(): ?string;

    /**
     * Whether it holds. An option that is not there, or that it may not be asked of, is answered as by one without an
     * answer.
     *
     * @param Option|null $option that is asked
     * @param int|null $quantity pieces, where the quantity can be asked
     */
    abstract public function holds(?Option $option, Answers $answers, ?int $quantity): bool;

    /** Whether the option can answer it. */
    abstract public function fits(Option $option): bool;

    /**
     * What it hangs on where it asks an option with values to choose from; null where nothing that is picked changes
     * it.
     */
    abstract public function onPicks(Option $option): PickedOne|CountRange|null;

    /**
     * What the sentence says from here on, as it stands in a document; null, with nothing taken, where it is none of
     * this kind.
     *
     * @param Option|null $option whose name stood before; null where none did
     *
     * @return array<string, mixed>|null
     *
     * @throws UnreadableDocument where it begins as a test of this kind and does not go on so
     */
    abstract public static function fromWords(?Option $option, SentenceReading $sentence): ?array;

    /**
     * How tests of this kind begin behind the name of an option, in words.
     *
     * @return list<string>
     */
    abstract public static function beginnings(Option $option): array;

    /**
     * @param Option|null $option that is asked, if it is there
     * @param string $name its name
     */
    abstract public function words(?Option $option, string $name): string;

    /**
     * Numbers, and days by their number, at which it may begin or cease to hold.
     *
     * @return list<BigDecimal>
     */
    public function marks(): array
    {
        return [];
    }

    /**
     * Codes of the values that it names.
     *
     * @return list<string>
     */
    public function values(): array
    {
        return [];
    }

    final public function at(): string
    {
        return $this->at;
    }

    final public function tests(): array
    {
        return [$this];
    }
}
