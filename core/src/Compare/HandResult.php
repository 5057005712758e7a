<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

use Ithrel\Core\Decimal\AmountReader;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Table\YesNo;

/**
 * What comes of a check in a few words: "taken for 152.00", "refused, naming Size", "not offered"; and what a person
 * wrote instead.
 */
final class HandResult
{
    /** What the row is called that holds it. */
    public const WHAT = 'result';

    private const SAME = ['ok', '=', '✓', 'as expected', 'same'];

    public static function words(Setup $setup, Check $check): string
    {
        if ($check->accepted || $check->looksOnly() || null === $check->field) {
            return self::short($check);
        }

        return self::short($check) . ', naming ' . ($setup->option($check->field)?->name() ?? $check->field);
    }

    /** The same without what a refusal names. */
    public static function short(Check $check): string
    {
        if ($check->looksOnly()) {
            return true === ($check->offered[2] ?? false) ? 'offered' : 'not offered';
        }

        return $check->accepted
            ? 'taken for ' .
                    (Cells::sum(array_map(static fn(array $l): ?string => $l['total'], $check->lines)) ??
                        Cells::NO_PRICE)
            : 'refused';
    }

    /**
     * What was looked at, by what a person wrote: whether it was taken or offered, and the cart's total where an amount
     * stands.
     *
     * @return list<Cell>
     *
     * @throws \DomainException where it can be read as neither
     */
    public static function read(Setup $setup, Check $check, string $found): array
    {
        $said = mb_strtolower(trim($found));
        $isExpected = $check->looksOnly() ? true === ($check->offered[2] ?? false) : $check->accepted;
        $is = match (true) {
            in_array($said, self::SAME, true), mb_strtolower(self::words($setup, $check)) === $said => $isExpected,
            default => YesNo::of($said),
        };
        if ($check->looksOnly()) {
            return [
                new Cell(
                    'page',
                    0,
                    'offered',
                    Cells::NONE,
                    match ($is) {
                        true => 'yes',
                        false => 'no',
                        null => throw new \DomainException(
                            sprintf('"%s" is neither "offered" nor "not offered"', $found),
                        ),
                    },
                ),
            ];
        }
        if (null !== $is) {
            return [new Cell('cart', 0, 'taken', Cells::NONE, $is ? 'yes' : 'no')];
        }
        $read = (new AmountReader($setup->currency->code, $setup->currency->minorUnits))->read(
            1 === preg_match('/^taken for (.+)$/Dui', trim($found), $m) ? $m[1] : $found,
        );
        $amount = $read->isSure()
            ? $read->amount
            : throw new \DomainException(
                null === $read->amount && null === $read->foreign
                    ? sprintf('"%s" is no amount, and neither "taken" nor "refused"', $found)
                    : $read->why($found),
            );

        return [
            new Cell('cart', 0, 'taken', Cells::NONE, 'yes'),
            ...$check->accepted ? [new Cell('cart', 0, 'total', Cells::NONE, (string) $amount)] : [],
        ];
    }
}
