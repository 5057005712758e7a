<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

/**
 * Amounts of charges, and price levels in their place, in a document ("1.50", "level:trade"), in short writing ("1.50",
 * "level trade") and as they are said ("+1.50", "the price level “trade”").
 */
final class AmountWords
{
    /** Patterns of short writing. */
    public const NUMBER = '[+-]?\d+(?:\.\d+)?';
    public const LEVEL = 'level [a-z][a-z0-9_]*';
    public const AMOUNT = '(' . self::NUMBER . '|' . self::LEVEL . ')';

    private const IN_DOCUMENT = 'level:';
    private const IN_WRITING = 'level ';

    /** The code of the price level that stands in the place of an amount; null where it is an amount. */
    public static function level(string $amount): ?string
    {
        return str_starts_with($amount, self::IN_DOCUMENT) ? substr($amount, strlen(self::IN_DOCUMENT)) : null;
    }

    public static function written(string $amount): string
    {
        $level = self::level($amount);

        return null === $level ? $amount : self::IN_WRITING . $level;
    }

    /** As it stands in a document. */
    public static function read(string $written): string
    {
        return str_starts_with(strtolower($written), self::IN_WRITING)
            ? self::IN_DOCUMENT . substr($written, strlen(self::IN_WRITING))
            : ltrim($written, '+');
    }

    /** With a sign before it. */
    public static function said(string $amount): string
    {
        return self::saidLevel($amount) ?? (str_starts_with($amount, '-') ? '−' . substr($amount, 1) : '+' . $amount);
    }

    public static function saidLevel(string $amount): ?string
    {
        $level = self::level($amount);

        return null === $level ? null : sprintf('the price level “%s”', $level);
    }
}
