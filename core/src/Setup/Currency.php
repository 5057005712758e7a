<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

/**
 * An ISO 4217 currency with its minor units, as the installed ICU data has them.
 */
final readonly class Currency
{
    /**
     * Minor units of ISO 4217 (list one, from memory) where ICU's data gives the digits in everyday use instead.
     */
    private const BY_STANDARD = [
        'AFN' => 2,
        'ALL' => 2,
        'IQD' => 3,
        'IRR' => 2,
        'KPW' => 2,
        'LAK' => 2,
        'LBP' => 2,
        'MGA' => 2,
        'MMK' => 2,
        'RSD' => 2,
        'SLL' => 2,
        'SOS' => 2,
        'SYP' => 2,
        'YER' => 2,
    ];

    /**
     * @param int<0, max> $minorUnits
     */
    private function __construct(public string $code, public int $minorUnits) {}

    /** Null where ICU does not know the code. */
    public static function find(string $code): ?self
    {
        if (1 !== preg_match('/^[A-Z]{3}$/', $code)) {
            return null;
        }
        $root = \ResourceBundle::create('supplementalData', 'ICUDATA-curr', false);
        $meta = $root instanceof \ResourceBundle ? $root->get('CurrencyMeta', false) : null;
        if (!($meta instanceof \ResourceBundle)) {
            throw new \RuntimeException('The ICU data of the intl extension has no currency table.');
        }
        $names = \ResourceBundle::create('en', 'ICUDATA-curr', true);
        $known = $names instanceof \ResourceBundle ? $names->get('Currencies', true) : null;
        if (!($known instanceof \ResourceBundle) || null === $known->get($code, true)) {
            return null;
        }
        if (isset(self::BY_STANDARD[$code])) {
            return new self($code, self::BY_STANDARD[$code]);
        }
        $own = $meta->get($code, false) ?? $meta->get('DEFAULT', false);
        $digits = $own instanceof \ResourceBundle ? null : $own;

        return new self($code, is_array($digits) && is_int($digits[0] ?? null) ? max(0, $digits[0]) : 2);
    }
}
