<?php

declare(strict_types=1);

namespace Ithrel\Core\Decimal;

use Brick\Math\BigDecimal;

/**
 * The one reader of amounts that people and pages write. It is told what is known of the surroundings, and answers one
 * of three: this amount, no amount, or one of two. It guesses nothing, and takes nothing off but blanks, a sign, and
 * the name of the currency: words that a place is known to have ("from", "incl. VAT") are for who knows the place.
 *
 * The law stands in docs/reading.md; what is common practice there has no source. Currencies are those of ISO 4217 with
 * the signs and names of Unicode CLDR, as the installed ICU has them.
 */
final readonly class AmountReader
{
    /** Blanks that people write within a number: the ordinary, no-break, thin and narrow no-break one. */
    private const BLANK = '[ \x{A0}\x{2009}\x{202F}]';

    /**
     * @param string|null $currency ISO 4217 of the document; null: any is read
     * @param int $minorUnits of it: three of them make "1.234" a decimal
     * @param string|null $decimal the sign before decimals, "." or ",", as the column, the page or the currency is
     *                             known to have it; null: not known
     * @param bool $hasLakhs whether the language groups as in 12,34,567.00
     */
    public function __construct(
        public ?string $currency = null,
        public int $minorUnits = 2,
        public ?string $decimal = null,
        public bool $hasLakhs = false,
    ) {}

    /**
     * The same where the cells of a column say which sign stands before decimals: one that is settled by itself, all of
     * those agreeing. Where none does, what was known holds.
     *
     * @param iterable<string> $cells
     */
    public function ofColumn(iterable $cells): self
    {
        $sign = null;
        foreach ($cells as $cell) {
            $own = 1 === preg_match('/\p{Nd}/u', $cell) ? $this->parsed($cell)->settles ?? null : null;
            if (null !== $own && null !== $sign && $own !== $sign) {
                return $this;
            }
            $sign ??= $own;
        }

        return null === $sign ? $this : new self($this->currency, $this->minorUnits, $sign, $this->hasLakhs);
    }

    public function read(string $text): AmountReading
    {
        // Most amounts are written plainly.
        if (1 === preg_match('/^-?\d{1,15}(?:\.(?:\d{1,2}|\d{4,15}))?$/D', $text)) {
            return new AmountReading(
                BigDecimal::of($text),
                isSigned: '-' === $text[0],
                settles: str_contains($text, '.') ? '.' : null,
            );
        }

        return $this->parsed($text) ?? AmountReading::none();
    }

    /** The amount where it is surely one; null else. */
    public function amount(string $text): ?BigDecimal
    {
        $read = $this->read($text);

        return $read->isSure() ? $read->amount : null;
    }

    private function parsed(string $text): ?AmountReading
    {
        $text = self::trimmed($text);
        if (1 !== preg_match('/[0-9]/', $text) || strlen($text) > 400) {
            return null;
        }
        $blank = self::BLANK;
        $number = "(?<n>(?:[0-9]|[.,](?=[0-9]))(?:[0-9.,'’]|{$blank}(?=[0-9]))*)";
        $pattern =
            "/^(?<open>\\()?{$blank}*(?<s1>[+\\-−])?{$blank}*(?<c1>[^0-9+\\-−()., ][^0-9+\\-−()]*?)?{$blank}*" .
            "(?<s2>[+\\-−])?{$blank}*{$number}(?<dash>(?<=[.,])[–—-]{1,2})?{$blank}*(?<c2>[^0-9+\\-−()]*)" .
            "{$blank}*(?<s3>[+\\-−])?{$blank}*(?<close>\\))?\$/Du";
        if (1 !== preg_match($pattern, $text, $m)) {
            return null;
        }
        $isBracketed = '' !== $m['open'];
        $sign = $m['s1'] . $m['s2'] . ($m['s3'] ?? '');
        $dash = $m['dash'];
        // A sign behind is a minus, and stands at the end of the whole: "3.20-".
        if (
            $isBracketed !== ('' !== ($m['close'] ?? '')) ||
            mb_strlen($sign) > 1 ||
            ($isBracketed && '' !== $sign) ||
            '+' === ($m['s3'] ?? '')
        ) {
            return null;
        }
        $digits = $m['n'];
        if ('' !== $dash) {
            $digits = substr($digits, 0, -1);
        }
        $read = $this->number($digits, '' !== $dash);
        if (null === $read) {
            return null;
        }
        [$before, $behind] = [self::trimmed($m['c1']), self::trimmed($m['c2'])];
        if ('' !== $before && '' !== $behind) {
            return null;
        }
        $name = $before . $behind;
        $isMinus = $isBracketed || in_array($sign, ['-', '−'], true);
        [$amount, $other, $settles] = $read;
        $currency = null;
        if ('' !== $name) {
            $isOwn = null !== $this->currency && CurrencyNames::isOf($name, $this->currency);
            $currency = $isOwn ? $this->currency : CurrencyNames::of($name)[0] ?? null;
            if (null === $currency) {
                return null;
            }
            if (!$isOwn && null !== $this->currency) {
                return AmountReading::foreign($currency, $settles);
            }
        }

        return new AmountReading(
            $isMinus ? $amount->negated() : $amount,
            null === $other ? null : ($isMinus ? $other->negated() : $other),
            $currency,
            $isBracketed || '' !== $sign,
            null,
            $settles,
        );
    }

    /**
     * @return array{BigDecimal, BigDecimal|null, string|null}|null the number, the other one that it may be, and the
     *                                                              sign before decimals that it settles
     */
    private function number(string $text, bool $isWhole): ?array
    {
        $parts = preg_split('/([.,\'’]|' . self::BLANK . ')/u', $text, -1, PREG_SPLIT_DELIM_CAPTURE);
        if (false === $parts) {
            return null;
        }
        $runs = $signs = [];
        foreach ($parts as $i => $part) {
            if (0 === $i % 2) {
                $runs[] = $part;
            } else {
                $signs[] = match (true) {
                    '’' === $part => "'",
                    1 === preg_match('/^' . self::BLANK . '$/Du', $part) => ' ',
                    default => $part,
                };
            }
        }
        $count = count($signs);
        if (0 === $count) {
            return self::plain($runs[0], '', null, $isWhole);
        }
        $last = $signs[$count - 1];
        $kinds = array_values(array_unique($signs));
        $isDecimalSign = '.' === $last || ',' === $last;
        // Of two kinds the last one is the decimal sign, once; all before it are groups, of one kind.
        if (count($kinds) > 1) {
            $groups = array_slice($signs, 0, -1);
            if (!$isDecimalSign || count($kinds) > 2 || in_array($last, $groups, true) || $isWhole) {
                return null;
            }

            return $this->isGrouped(array_slice($runs, 0, -1), $groups[0])
                ? self::plain(implode('', array_slice($runs, 0, -1)), $runs[$count], $last, false)
                : null;
        }
        $grouped = $this->isGrouped($runs, $last) ? self::plain(implode('', $runs), '', null, $isWhole) : null;
        if (!$isDecimalSign || $count > 1 || $isWhole) {
            return $grouped;
        }
        $decimal = '' === $runs[1] ? null : self::plain($runs[0], $runs[1], $last, false);
        if (3 !== strlen($runs[1]) || null === $grouped) {
            // As a decimal it can be read in one way alone, unless its own kind is known to write it otherwise.
            $isKnownOtherwise =
                3 === strlen($runs[1]) && null !== $this->decimal && $last !== $this->decimal && '0' !== $runs[0];

            return $isKnownOtherwise ? null : $decimal;
        }
        if (null !== $this->decimal || 3 === $this->minorUnits) {
            return $last === ($this->decimal ?? $last) ? $decimal : $grouped;
        }
        if (null === $decimal) {
            return $grouped;
        }

        return [$decimal[0], $grouped[0], null];
    }

    /**
     * Whether groups are of three, the first of one to three and not beginning with 0; or as lakhs, where the language
     * has them.
     *
     * @param list<string> $runs digits
     */
    private function isGrouped(array $runs, string $sign): bool
    {
        $first = $runs[0];
        $rest = array_slice($runs, 1);
        if ([] === $rest) {
            return true;
        }
        if (1 !== preg_match('/^[1-9]\d{0,2}$/D', $first) || 3 !== strlen($rest[count($rest) - 1])) {
            return false;
        }
        $middle = array_map(strlen(...), array_slice($rest, 0, -1));

        return [] === array_diff($middle, [3]) ||
            ($this->hasLakhs && ',' === $sign && strlen($first) < 3 && [] === array_diff($middle, [2]));
    }

    /**
     * @param string|null $settles the sign that stood before the decimals, where it shows
     *
     * @return array{BigDecimal, null, string|null}|null
     */
    private static function plain(string $whole, string $decimals, ?string $settles, bool $isWhole): ?array
    {
        if ($isWhole && '' !== $decimals) {
            return null;
        }
        $value = ForeignDecimal::plain(('' === $whole ? '0' : $whole) . ('' === $decimals ? '' : '.' . $decimals));

        return null === $value ? null : [$value, null, $settles];
    }

    /** Without blanks at both ends and signs of direction, with digits of any script as 0 to 9. */
    private static function trimmed(string $text): string
    {
        if (1 === preg_match('/^[\x21-\x7e](?:[\x20-\x7e]*[\x21-\x7e])?$/D', $text)) {
            return $text;
        }
        $text = (string) preg_replace(
            [
                '/[\x{200E}\x{200F}\x{61C}\x{202A}-\x{202E}\x{2066}-\x{2069}]/u',
                '/^\p{White_Space}+|\p{White_Space}+$/u',
            ],
            '',
            $text,
        );

        return WrittenAmount::westernDigits($text);
    }
}
