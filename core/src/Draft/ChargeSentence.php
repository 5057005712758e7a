<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

/**
 * A charge in short writing: "5.00", "10%", "10% of running", "0.50 a character after 10", "3 a file", "2 a pick after 1",
 * "sets 80", "= width * 2", each with ", once a line" behind it. The Outline writes and reads the same; the cases that both
 * are held to stand in docs/charge-sentences.json.
 */
final class ChargeSentence
{
    private const AMOUNT = '([+-]?\d+(?:\.\d+)?)';

    /**
     * @return string|array<string, mixed>|null a charge as it stands in a document; null where it is none
     */
    public static function read(string $words): string|array|null
    {
        $text = trim($words);
        $per = [];
        if (1 === preg_match('/,?\s*once a line$/i', $text, $m, PREG_OFFSET_CAPTURE)) {
            $text = trim(substr($text, 0, $m[0][1]));
            $per = ['per' => 'line'];
        }
        if (1 === preg_match('/^=\s*(.+)$/s', $text, $m)) {
            return ['how' => 'formula', 'expr' => $m[1]] + $per;
        }
        if (1 === preg_match('/^sets '.self::AMOUNT.'$/i', $text, $m)) {
            return ['how' => 'replace', 'amount' => self::plain($m[1])];
        }
        if (1 === preg_match('/^'.self::AMOUNT.'\s*%(?: of (base|running|the base|the running total))?$/i', $text, $m)) {
            return ['how' => 'percent', 'rate' => self::plain($m[1])] + (str_contains(strtolower($m[2] ?? ''), 'running') ? ['of' => 'running'] : []) + $per;
        }
        if (1 === preg_match('/^'.self::AMOUNT.' (?:a|per) (character|file|pick)(?: after (\d+))?(, blanks free)?$/i', $text, $m)) {
            return ['how' => 'per-'.strtolower($m[2]), 'amount' => self::plain($m[1])]
                + ('' === ($m[3] ?? '') ? [] : ['free' => (int) $m[3]])
                + (isset($m[4]) ? ['skipSpaces' => true] : []) + $per;
        }
        if (1 === preg_match('/^'.self::AMOUNT.'$/', $text, $m)) {
            return [] === $per ? self::plain($m[1]) : ['how' => 'fixed', 'amount' => self::plain($m[1])] + $per;
        }

        return null;
    }

    /**
     * @param array<array-key, mixed> $charge
     *
     * @return string|null null where it cannot be said so
     */
    public static function write(array $charge): ?string
    {
        $amount = self::text($charge['amount'] ?? '0');
        $per = 'line' === ($charge['per'] ?? null) ? ', once a line' : '';
        $free = self::text($charge['free'] ?? 0);

        return match ($charge['how'] ?? null) {
            'fixed' => $amount.$per,
            'percent' => self::text($charge['rate'] ?? '0').'%'.('running' === ($charge['of'] ?? null) ? ' of running' : '').$per,
            'per-character', 'per-file', 'per-pick' => sprintf('%s a %s%s%s%s', $amount, substr(self::text($charge['how']), 4), '0' === $free ? '' : ' after '.$free, true === ($charge['skipSpaces'] ?? null) ? ', blanks free' : '', $per),
            'replace' => 'sets '.$amount,
            'formula' => '= '.self::text($charge['expr'] ?? '').$per,
            default => null,
        };
    }

    private static function text(mixed $value): string
    {
        return is_scalar($value) ? (string) $value : '';
    }

    private static function plain(string $amount): string
    {
        return ltrim($amount, '+');
    }
}
