<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Decimal\WrittenAmount;
use Ithrel\Core\Document\Place;

/**
 * What a document says, as a cell of a setup's own sheet; and back. A cell that is whole JSON (an object, a list or a
 * text in quotation marks) is taken as that, so everything can be said.
 */
final class SheetCell
{
    /** As a person reads it; null where it can only be said as JSON. */
    public static function write(mixed $value, string $how): ?string
    {
        if (is_array($value) && 'charge' === $how) {
            $charge = json_decode(self::json($value), false, 40);

            return $charge instanceof \stdClass ? ChargeSentence::write(new Place($charge, '')) : null;
        }
        if (is_array($value) && array_is_list($value) && in_array($how, ['list', 'wholes', 'some'], true)) {
            return implode(
                ', ',
                array_map(static fn(mixed $one): string => is_scalar($one) ? (string) $one : '', $value),
            );
        }

        return is_bool($value) ? ($value ? 'yes' : 'no') : (is_scalar($value) ? (string) $value : null);
    }

    public static function json(mixed $value): string
    {
        return json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
    }

    /**
     * @return string|int|bool|array<array-key, mixed>|null as it stands in a document; null where the cell does not say
     *                                                      it
     */
    public static function read(string $cell, string $how, int $minorUnits): string|int|bool|array|null
    {
        if (1 === preg_match('/^(?:\{.*\}|\[.*\]|".*")$/sD', $cell)) {
            $own = json_decode($cell, true, 40);
            if (is_array($own) || is_string($own)) {
                return $own;
            }
        }

        return match ($how) {
            'whole' => self::whole($cell),
            'decimal' => self::decimal($cell, 3),
            'amount' => self::decimal($cell, $minorUnits),
            'yes' => Cells::yes($cell),
            'list' => self::parts($cell),
            'some' => str_contains($cell, ',') ? self::parts($cell) : $cell,
            'wholes' => self::wholes($cell),
            'charge' => ChargeSentence::read($cell) ?? self::charge($cell, $minorUnits),
            'text' => $cell,
            default => null,
        };
    }

    private static function whole(string $cell): ?int
    {
        return 1 === preg_match('/^-?\d{1,15}$/D', $cell) ? (int) $cell : null;
    }

    /** As it stands where it stands plainly, for sheets written here; else as people write amounts. */
    private static function decimal(string $cell, int $minorUnits): ?string
    {
        if (1 === preg_match('/^-?\d+(?:\.\d+)?$/D', $cell)) {
            return $cell;
        }
        $read = WrittenAmount::read($cell, $minorUnits);

        return null === $read || $read->isPercent ? null : Cells::text($read->amount);
    }

    /**
     * @return string|array<string, mixed>|null
     */
    private static function charge(string $cell, int $minorUnits): string|array|null
    {
        $read = WrittenAmount::read($cell, $minorUnits);

        return null === $read
            ? null
            : OptionTable::asCharge($read->isPercent, Cells::text($read->amount), Cells::text($read->amount));
    }

    /**
     * @return list<string>
     */
    private static function parts(string $cell): array
    {
        return array_values(
            array_filter(array_map(trim(...), explode(',', $cell)), static fn(string $part): bool => '' !== $part),
        );
    }

    /**
     * @return list<int>|null
     */
    private static function wholes(string $cell): ?array
    {
        $parts = array_map(self::whole(...), self::parts($cell));

        return in_array(null, $parts, true) ? null : array_values(array_filter($parts, is_int(...)));
    }
}
