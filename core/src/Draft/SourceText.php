<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

/**
 * The text of a file, whatever encoding it came in.
 */
final class SourceText
{
    /** Bytes of a source at most. */
    public const MOST_BYTES = 32_000_000;

    /**
     * As UTF-8: by its byte order mark, by what it says of itself, as UTF-8 where it is that, else as Western European.
     */
    public static function utf8(string $bytes): string
    {
        foreach (
            ["\xEF\xBB\xBF" => 'UTF-8', "\xFF\xFE" => 'UTF-16LE', "\xFE\xFF" => 'UTF-16BE']
            as $mark => $encoding
        ) {
            if (str_starts_with($bytes, $mark)) {
                return self::converted(substr($bytes, strlen($mark)), $encoding);
            }
        }
        $named =
            1 ===
            preg_match(
                '/<meta\b[^>]{0,300}?charset\s*=\s*["\']?\s*([A-Za-z0-9_\-]{2,40})/i',
                substr($bytes, 0, 4096),
                $m,
            )
                ? $m[1]
                : null;
        if (mb_check_encoding($bytes, 'UTF-8')) {
            return $bytes;
        }

        return self::converted($bytes, $named ?? 'Windows-1252');
    }

    public static function isPage(string $text): bool
    {
        return 1 ===
            preg_match(
                '/^\s*(?:<!--.*?-->\s*)*<(?:!doctype|html|head|body|form|div|main|section|article|\?xml|script|meta|title|h[1-6]|label|select|input|fieldset|p|span|header|link|style)\b/is',
                substr($text, 0, 20_000),
            );
    }

    private static function converted(string $bytes, string $encoding): string
    {
        $text = @iconv($encoding, 'UTF-8//IGNORE', $bytes);

        return false === $text ? (string) iconv('Windows-1252', 'UTF-8//IGNORE', $bytes) : $text;
    }
}
