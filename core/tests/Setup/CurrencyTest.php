<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Setup;

use Ithrel\Core\Setup\Currency;
use PHPUnit\Framework\TestCase;

/**
 * Minor units against ISO 4217, list one. The values here are from memory of the published list.
 */
final class CurrencyTest extends TestCase
{
    private const ISO_4217 = [
        'ALL' => 2,
        'IRR' => 2,
        'KPW' => 2,
        'LAK' => 2,
        'LBP' => 2,
        'MGA' => 2,
        'MMK' => 2,
        'SLL' => 2,
        'SOS' => 2,
        'SYP' => 2,
        'AED' => 2,
        'AFN' => 2,
        'AUD' => 2,
        'BHD' => 3,
        'BIF' => 0,
        'BRL' => 2,
        'CAD' => 2,
        'CHF' => 2,
        'CLF' => 4,
        'CLP' => 0,
        'CNY' => 2,
        'COP' => 2,
        'CZK' => 2,
        'DJF' => 0,
        'DKK' => 2,
        'EUR' => 2,
        'GBP' => 2,
        'GNF' => 0,
        'HUF' => 2,
        'IDR' => 2,
        'INR' => 2,
        'IQD' => 3,
        'ISK' => 0,
        'JOD' => 3,
        'JPY' => 0,
        'KMF' => 0,
        'KRW' => 0,
        'KWD' => 3,
        'LYD' => 3,
        'MXN' => 2,
        'NOK' => 2,
        'OMR' => 3,
        'PLN' => 2,
        'PYG' => 0,
        'RSD' => 2,
        'RWF' => 0,
        'SEK' => 2,
        'TND' => 3,
        'TWD' => 2,
        'UGX' => 0,
        'USD' => 2,
        'UYW' => 4,
        'VND' => 0,
        'VUV' => 0,
        'XAF' => 0,
        'XOF' => 0,
        'XPF' => 0,
        'YER' => 2,
        'ZAR' => 2,
    ];

    public function testMinorUnitsAreThoseOfTheStandard(): void
    {
        $found = [];
        foreach (array_keys(self::ISO_4217) as $code) {
            $found[$code] = Currency::find($code)?->minorUnits;
        }
        self::assertSame(self::ISO_4217, $found);
    }

    public function testUnknownCodesAreNotCurrencies(): void
    {
        self::assertNull(Currency::find('XQZ'));
        self::assertNull(Currency::find('eur'));
        self::assertNull(Currency::find("EUR\n"));
    }
}
