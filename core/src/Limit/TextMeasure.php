<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit;

/**
 * How long a text is, counted as the setup says.
 *
 * utf16: code units, as the HTML standard counts maxlength. graphemes: user-perceived characters
 * (Unicode Standard Annex 29, extended grapheme clusters, as the installed ICU has them).
 */
final class TextMeasure
{
    /** Line breaks as LF, as a form sends them to be counted. */
    public static function normalize(string $text): string
    {
        return str_replace(["\r\n", "\r"], "\n", $text);
    }

    public static function isBlank(string $text): bool
    {
        return 1 === preg_match('/^[\p{White_Space}]*+$/Du', $text);
    }

    public static function withoutSpaces(string $text): string
    {
        return (string) preg_replace('/\p{White_Space}+/u', '', $text);
    }

    public static function lines(string $text): int
    {
        return substr_count(self::normalize($text), "\n") + 1;
    }

    /**
     * @param 'utf16'|'codepoints'|'graphemes'|'bytes' $measure
     */
    public static function length(string $text, string $measure): int
    {
        $text = self::normalize($text);

        return match ($measure) {
            'utf16' => intdiv(strlen(mb_convert_encoding($text, 'UTF-16LE', 'UTF-8')), 2),
            'codepoints' => mb_strlen($text, 'UTF-8'),
            'graphemes' => self::graphemes($text),
            'bytes' => strlen($text),
        };
    }

    private static function graphemes(string $text): int
    {
        $breaks = \IntlBreakIterator::createCharacterInstance('root');
        if (null === $breaks) {
            throw new \RuntimeException('The intl extension has no character break iterator.');
        }
        $breaks->setText($text);
        $count = 0;
        $breaks->first();
        while (\IntlBreakIterator::DONE !== $breaks->next()) {
            ++$count;
        }

        return $count;
    }

    /**
     * The first character that the rule does not allow, null where all are.
     *
     * @param 'any'|'no-emoji'|'letters'|'digits'|'letters-digits'|'basic-latin' $allow
     */
    public static function firstForbidden(string $text, string $allow): ?string
    {
        $forbidden = match ($allow) {
            'any' => null,
            // Characters that are shown as text by default (©, digits) are emoji only with a variation selector or
            // keycap.
            'no-emoji' => '/\p{Emoji_Presentation}|\p{Extended_Pictographic}\x{FE0F}|\x{20E3}/u',
            // A mark belongs to the letter before it, so that a decomposed accent is taken as a composed one is.
            'letters' => '/(?<![\p{L}\p{M}])\p{M}|[^\p{L}\p{M}]/u',
            'digits' => '/[^0-9]/u',
            'letters-digits' => '/(?<![\p{L}\p{M}])\p{M}|[^\p{L}\p{M}0-9]/u',
            'basic-latin' => '/[^\x{00}-\x{7F}]/u',
        };
        if (null === $forbidden) {
            return null;
        }

        return 1 === preg_match($forbidden, self::normalize($text), $m) ? $m[0] : null;
    }
}
