<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

/**
 * A charge in short writing: "5.00", "10%", "10% of running", "0.50 a character after 10", "3 a file", "2 a pick after
 * 1", "sets 80", "= width * 2, at least 9, at most 50", "from 1: 0; from 10: -1.50; from 50: -5%", each with ", once a
 * line" behind it; a price level stands for an amount: "level trade", "10% of level list". The Outline writes and reads
 * the same; the cases that both are held to stand in docs/charge-sentences.json.
 */
final class ChargeSentence
{
    private const NUMBER = '[+-]?\d+(?:\.\d+)?';
    private const AMOUNT = '(' . self::NUMBER . '|level [a-z][a-z0-9_]*)';

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
        if (
            1 ===
            preg_match(
                '/^=\s*(.+?)(?:, at least (' . self::NUMBER . '))?(?:, at most (' . self::NUMBER . '))?$/sD',
                $text,
                $m,
            )
        ) {
            return ['how' => 'formula', 'expr' => $m[1]] +
                ('' === ($m[2] ?? '') ? [] : ['min' => self::plain($m[2])]) +
                ('' === ($m[3] ?? '') ? [] : ['max' => self::plain($m[3])]) +
                $per;
        }
        if (1 === preg_match('/^from \d+:/i', $text)) {
            $steps = array_map(self::step(...), explode(';', $text));

            return [] !== $per || in_array(null, $steps, true) ? null : ['how' => 'tiers', 'steps' => $steps];
        }
        if (1 === preg_match('/^sets ' . self::AMOUNT . '$/i', $text, $m)) {
            return ['how' => 'replace', 'amount' => self::plain($m[1])];
        }
        if (
            1 ===
            preg_match(
                '/^(' .
                    self::NUMBER .
                    ')\s*%(?: of (base|running|the base|the running total|level [a-z][a-z0-9_]*))?$/iD',
                $text,
                $m,
            )
        ) {
            $of = strtolower($m[2] ?? '');

            return ['how' => 'percent', 'rate' => self::plain($m[1])] +
                (str_contains($of, 'running')
                    ? ['of' => 'running']
                    : (str_starts_with($of, 'level ')
                        ? ['of' => self::plain($of)]
                        : [])) +
                $per;
        }
        if (
            1 ===
            preg_match(
                '/^' . self::AMOUNT . ' (?:a|per) (character|file|pick)(?: after (\d+))?(, blanks free)?$/i',
                $text,
                $m,
            )
        ) {
            return ['how' => 'per-' . strtolower($m[2]), 'amount' => self::plain($m[1])] +
                ('' === ($m[3] ?? '') ? [] : ['free' => (int) $m[3]]) +
                (isset($m[4]) ? ['skipSpaces' => true] : []) +
                $per;
        }
        if (1 === preg_match('/^' . self::AMOUNT . '$/', $text, $m)) {
            $amount = self::plain($m[1]);

            return [] === $per && !str_starts_with($amount, 'level:')
                ? $amount
                : ['how' => 'fixed', 'amount' => $amount] + $per;
        }

        return null;
    }

    /**
     * @return array<string, mixed>|null
     */
    private static function step(string $words): ?array
    {
        if (1 !== preg_match('/^\s*from (\d+):\s*(' . self::NUMBER . ')\s*(%?)\s*$/iD', $words, $m)) {
            return null;
        }

        return ['from' => (int) $m[1], '%' === $m[3] ? 'rate' : 'amount' => self::plain($m[2])];
    }

    /**
     * @param array<array-key, mixed> $charge
     *
     * @return string|null null where it cannot be said so
     */
    public static function write(array $charge): ?string
    {
        $amount = self::level(self::text($charge['amount'] ?? '0'));
        $per = 'line' === ($charge['per'] ?? null) ? ', once a line' : '';
        $free = self::text($charge['free'] ?? 0);

        return match ($charge['how'] ?? null) {
            'fixed' => $amount . $per,
            'percent' => self::text($charge['rate'] ?? '0') .
                '%' .
                match (($of = self::text($charge['of'] ?? 'base'))) {
                    'base' => '',
                    default => ' of ' . self::level($of),
                } .
                $per,
            'per-character', 'per-file', 'per-pick' => sprintf(
                '%s a %s%s%s%s',
                $amount,
                substr(self::text($charge['how']), 4),
                '0' === $free ? '' : ' after ' . $free,
                true === ($charge['skipSpaces'] ?? null) ? ', blanks free' : '',
                $per,
            ),
            'replace' => 'sets ' . $amount,
            'formula' => '= ' .
                self::text($charge['expr'] ?? '') .
                (isset($charge['min']) ? ', at least ' . self::text($charge['min']) : '') .
                (isset($charge['max']) ? ', at most ' . self::text($charge['max']) : '') .
                $per,
            'tiers' => implode(
                '; ',
                array_map(
                    static fn(mixed $step): string => is_array($step)
                        ? sprintf(
                            'from %s: %s',
                            self::text($step['from'] ?? 1),
                            isset($step['rate']) ? self::text($step['rate']) . '%' : self::text($step['amount'] ?? '0'),
                        )
                        : '',
                    (array) ($charge['steps'] ?? []),
                ),
            ),
            default => null,
        };
    }

    private static function text(mixed $value): string
    {
        return is_scalar($value) ? (string) $value : '';
    }

    private static function level(string $amount): string
    {
        return str_starts_with($amount, 'level:') ? 'level ' . substr($amount, 6) : $amount;
    }

    private static function plain(string $amount): string
    {
        return ltrim(str_starts_with(strtolower($amount), 'level ') ? 'level:' . substr($amount, 6) : $amount, '+');
    }
}
