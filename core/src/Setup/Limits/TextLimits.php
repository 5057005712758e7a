<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Limits;

/**
 * Length (counted by the measure), lines and characters of a text.
 */
final readonly class TextLimits
{
    /**
     * @param 'utf16'|'codepoints'|'graphemes'|'bytes'                           $measure
     * @param 'any'|'no-emoji'|'letters'|'digits'|'letters-digits'|'basic-latin' $allow
     * @param string|null                                                        $pattern as the HTML pattern attribute, anchored at both ends
     */
    public function __construct(
        public ?int $min = null,
        public ?int $max = null,
        public string $measure = 'utf16',
        public ?int $maxLines = null,
        public string $allow = 'any',
        public ?string $pattern = null,
    ) {
    }
}
