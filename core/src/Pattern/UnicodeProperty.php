<?php

declare(strict_types=1);

namespace Ithrel\Core\Pattern;

/**
 * Names of Unicode properties as ECMAScript admits them in \p{…}: exact in case, in the long or the short form
 * (ECMA-262, tables of property names and values; the binary ones from memory). Values of scripts and of general
 * categories are those of the installed ICU.
 */
final class UnicodeProperty
{
    private const BINARY = [
        'ASCII',
        'AHex' => 'ASCII_Hex_Digit',
        'Alpha' => 'Alphabetic',
        'Any',
        'Assigned',
        'Bidi_C' => 'Bidi_Control',
        'Bidi_M' => 'Bidi_Mirrored',
        'CI' => 'Case_Ignorable',
        'Cased',
        'CWCF' => 'Changes_When_Casefolded',
        'CWCM' => 'Changes_When_Casemapped',
        'CWL' => 'Changes_When_Lowercased',
        'CWKCF' => 'Changes_When_NFKC_Casefolded',
        'CWT' => 'Changes_When_Titlecased',
        'CWU' => 'Changes_When_Uppercased',
        'Dash',
        'DI' => 'Default_Ignorable_Code_Point',
        'Dep' => 'Deprecated',
        'Dia' => 'Diacritic',
        'Emoji',
        'EComp' => 'Emoji_Component',
        'EMod' => 'Emoji_Modifier',
        'EBase' => 'Emoji_Modifier_Base',
        'EPres' => 'Emoji_Presentation',
        'ExtPict' => 'Extended_Pictographic',
        'Ext' => 'Extender',
        'Gr_Base' => 'Grapheme_Base',
        'Gr_Ext' => 'Grapheme_Extend',
        'Hex' => 'Hex_Digit',
        'IDSB' => 'IDS_Binary_Operator',
        'IDST' => 'IDS_Trinary_Operator',
        'IDC' => 'ID_Continue',
        'IDS' => 'ID_Start',
        'Ideo' => 'Ideographic',
        'Join_C' => 'Join_Control',
        'LOE' => 'Logical_Order_Exception',
        'Lower' => 'Lowercase',
        'Math',
        'NChar' => 'Noncharacter_Code_Point',
        'Pat_Syn' => 'Pattern_Syntax',
        'Pat_WS' => 'Pattern_White_Space',
        'QMark' => 'Quotation_Mark',
        'Radical',
        'RI' => 'Regional_Indicator',
        'STerm' => 'Sentence_Terminal',
        'SD' => 'Soft_Dotted',
        'Term' => 'Terminal_Punctuation',
        'UIdeo' => 'Unified_Ideograph',
        'Upper' => 'Uppercase',
        'VS' => 'Variation_Selector',
        'space' => 'White_Space',
        'XIDC' => 'XID_Continue',
        'XIDS' => 'XID_Start',
    ];

    /** Properties of whole strings, which the flag v admits; PCRE has none of them. */
    private const OF_STRINGS = [
        'Basic_Emoji',
        'Emoji_Keycap_Sequence',
        'RGI_Modifier_Sequence',
        'RGI_Flag_Sequence',
        'RGI_Emoji_Modifier_Sequence',
        'RGI_Emoji_Flag_Sequence',
        'RGI_Emoji_Tag_Sequence',
        'RGI_Emoji_ZWJ_Sequence',
        'RGI_Emoji',
    ];

    /** Names of general categories that ICU gives under no choice of name. */
    private const GROUPS = [
        'LC' => 'L&',
        'Cased_Letter' => 'L&',
        'punct' => 'P',
        'digit' => 'Nd',
        'cntrl' => 'Cc',
        'Combining_Mark' => 'M',
    ];

    public static function isOfStrings(string $text): bool
    {
        return in_array($text, self::OF_STRINGS, true);
    }

    /**
     * The name that PCRE has for what stands between the braces; null where there is no such property.
     */
    public static function find(string $text): ?string
    {
        $parts = explode('=', $text, 2);
        if (isset($parts[1])) {
            return match ($parts[0]) {
                'General_Category', 'gc' => self::category($parts[1]),
                'Script', 'sc' => self::script('sc:', $parts[1]),
                'Script_Extensions', 'scx' => self::script('scx:', $parts[1]),
                default => null,
            };
        }
        foreach (self::BINARY as $short => $long) {
            if ($text === $long || $text === $short) {
                return $long;
            }
        }

        return self::category($text);
    }

    private static function category(string $name): ?string
    {
        if (isset(self::GROUPS[$name])) {
            return self::GROUPS[$name];
        }

        return self::exact(\IntlChar::PROPERTY_GENERAL_CATEGORY_MASK, $name);
    }

    private static function script(string $prefix, string $name): ?string
    {
        $short = self::exact(\IntlChar::PROPERTY_SCRIPT, $name);

        return null === $short ? null : $prefix . $short;
    }

    /** The short name of a value whose long or short name this is, to the letter. */
    private static function exact(int $property, string $name): ?string
    {
        if (1 !== preg_match('/^[A-Za-z_]{1,60}$/D', $name)) {
            return null;
        }
        $value = \IntlChar::getPropertyValueEnum($property, $name);
        if ($value < 0) {
            return null;
        }
        $short = \IntlChar::getPropertyValueName($property, $value, \IntlChar::SHORT_PROPERTY_NAME);

        return $name === $short ||
            $name === \IntlChar::getPropertyValueName($property, $value, \IntlChar::LONG_PROPERTY_NAME)
            ? $short
            : null;
    }
}
