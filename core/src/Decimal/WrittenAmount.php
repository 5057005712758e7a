<?php

declare(strict_types=1);

namespace Ithrel\Core\Decimal;

use Brick\Math\BigDecimal;

/**
 * An amount as a shop or a person writes it: "12.50", "12,50 €", "1.234,50", "1 234.50", "CHF 12.–", "+2", "-10 %".
 */
final readonly class WrittenAmount
{
    /** Signs of currencies (common practice, no source); where several currencies share a sign, the most used. */
    private const SIGNS = [
        '€' => 'EUR',
        '$' => 'USD',
        '£' => 'GBP',
        '¥' => 'JPY',
        '₹' => 'INR',
        '₩' => 'KRW',
        '₺' => 'TRY',
        '₽' => 'RUB',
        '₪' => 'ILS',
        '฿' => 'THB',
        '₫' => 'VND',
        '₴' => 'UAH',
        '₦' => 'NGN',
        'zł' => 'PLN',
        'Kč' => 'CZK',
        'kr' => 'SEK',
        'Ft' => 'HUF',
        'lei' => 'RON',
        'US$' => 'USD',
        'A$' => 'AUD',
        'C$' => 'CAD',
        'Fr.' => 'CHF',
    ];

    private const NUMBER = '(?:\d{1,3}(?:[\x{20}\x{A0}\x{202F}\x{2009}\'’]\d{3})+(?:[.,]\d+)?|\d[\d.,\x{66B}\x{66C}\'’]*\d|\d)';

    /**
     * @param string|null $currency ISO 4217, where the text names one
     * @param bool $isSigned whether a plus or minus stands before it
     */
    private function __construct(
        public BigDecimal $amount,
        public ?string $currency,
        public bool $isSigned,
        public bool $isPercent,
        public bool $isSignGuessed,
    ) {}

    /**
     * The amount that a whole text is; null where it is none.
     *
     * @param int $minorUnits of the currency: three of them make "1.234" a decimal
     * @param string|null $decimal the sign before decimals, "." or ",", where others of its kind show it
     */
    public static function read(string $text, int $minorUnits = 2, ?string $decimal = null): ?self
    {
        $text = self::westernDigits(
            trim((string) preg_replace('/[\x{200E}\x{200F}\x{61C}\x{2066}-\x{2069}]/u', '', $text)),
        );
        $money = self::money();
        if (
            1 !==
            preg_match(
                '/^(?<s1>[+\-−–])?\s*(?<c1>' .
                    $money .
                    ')?\s*(?<s2>[+\-−–])?\s*(?<n>' .
                    self::NUMBER .
                    ')(?:[.,][–—-]+)?\s*(?:(?<p>%)|(?<c2>' .
                    $money .
                    '))?\s*(?<s3>-)?$/u',
                $text,
                $m,
            )
        ) {
            return null;
        }
        $number = self::number($m['n'], $minorUnits, $decimal);
        if (null === $number) {
            return null;
        }
        $sign = ($m['s1'] ?? '') . ($m['s2'] ?? '') . ($m['s3'] ?? '');
        if (mb_strlen($sign) > 1) {
            return null;
        }
        $currency = '' !== ($m['c1'] ?? '') ? $m['c1'] : $m['c2'] ?? '';

        return new self(
            '' === $sign || '+' === $sign ? $number : $number->negated(),
            self::code($currency),
            '' !== $sign,
            '%' === ($m['p'] ?? ''),
            '' !== $currency && null === self::isoCode($currency),
        );
    }

    /**
     * The sign that stands before decimals in some amounts of one kind; null where none of them shows it.
     *
     * @param iterable<string> $texts
     */
    public static function decimalSign(iterable $texts): ?string
    {
        foreach ($texts as $text) {
            $digits = trim((string) preg_replace('/[^\d.,]/u', '', self::westernDigits($text)), '.,');
            if (1 === preg_match('/[.,]\d*([.,])\d+$/D', $digits, $m) && substr_count($digits, $m[1]) < 2) {
                return $m[1];
            }
            if (
                1 === preg_match('/^\d+([.,])(?:\d{1,2}|\d{4,})$/D', $digits, $m) ||
                1 === preg_match('/^0([.,])\d+$/D', $digits, $m)
            ) {
                return $m[1];
            }
        }

        return null;
    }

    /** Digits of other scripts as 0 to 9, with the decimal signs that go with them. */
    public static function westernDigits(string $text): string
    {
        if (1 !== preg_match('/[^\x00-\x{2FF}]/u', $text)) {
            return $text;
        }

        return (string) preg_replace_callback(
            '/[\p{Nd}\x{66B}\x{66C}]/u',
            static fn(array $m): string => match ($m[0]) {
                "\u{66B}" => '.',
                "\u{66C}" => ',',
                default => (string) max(0, \IntlChar::charDigitValue($m[0])),
            },
            $text,
        );
    }

    /** A pattern of how currencies are named, without its delimiters. */
    public static function money(): string
    {
        return '(?:' .
            implode(
                '|',
                array_map(static fn(string $s): string => preg_quote($s, '/'), [
                    'US$',
                    'A$',
                    'C$',
                    ...array_keys(self::SIGNS),
                ]),
            ) .
            '|[A-Za-z]{3})';
    }

    private static function number(string $text, int $minorUnits, ?string $decimal): ?BigDecimal
    {
        $text = (string) preg_replace('/[^\d.,]/u', '', $text);
        $last = max((int) strrpos('#' . $text, '.'), (int) strrpos('#' . $text, ','));
        if (0 === $last) {
            return ForeignDecimal::plain($text);
        }
        $sign = $text[$last - 1];
        $behind = strlen($text) - $last;
        $mixed = str_contains($text, '.') && str_contains($text, ',');
        $isDecimal = match (true) {
            substr_count($text, $sign) > 1 => false,
            $mixed => true,
            null !== $decimal => $sign === $decimal,
            3 === $behind => 3 === $minorUnits || '0' === $text[0],
            default => true,
        };
        if (!$isDecimal && 1 !== preg_match('/^\d{1,3}(?:[.,]\d{3})+$/D', $text)) {
            return null;
        }
        $whole = $isDecimal ? substr($text, 0, $last - 1) : $text;
        $plain = str_replace(['.', ','], '', $whole) . ($isDecimal ? '.' . substr($text, $last) : '');

        return ForeignDecimal::plain($plain);
    }

    private static function isoCode(string $name): ?string
    {
        return 1 === preg_match('/^[A-Za-z]{3}$/D', $name) && !isset(self::SIGNS[$name]) ? strtoupper($name) : null;
    }

    private static function code(string $name): ?string
    {
        if ('' === $name) {
            return null;
        }
        foreach (self::SIGNS as $sign => $code) {
            if ($sign === $name) {
                return $code;
            }
        }

        return strtoupper($name);
    }
}
