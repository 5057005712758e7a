<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Decimal\WrittenAmount;

/**
 * A charge that stands in a value's label: "Ruby (+7.50)", "Nickel +5,00 €", "Small (-2.00)". In brackets an amount
 * without a sign is a surcharge; without brackets it needs one.
 */
final readonly class LabelCharge
{
    private function __construct(public WrittenAmount $amount, public string $name) {}

    public static function in(string $label, int $minorUnits = 2, ?string $decimal = null): ?self
    {
        if (
            1 ===
            preg_match('/^(?<name>.*?)\s*[\(\[（]\s*(?<amount>[^()\[\]（）]{1,40}?)\s*[\)\]）]\s*$/su', $label, $m)
        ) {
            $amount = WrittenAmount::read($m['amount'], $minorUnits, $decimal);
            // A bare number in brackets, "(60)", may be a measure; with a sign, a currency or its decimals it is money.
            if (
                null !== $amount &&
                ($amount->isSigned ||
                    null !== $amount->currency ||
                    1 === preg_match('/[.,]\d{' . $minorUnits . '}$/D', $m['amount'])) &&
                (!$amount->isPercent || $amount->isSigned) &&
                self::isMoney($amount, $m['amount'])
            ) {
                return new self($amount, '' === $m['name'] ? $label : $m['name']);
            }
        }
        if (1 === preg_match('/^(?<name>.+?)[\s,:–-]*\s(?<amount>[+\-−]\s?[^+\-−]{1,30})$/su', $label, $m)) {
            $amount = WrittenAmount::read($m['amount'], $minorUnits, $decimal);
            if (null !== $amount && $amount->isSigned && self::isMoney($amount, $m['amount'])) {
                return new self($amount, trim($m['name']));
            }
        }

        return null;
    }

    /** Three letters behind a number are a currency only where they are one: "30 mm" and "2 PCS" are not. */
    private static function isMoney(WrittenAmount $amount, string $text): bool
    {
        return null === $amount->currency ||
            (null !== \Ithrel\Core\Setup\Currency::find($amount->currency) &&
                1 !== preg_match('/\d\s*[a-z]{3}$/u', $text));
    }
}
