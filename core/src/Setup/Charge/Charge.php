<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

use Brick\Math\BigDecimal;
use Ithrel\Core\Document\Place;
use Ithrel\Core\Formula\FormulaError;
use Ithrel\Core\Setup\Reading\ChargeReading;

/**
 * A price effect: how it is read, written and said, what it adds, and what that hangs on. Its place is a JSON Pointer;
 * per line means once a cart line instead of once a piece.
 */
abstract readonly class Charge
{
    /** @var list<string> keys that it may have beside "how" and "per" */
    public const KEYS = [];

    /** Whether it can be charged once a line. */
    public const MAY_BE_PER_LINE = true;

    public function __construct(public string $at, public bool $perLine) {}

    /**
     * The words of the document for its forms.
     *
     * @return non-empty-list<string>
     */
    abstract public static function forms(): array;

    /** Of a charge of one of its forms, which the schema has let through. */
    abstract public static function read(Place $charge, ChargeReading $reading): self;

    /** In short writing, but for how often it is charged. */
    abstract public static function written(Place $charge): string;

    /**
     * What is written so, as it stands in a document; null where it is none of its forms.
     *
     * @return string|array<string, mixed>|null
     */
    abstract public static function fromWords(string $written): string|array|null;

    /** As one says it, but for how often it is charged. */
    abstract public static function said(Place $charge): string;

    /** The word of the document for this form. */
    abstract public function how(): string;

    /**
     * What it adds, before rounding; null where what it is taken of has no price.
     *
     * @throws FormulaError
     */
    abstract public function workings(Circumstances $in): ?Workings;

    /** The least that it adds where the base is at most this one; null where that is not seen at once. */
    abstract public function least(BigDecimal $base): ?BigDecimal;

    /**
     * What its amount came from, in words; empty where that is the amount itself.
     *
     * @param Workings $workings of this charge
     * @param \Closure(?BigDecimal): string $money an amount of money as text
     */
    abstract public function basis(Workings $workings, \Closure $money): string;

    /** The base that it sets, and then it adds nothing; null for every other. */
    abstract public function setsBase(): ?BigDecimal;

    /** Whether what it adds hangs on the base. */
    abstract public function asksBase(): bool;

    /** Whether what it adds hangs on what other charges add. */
    abstract public function asksRunning(): bool;

    /**
     * Codes of the options whose answers it asks beside the one beside which it stands.
     *
     * @return list<string>
     */
    abstract public function asksOptions(): array;

    /**
     * The one amount that a caption would tell, with the words around it; null where there is no such amount.
     *
     * @return array{BigDecimal, string}|null
     */
    abstract public function told(): ?array;

    /**
     * Quantities on either side of which it may change.
     *
     * @return list<int>
     */
    public function quantityMarks(): array
    {
        return [];
    }

    protected static function isPerLine(Place $charge): bool
    {
        return 'line' === $charge->text('per');
    }
}
