<?php

declare(strict_types=1);

namespace Ithrel\Core\Decimal;

/**
 * Which currencies a code, a sign or a name stands for: ISO 4217 codes with the symbols and names of Unicode CLDR, as
 * the installed ICU has them in the languages below.
 */
final class CurrencyNames
{
    /** Languages whose names of currencies are known; those of the most shops (common practice, no source). */
    private const LANGUAGES = [
        'en',
        'de',
        'fr',
        'es',
        'it',
        'nl',
        'pt',
        'pl',
        'cs',
        'sk',
        'da',
        'sv',
        'nb',
        'fi',
        'hu',
        'ro',
        'bg',
        'el',
        'hr',
        'sl',
        'et',
        'lv',
        'lt',
        'ru',
        'uk',
        'tr',
        'ar',
        'he',
        'fa',
        'hi',
        'bn',
        'ja',
        'ko',
        'zh',
        'zh_Hant',
        'th',
        'vi',
        'id',
        'ms',
        'en_AU',
        'en_CA',
        'en_NZ',
        'de_CH',
        'fr_CH',
        'es_MX',
    ];

    /** Signs that shops write and CLDR has otherwise (common practice, no source). */
    private const FURTHER = [
        'Fr.' => ['CHF'],
        'Fr' => ['CHF'],
        'SFr.' => ['CHF'],
        '€' => ['EUR'],
        'kr.' => ['DKK', 'SEK', 'NOK', 'ISK'],
        'kr' => ['SEK', 'NOK', 'DKK', 'ISK'],
        'Kč' => ['CZK'],
        'zł' => ['PLN'],
        'Ft' => ['HUF'],
        'lei' => ['RON'],
        '元' => ['CNY'],
        '円' => ['JPY'],
        '￥' => ['JPY', 'CNY'],
        'ل.ل' => ['LBP'],
        'ر.س' => ['SAR'],
        'د.إ' => ['AED'],
        'ج.م' => ['EGP'],
        'Rs' => ['INR', 'PKR', 'LKR', 'NPR', 'MUR'],
        'Rs.' => ['INR', 'PKR', 'LKR', 'NPR', 'MUR'],
        'US$' => ['USD'],
    ];

    /** Currencies of a sign that several share, the one that is meant the most first (common practice, no source). */
    private const FIRST = ['$' => 'USD', '£' => 'GBP', '¥' => 'JPY', 'kr' => 'SEK', 'Kr' => 'SEK'];

    /** Languages in which a name is known for that of any currency; in the others, for that of the one asked for. */
    private const OF_ALL = ['en', 'de', 'fr'];

    private const TABLES = ['Currencies', 'Currencies%narrow', 'CurrencyPlurals'];

    /** @var array<string, array<string, true>>|null name, or name in lower case => codes */
    private static ?array $known = null;

    /** @var array<string, array<string, true>> code => its names, and these in lower case */
    private static array $own = [];

    /** Whether a name is one of a currency's. */
    public static function isOf(string $name, string $code): bool
    {
        if ($name === $code || (strtoupper($name) === $code && strtolower($name) === $name)) {
            return true;
        }
        if (in_array($code, self::FURTHER[$name] ?? [], true)) {
            return true;
        }
        if (mb_strlen($name) > 60) {
            return false;
        }
        $own = self::$own[$code] ??= self::ownNames($code);

        return isset($own[$name]) || isset($own[mb_strtolower($name)]);
    }

    /**
     * @return list<string> ISO 4217 codes, the most likely first; none where it names no currency
     */
    public static function of(string $name): array
    {
        if (mb_strlen($name) > 60) {
            return [];
        }
        $known = self::$known ??= self::allNames();
        // A code is written in capitals, or all small; "Per" is a word.
        if (1 === preg_match('/^(?:[A-Z]{3}|[a-z]{3})$/D', $name) && isset($known['#' . strtoupper($name)])) {
            return [strtoupper($name)];
        }

        return array_map(strval(...), array_keys($known[$name] ?? ($known[mb_strtolower($name)] ?? [])));
    }

    /**
     * @return array<string, true>
     */
    private static function ownNames(string $code): array
    {
        $own = [];
        foreach (self::LANGUAGES as $language) {
            $bundle = \ResourceBundle::create($language, 'ICUDATA-curr', true);
            foreach (self::TABLES as $table) {
                $rows = $bundle?->get($table);
                $row = $rows instanceof \ResourceBundle ? $rows->get($code) : null;
                foreach (self::texts($row) as $text) {
                    $own[$text] = $own[mb_strtolower($text)] = true;
                }
            }
        }

        return $own;
    }

    /**
     * @return array<string, array<string, true>>
     */
    private static function allNames(): array
    {
        /** @var array<string, array<string, true>> $known */
        $known = [];
        foreach (self::FIRST as $sign => $code) {
            $known[$sign][$code] = true;
        }
        foreach (self::FURTHER as $name => $codes) {
            foreach ($codes as $code) {
                $known[$name][$code] = true;
            }
        }
        foreach (self::OF_ALL as $language) {
            $bundle = \ResourceBundle::create($language, 'ICUDATA-curr', true);
            foreach (self::TABLES as $table) {
                $rows = $bundle?->get($table);
                foreach ($rows instanceof \ResourceBundle ? $rows : [] as $code => $row) {
                    if (!is_string($code)) {
                        continue;
                    }
                    $known['#' . $code][$code] = true;
                    foreach (self::texts($row) as $text) {
                        $known[$text][$code] = true;
                        $known[mb_strtolower($text)][$code] = true;
                    }
                }
            }
        }

        return $known;
    }

    /**
     * @return list<string> the symbol and the names in a row of CLDR's
     */
    private static function texts(mixed $row): array
    {
        $texts = [];
        foreach ($row instanceof \ResourceBundle ? $row : [$row] as $text) {
            // Marks of direction say nothing of the name.
            $text = is_string($text) ? preg_replace('/[\x{200E}\x{200F}\x{61C}]/u', '', $text) : null;
            if (null !== $text && 1 !== preg_match('/^\P{L}*\p{Nd}|^$/u', $text)) {
                $texts[] = $text;
            }
        }

        return $texts;
    }
}
