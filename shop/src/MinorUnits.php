<?php

declare(strict_types=1);

namespace Ithrel\Shop;

/**
 * Decimals of a currency's amounts by ISO 4217 (list one, from memory), not by everyday use.
 */
final class MinorUnits
{
    private const OTHER_THAN_TWO = [
        0 => [
            'BIF',
            'CLP',
            'DJF',
            'GNF',
            'ISK',
            'JPY',
            'KMF',
            'KRW',
            'PYG',
            'RWF',
            'UGX',
            'UYI',
            'VND',
            'VUV',
            'XAF',
            'XOF',
            'XPF',
        ],
        3 => ['BHD', 'IQD', 'JOD', 'KWD', 'LYD', 'OMR', 'TND'],
        4 => ['CLF', 'UYW'],
    ];

    /**
     * @return int<0, 4>
     */
    public static function of(string $currency): int
    {
        foreach (self::OTHER_THAN_TWO as $units => $codes) {
            if (in_array($currency, $codes, true)) {
                return $units;
            }
        }

        return 2;
    }
}
