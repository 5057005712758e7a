<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Decimal;

use Ithrel\Core\Decimal\AmountReader;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;

/**
 * The one list of cases to which every door holds. Where ICU's own parser of amounts has an opinion, it is asked too.
 */
final class AmountReaderTest extends TestCase
{
    /** What is read where the document is in EUR and nothing more is known; null: no amount; "a|b": one of two. */
    private const CASES = [
        // Plain, and with each sign before decimals.
        '0' => '0',
        '7' => '7',
        '12' => '12',
        '12.5' => '12.5',
        '12,5' => '12.5',
        '12.50' => '12.50',
        '12,50' => '12.50',
        '0.5' => '0.5',
        '0,05' => '0.05',
        '.50' => '0.50',
        ',5' => '0.5',
        '1234.5678' => '1234.5678',
        '1.2345' => '1.2345',
        '00012' => '12',
        '0012,50' => '12.50',
        '1234567.89' => '1234567.89',
        '1234567,89' => '1234567.89',
        // Groups.
        '1,234,567' => '1234567',
        '1.234.567' => '1234567',
        '1.234,50' => '1234.50',
        '1,234.50' => '1234.50',
        '1.234.567,89' => '1234567.89',
        '1,234,567.89' => '1234567.89',
        '1 234' => '1234',
        '1 234.50' => '1234.50',
        '1 234,50' => '1234.50',
        '12 345 678' => '12345678',
        "1'234.50" => '1234.50',
        '1’234.50' => '1234.50',
        "12'345'678" => '12345678',
        "1\u{A0}234,50" => '1234.50',
        "1\u{202F}234,50" => '1234.50',
        "1\u{2009}234,50" => '1234.50',
        '1.234,567' => '1234.567',
        '1,234.567' => '1234.567',
        "1'234,5" => '1234.5',
        '999.999.999' => '999999999',
        '1 234 567.8' => '1234567.8',
        // Groups that are none.
        '12,34,567.00' => null,
        '1,23,456' => null,
        '1.23.456' => null,
        '12 34' => null,
        '1 2345' => null,
        '1234 567' => null,
        '1,2,3' => null,
        '1.23,4.5' => null,
        '1,234.567.890' => null,
        '1 234,567.89' => null,
        "1'234 567" => null,
        '0 234' => null,
        '0,123,456' => null,
        '012.345.678' => null,
        '1..5' => null,
        '1,,5' => null,
        '1. 5' => null,
        '12.' => null,
        '12,' => null,
        '12.50.' => null,
        '.12.50' => null,
        '1.2.3' => null,
        '12.34.56' => null,
        // One of two: three digits behind one sign, and nothing that settles it.
        '1.200' => '1.200|1200',
        '1,200' => '1.200|1200',
        '12.345' => '12.345|12345',
        '100.000' => '100.000|100000',
        '-1.200' => '-1.200|-1200',
        '1.200 €' => '1.200|1200',
        '(1,200)' => '-1.200|-1200',
        '0.125' => '0.125',
        '0,125' => '0.125',
        '-0.125' => '-0.125',
        '1234.567' => '1234.567',
        '1234,567' => '1234.567',
        '1000.000' => '1000.000',
        '012.345' => '12.345',
        '.125' => '0.125',
        // Signs.
        '-5' => '-5',
        '−5' => '-5',
        '+5' => '5',
        '- 5' => '-5',
        '+ 12,50' => '12.50',
        '3.20-' => '-3.20',
        '3.20−' => '-3.20',
        '(3.20)' => '-3.20',
        '( 3.20 )' => '-3.20',
        '-€5' => '-5',
        '€-5' => '-5',
        '€ -5.00' => '-5.00',
        '-5 €' => '-5',
        '5.00 €-' => '-5.00',
        '(€ 5.00)' => '-5.00',
        '(5.00 €)' => '-5.00',
        '- € 5,00' => '-5.00',
        '--5' => null,
        '+-5' => null,
        '-(5)' => null,
        '(-5)' => null,
        '(5' => null,
        '5)' => null,
        '5+' => null,
        '-5-' => null,
        '((5))' => null,
        '-' => null,
        '+' => null,
        '()' => null,
        '±5' => null,
        '~5' => null,
        // A dash for no minor units.
        '12.–' => '12',
        '12,-' => '12',
        '12.--' => '12',
        '12,—' => '12',
        '12.– €' => '12',
        '€ 12,-' => '12',
        '-12.–' => '-12',
        '1.234,-' => '1234',
        '1.234.–' => '1234',
        '12-' => '-12',
        '.–' => null,
        // The currency: its code, sign or name, once.
        '12 EUR' => '12',
        'EUR 12' => '12',
        'EUR12' => '12',
        '12EUR' => '12',
        '12 eur' => '12',
        '12 €' => '12',
        '€12' => '12',
        '12€' => '12',
        '12 Euro' => '12',
        '12 euros' => '12',
        'Euro 12' => '12',
        '12,50 евро' => '12.50',
        '64.00ユーロ' => '64.00',
        '12 欧元' => '12',
        'EUR 1.234,50' => '1234.50',
        '1.234,50 EUR' => '1234.50',
        "€\u{A0}12.50" => '12.50',
        "12,50\u{A0}€" => '12.50',
        '€ 12 €' => null,
        'EUR 12 EUR' => null,
        '€ 12 EUR' => null,
        '12 EuR' => '12',
        '€' => null,
        'EUR' => null,
        // Another currency is no amount of this document.
        '$12' => 'USD',
        'USD 12' => 'USD',
        '12 USD' => 'USD',
        '£5.00' => 'GBP',
        'CHF 12.–' => 'CHF',
        '12 kr' => 'SEK',
        '¥1,200' => 'JPY',
        '12 zł' => 'PLN',
        '12 US dollars' => 'USD',
        '₹500' => 'INR',
        '500 Kč' => 'CZK',
        'Fr. 12.50' => 'CHF',
        // Digits of other scripts.
        '١٢٫٥٠' => '12.50',
        '١٬٢٣٤٫٥' => '1234.5',
        '۱۲٫۵' => '12.5',
        '१२.५०' => '12.50',
        '５０.００' => '50.00',
        '๑๒.๕' => '12.5',
        '১২৩' => '123',
        '٣٫٢٠-' => '-3.20',
        "\u{200F}١٢٫٥\u{200E}" => '12.5',
        '١٢ €' => '12',
        // Blanks at both ends.
        '  12.50  ' => '12.50',
        "\t12,50\n" => '12.50',
        "\u{A0}12.50\u{3000}" => '12.50',
        "\u{FEFF}12" => null,
        // What else stands there makes it none.
        '' => null,
        ' ' => null,
        '.' => null,
        ',' => null,
        'abc' => null,
        'free' => null,
        'on request (2 weeks)' => null,
        '1e3' => null,
        '1E3' => null,
        '1e9999999999' => null,
        '0x1F' => null,
        '12:50' => null,
        '1/2' => null,
        '½' => null,
        '50 %' => null,
        '50%' => null,
        '2 for 30.00' => null,
        'v2' => null,
        '2x' => null,
        '12 x 5' => null,
        'from 12.50' => null,
        '12.50 each' => null,
        '12.50 incl. VAT' => null,
        '2026-01-02' => null,
        '01.02.2026' => null,
        '02/01/2026' => null,
        '12.50 13.50' => null,
        '12.50/13.50' => null,
        '12.50 - 13.50' => null,
        '12.50–13.50' => null,
        '12.50; 13.50' => null,
        '12 mm' => null,
        '12 abc' => null,
        'A12' => null,
        '#12' => null,
        '12°' => null,
        '1²' => null,
        'NaN' => null,
        'inf' => null,
        '=12' => null,
        "'12" => null,
        '"12"' => null,
        '12_000' => null,
        '12 000 000 000 000 000 000' => '12000000000000000000',
        '1·5' => null,
        '12;50' => null,
        '12*' => null,
        'ca. 12' => null,
        'error 500' => null,
        'refused at step 2' => null,
    ];

    /**
     * @return iterable<string, array{string, string|null}>
     */
    public static function cases(): iterable
    {
        foreach (self::CASES as $text => $wanted) {
            yield '“' . $text . '”' => [(string) $text, $wanted];
        }
    }

    #[DataProvider('cases')]
    public function testOneListForEveryDoor(string $text, ?string $wanted): void
    {
        $read = (new AmountReader('EUR'))->read($text);
        $found = $read->foreign;
        if (null !== $read->amount) {
            $found = $read->amount . (null === $read->other ? '' : '|' . $read->other);
        }
        self::assertSame($wanted, $found);
        self::assertSame(null !== $wanted && null === $read->foreign && !str_contains($wanted, '|'), $read->isSure());
        self::assertSame($read->isSure(), '' === $read->why($text));
    }

    public function testTheListIsLongEnoughToMeanSomething(): void
    {
        self::assertGreaterThan(200, count(self::CASES));
    }

    /**
     * @return iterable<string, array{list<string>, string, string|null}> cells of the column, one of them, what it is
     */
    public static function columns(): iterable
    {
        yield 'a comma shows that the point groups' => [['1.200', '12,50'], '1.200', '1200'];
        yield 'a point shows that the comma groups' => [['1,200', '12.50'], '1,200', '1200'];
        yield 'a point shows that points are decimal' => [['1.200', '12.50'], '1.200', '1.200'];
        yield 'groups with decimals show it' => [['1.200', '1.234,5'], '1.200', '1200'];
        yield 'a zero before shows it' => [['1.200', '0.125'], '1.200', '1.200'];
        yield 'cells that do not agree show nothing' => [['1.200', '12,50', '3.4'], '1.200', '1.200|1200'];
        yield 'cells that show nothing show nothing' => [['1.200', '1.300', 'n/a', ''], '1.300', '1.200|1200'];
        yield 'one that is settled by itself stays' => [['12,50', '3.4'], '3.4', '3.4'];
        yield 'another currency shows it too' => [['1.200', '$12,50'], '1.200', '1200'];
        yield 'no groups of its kind' => [['1.2000', '1,200'], '1,200', '1200'];
    }

    /**
     * @param list<string> $cells
     */
    #[DataProvider('columns')]
    public function testAColumnSettlesWhatACellDoesNot(array $cells, string $cell, ?string $wanted): void
    {
        $read = (new AmountReader('EUR'))->ofColumn($cells)->read($cell);
        $wanted = '1.200|1200' === $wanted && '1.300' === $cell ? '1.300|1300' : $wanted;
        self::assertSame($wanted, $read->amount . (null === $read->other ? '' : '|' . $read->other));
    }

    public function testWhatIsKnownOfTheSurroundingsCounts(): void
    {
        $read = static fn(AmountReader $reader, string $text): ?string => $reader->amount($text)?->__toString();
        self::assertSame('1200', $read(new AmountReader('EUR', decimal: ','), '1.200'));
        self::assertSame('1.200', $read(new AmountReader('EUR', decimal: '.'), '1.200'));
        self::assertSame('1.200', $read(new AmountReader('KWD', 3), '1.200'));
        self::assertSame('1234567.00', $read(new AmountReader('INR', hasLakhs: true), '₹12,34,567.00'));
        self::assertNull($read(new AmountReader('INR'), '₹12,34,567.00'));
        self::assertSame('12', $read(new AmountReader('CAD'), '$12'));
        self::assertSame('12', $read(new AmountReader('NOK'), '12 kr'));
        self::assertSame('12', $read(new AmountReader('JPY', 0), '12円'));
        self::assertSame('USD', (new AmountReader())->read('$12')->currency);
        self::assertNull($read(new AmountReader('EUR', decimal: ','), '1234.567'), 'Four digits are no group.');
    }

    #[TestDox('what ICU writes for an amount in a language is read back as that amount')]
    public function testWhatIcuWritesIsReadBack(): void
    {
        $asked = 0;
        foreach (
            [
                'en_US' => 'USD',
                'de_DE' => 'EUR',
                'fr_FR' => 'EUR',
                'es_ES' => 'EUR',
                'it_IT' => 'EUR',
                'nl_NL' => 'EUR',
                'pl_PL' => 'PLN',
                'cs_CZ' => 'CZK',
                'sv_SE' => 'SEK',
                'nb_NO' => 'NOK',
                'da_DK' => 'DKK',
                'fi_FI' => 'EUR',
                'hu_HU' => 'HUF',
                'ru_RU' => 'RUB',
                'uk_UA' => 'UAH',
                'tr_TR' => 'TRY',
                'de_CH' => 'CHF',
                'en_GB' => 'GBP',
                'ja_JP' => 'JPY',
                'zh_CN' => 'CNY',
                'ko_KR' => 'KRW',
                'th_TH' => 'THB',
                'vi_VN' => 'VND',
                'ar_EG' => 'EGP',
                'fa_IR' => 'IRR',
                'hi_IN' => 'INR',
                'en_IN' => 'INR',
                'pt_BR' => 'BRL',
                'he_IL' => 'ILS',
            ]
            as $locale => $currency
        ) {
            $format = new \NumberFormatter($locale, \NumberFormatter::CURRENCY);
            $hasLakhs = str_ends_with($locale, '_IN');
            $decimal = $format->getSymbol(\NumberFormatter::MONETARY_SEPARATOR_SYMBOL);
            $reader = new AmountReader($currency, 2, ',' === $decimal ? ',' : '.', $hasLakhs);
            foreach ([1, 12.5, 999.99, 1_234.5, 1_234_567.89, -3.2] as $amount) {
                $digits = $format->getAttribute(\NumberFormatter::MAX_FRACTION_DIGITS);
                $written = (string) $format->formatCurrency(round($amount, (int) $digits), $currency);
                $read = $reader->read($written);
                self::assertTrue($read->isSure(), "{$locale}: {$written}");
                self::assertSame(
                    (string) round($amount, (int) $digits),
                    (string) (float) (string) $read->amount,
                    "{$locale}: {$written}",
                );
                ++$asked;
            }
        }
        self::assertSame(174, $asked);
    }
}
