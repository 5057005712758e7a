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

    /**
     * @param string|null $currency ISO 4217, where the text names one
     * @param bool $isSigned whether a plus or minus stands before it
     * @param bool $isSignGuessed whether a sign names the currency that several share
     * @param BigDecimal|null $other what it could be as well, where nothing beside it says which
     */
    private function __construct(
        public BigDecimal $amount,
        public ?string $currency,
        public bool $isSigned,
        public bool $isPercent,
        public bool $isSignGuessed,
        public ?BigDecimal $other,
    ) {}

    /**
     * The amount, or the part in a hundred, that a whole text is; null where it is none. Of one that could be two the
     * one in groups of three is taken, as a guess.
     *
     * @param int $minorUnits of the currency: three of them make "1.234" a decimal
     * @param string|null $decimal the sign before decimals, "." or ",", where others of its kind show it
     */
    public static function read(string $text, int $minorUnits = 2, ?string $decimal = null): ?self
    {
        // On pages a dash is a minus too; a part in a hundred has no currency.
        $text = (string) preg_replace('/^(\s*)[–—](?=\s?[\p{Nd}\p{Sc}])/u', '$1-', $text);
        $isPercent = 1 === preg_match('/^(.*\p{Nd})\s?[%٪]\s*$/suD', $text, $m);
        $read = (new AmountReader(null, $minorUnits, $decimal))->read($isPercent ? $m[1] : $text);
        if (null === $read->amount || ($isPercent && null !== $read->currency)) {
            return null;
        }

        return new self(
            $read->other ?? $read->amount,
            $read->currency,
            $read->isSigned,
            $isPercent,
            null !== $read->currency && !str_contains(strtoupper($text), $read->currency),
            null === $read->other ? null : $read->amount,
        );
    }

    /** Whether it is a guess between two. */
    public function isGuess(): bool
    {
        return null !== $this->other;
    }

    /** Whether what is written can mean an amount. */
    public function canBe(BigDecimal $amount): bool
    {
        return $this->amount->isEqualTo($amount) || true === $this->other?->isEqualTo($amount);
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
}
