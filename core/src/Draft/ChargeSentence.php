<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Document\Place;
use Ithrel\Core\Setup\Charge\AmountWords;
use Ithrel\Core\Setup\Reading\ChargeReader;

/**
 * Charges in short writing, as their kinds have it: "5.00", "10%", "10% of running", "0.50 a character after 10", "3 a
 * file", "2 a pick after 1", "sets 80", "= width * 2, at least 9, at most 50", "from 1: 0; from 10: -1.50; from 50:
 * -5%", with ", once a line" behind those that can be; a price level stands for an amount: "level trade", "10% of level
 * list". And as one says them: "+5.00", "+10% of the base".
 */
final class ChargeSentence
{
    private const PER_LINE = ', once a line';

    /**
     * @return string|array<string, mixed>|null a charge as it stands in a document; null where it is none
     */
    public static function read(string $words): string|array|null
    {
        $text = trim($words);
        $perLine = 1 === preg_match('/,?\s*once a line$/iD', $text, $m, PREG_OFFSET_CAPTURE);
        $text = $perLine ? trim(substr($text, 0, $m[0][1])) : $text;
        foreach (ChargeReader::KINDS as $kind) {
            $charge = $kind::fromWords($text);
            if (null !== $charge) {
                return match (true) {
                    !$perLine => $charge,
                    !$kind::MAY_BE_PER_LINE => null,
                    is_string($charge) => ['how' => 'fixed', 'amount' => $charge, 'per' => 'line'],
                    default => $charge + ['per' => 'line'],
                };
            }
        }

        return null;
    }

    /**
     * @return string|null null where it cannot be written so without losing something
     */
    public static function write(Place|string|int $charge): ?string
    {
        if (!($charge instanceof Place)) {
            return (string) $charge;
        }
        $kind = ChargeReader::kind($charge->text('how'));

        return null === $kind || [] !== array_diff($charge->keys(), ['how', 'per', ...$kind::KEYS])
            ? null
            : $kind::written($charge) . self::often($charge);
    }

    public static function say(Place|string|int $charge): string
    {
        if (!($charge instanceof Place)) {
            return AmountWords::said((string) $charge);
        }
        $kind = ChargeReader::kind($charge->text('how'));

        return null === $kind ? 'a charge that does not say how' : $kind::said($charge) . self::often($charge);
    }

    private static function often(Place $charge): string
    {
        return 'line' === $charge->text('per') ? self::PER_LINE : '';
    }
}
