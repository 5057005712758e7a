<?php

declare(strict_types=1);

namespace Ithrel\Core\Document;

/**
 * Whether a document says days that are counted from today ("+3d"): what is worked out of it then holds for one day.
 *
 * Told from the text, as what is kept is looked for before anything is read. A string may be spelled with escapes, so
 * each that can come to such a day is decoded; one too many makes what is kept hold for a day where it could for ever,
 * none may be missed.
 */
final class RelativeDays
{
    /** What a member that is counted from today is made of, each character plain or escaped. */
    private const CANDIDATE = '/"((?:[+\-0-9d]|\\\\u00[0-9a-fA-F]{2}){3,60})"/';

    public static function areIn(string $json): bool
    {
        if (!str_contains($json, 'd"') && !str_contains($json, '\\u0064"')) {
            return false;
        }
        preg_match_all(self::CANDIDATE, $json, $found);
        foreach (array_unique($found[1]) as $text) {
            $day = json_decode('"' . $text . '"');
            if (is_string($day) && 1 === preg_match('/^[+-]\d+d$/D', $day)) {
                return true;
            }
        }

        return false;
    }
}
