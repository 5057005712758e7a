<?php

declare(strict_types=1);

namespace Ithrel\Core\Decimal;

/**
 * An amount that a text speaks of, as "+5.00", "(+$2.00)", "0,50 € a character": one with a sign, or with a currency.
 */
final readonly class SaidAmount
{
    private function __construct(public WrittenAmount $amount, public string $written) {}

    /**
     * @param string $currency ISO 4217: amounts of another are none of this text's; a sign that several share counts as
     *                         its own
     *
     * @return list<self> in the order of the text
     */
    public static function in(string $text, string $currency, int $minorUnits = 2): array
    {
        // Most labels speak of none, and a look for a sign or a currency is quicker than one for an amount.
        if (
            1 !== preg_match('/\p{Nd}/u', $text) ||
            1 !== preg_match('/[+\-−–%\p{Sc}]|(?<!\p{L})(?:zł|Kč|kr|Ft|lei|Fr\.|' . $currency . ')(?!\p{L})/u', $text)
        ) {
            return [];
        }
        $text = WrittenAmount::westernDigits($text);
        $money = WrittenAmount::money();
        $pattern =
            '/(?<![\p{L}\p{N}.,])(?:(?:[+\-−–]\s?)?(?:' .
            $money .
            '\s?)?\d|' .
            $money .
            '\s?[+\-−–]\s?\d)[\d.,\'’\x{A0}\x{202F}]*(?:\s?%|\s?(?:' .
            $money .
            ')(?![\p{L}\p{N}]))?/u';
        preg_match_all($pattern, $text, $found, PREG_OFFSET_CAPTURE);
        $said = [];
        foreach ($found[0] as [$written, $at]) {
            $written = (string) preg_replace('/[\s.,\'’\x{A0}\x{202F}]+$/u', '', $written);
            $amount = WrittenAmount::read($written, $minorUnits);
            if (null === $amount && 1 === preg_match('/^(.*\d)\s?\p{L}{3}$/su', $written, $m)) {
                $amount = WrittenAmount::read($m[1], $minorUnits);
            }
            if (null === $amount) {
                continue;
            }
            $isMoney = $currency === $amount->currency || $amount->isSignGuessed;
            // "+2 m" is a length, "-20 cm" too; behind a currency words may follow.
            $isMeasure =
                !$isMoney &&
                !$amount->isPercent &&
                1 === preg_match('/^\s?[\p{L}°"″]{1,3}(?!\p{L})/u', substr($text, $at + strlen($written)));
            if (($isMoney || ($amount->isSigned && null === $amount->currency)) && !$isMeasure) {
                $said[] = new self($amount, $written);
            }
        }

        return $said;
    }
}
