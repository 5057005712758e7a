<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Limits;

use Ithrel\Core\Pattern\HtmlPattern;
use Ithrel\Core\Pattern\PatternError;
use Ithrel\Core\Setup\Place;
use Ithrel\Core\Setup\Reading\Reading;

/**
 * Length (counted by the measure), lines and characters of a text.
 */
final readonly class TextLimits implements Limits
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

    public static function read(Place $option, Reading $reading): self
    {
        $length = $option->object('length');

        return new self(
            $length->whole('min'),
            $length->whole('max'),
            self::measure($length),
            $option->object('lines')->whole('max'),
            self::allow($option),
            self::pattern($option, $reading),
        );
    }

    public static function default(Place $option, Reading $reading): ?string
    {
        return $option->has('default') ? $option->text('default') : null;
    }

    public function open(): self
    {
        return new self(measure: $this->measure);
    }

    private static function pattern(Place $option, Reading $reading): ?HtmlPattern
    {
        try {
            return $option->has('pattern') ? HtmlPattern::parse($option->text('pattern')) : null;
        } catch (PatternError $e) {
            $reading->problem(
                $option->at('pattern'),
                sprintf('This is not a pattern that HTML takes: %s.', $e->getMessage()),
            );

            return null;
        }
    }

    /**
     * @return 'utf16'|'codepoints'|'graphemes'|'bytes'
     */
    private static function measure(Place $length): string
    {
        $measure = $length->text('measure', 'utf16');

        return 'codepoints' === $measure || 'graphemes' === $measure || 'bytes' === $measure ? $measure : 'utf16';
    }

    /**
     * @return 'any'|'no-emoji'|'letters'|'digits'|'letters-digits'|'basic-latin'
     */
    private static function allow(Place $option): string
    {
        $allow = $option->text('allow', 'any');

        return in_array($allow, ['no-emoji', 'letters', 'digits', 'letters-digits', 'basic-latin'], true)
            ? $allow
            : 'any';
    }
}
