<?php

declare(strict_types=1);

namespace Ithrel\Core\Table;

/**
 * Yes and no as people write them into cells: one list for every table and sheet. "Not" before a word turns it. What
 * holds more than its word is a remark, and means neither.
 */
final class YesNo
{
    private const YES = [
        'yes',
        'y',
        'true',
        'on',
        'ok',
        'taken',
        'accepted',
        'added',
        'offered',
        'available',
        'shown',
        'required',
        'in stock',
        'allowed',
    ];
    private const NO = [
        'no',
        'n',
        'false',
        'off',
        'refused',
        'rejected',
        'hidden',
        'unavailable',
        'missing',
        'sold out',
        'out of stock',
        'optional',
        'none',
    ];

    /** In a column of ticks. */
    private const TICKS = [
        '✓' => true,
        '✔' => true,
        '☑' => true,
        'x' => true,
        '1' => true,
        '✗' => false,
        '✘' => false,
        '☐' => false,
        '0' => false,
        '' => false,
        '-' => false,
        '–' => false,
    ];

    /**
     * @param bool $hasTicks whether the column is one of ticks, in which an empty cell means no
     *
     * @return bool|null null: neither
     */
    public static function of(string $cell, bool $hasTicks = false): ?bool
    {
        $word = mb_strtolower(trim((string) preg_replace('/[\s_]+/u', ' ', $cell)));
        $word = rtrim($word, '.!');
        if ($hasTicks && array_key_exists($word, self::TICKS)) {
            return self::TICKS[$word];
        }
        if (in_array($word, ['✓', '✔', '☑'], true)) {
            return true;
        }
        if (in_array($word, ['✗', '✘'], true)) {
            return false;
        }
        $isTurned = str_starts_with($word, 'not ') || str_starts_with($word, 'non-');
        $plain = $isTurned ? ltrim(substr($word, 4)) : $word;
        $is = match (true) {
            in_array($plain, self::YES, true) => true,
            in_array($plain, self::NO, true) => false,
            default => null,
        };

        return null === $is ? null : $is !== $isTurned;
    }
}
