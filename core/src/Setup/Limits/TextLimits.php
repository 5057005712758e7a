<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Limits;

use Ithrel\Core\Pattern\HtmlPattern;

/**
 * Length (counted by the measure), lines and characters of a text.
 */
final readonly class TextLimits
{
    /**
     * @param 'utf16'|'codepoints'|'graphemes'|'bytes' $measure
     * @param 'any'|'no-emoji'|'letters'|'digits'|'letters-digits'|'basic-latin' $allow
     */
    public function __construct(
        public ?int $min = null,
        public ?int $max = null,
        public string $measure = 'utf16',
        public ?int $maxLines = null,
        public string $allow = 'any',
        public ?HtmlPattern $pattern = null,
    ) {}
}
