<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit\Type;

use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Reading;
use Ithrel\Core\Limit\Candidates;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Limit\LimitProblem;
use Ithrel\Core\Limit\Measured;
use Ithrel\Core\Limit\TextMeasure;
use Ithrel\Core\Pattern\HtmlPattern;
use Ithrel\Core\Pattern\PatternError;
use Ithrel\Core\Pattern\PatternVerdict;

/**
 * A text of one or several lines: its length (counted by the measure), its lines and characters, its form.
 */
final readonly class TextType implements InputType
{
    /** With an accent, an ampersand, a quote where they are taken; a code of letters, of digits. */
    private const TEXTS = ['Für Ada & Léo "M"', 'Ada & Leo <3 M', 'Ada and Leo', 'AdaLeo', '20301207', 'A', '7'];

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

    public static function cells(): array
    {
        return [
            'length/min' => 'whole',
            'length/max' => 'whole',
            'length/measure' => 'text',
            'lines/max' => 'whole',
            'allow' => 'text',
            'pattern' => 'text',
            'styled' => 'list',
        ];
    }

    public static function places(): array
    {
        return [
            'length' => 'the length of %s',
            'lines' => 'the lines of %s',
            'allow' => 'the characters of %s',
            'pattern' => 'the form of %s',
        ];
    }

    public static function measured(): Measured
    {
        return Measured::Characters;
    }

    public function open(): self
    {
        return new self(measure: $this->measure);
    }

    public function parse(string $typed): Input
    {
        return Input::text($typed);
    }

    public function unreadable(): array
    {
        return ['input.characters', 'a text'];
    }

    public function problems(Input $input): array
    {
        $text = $input->text;
        $problems = [];
        $length = TextMeasure::length($text, $this->measure);
        $unit = match ($this->measure) {
            'bytes' => 'bytes',
            default => 'characters',
        };
        if (null !== $this->min && $length < $this->min) {
            $problems[] = new LimitProblem(
                'input.too-short',
                sprintf('at least %d %s are needed, %d given.', $this->min, $unit, $length),
                (string) $this->min,
                (string) $length,
            );
        }
        if (null !== $this->max && $length > $this->max) {
            $problems[] = new LimitProblem(
                'input.too-long',
                sprintf('at most %d %s are taken, %d given.', $this->max, $unit, $length),
                (string) $this->max,
                (string) $length,
            );
        }
        $lines = TextMeasure::lines($text);
        if (null !== $this->maxLines && $lines > $this->maxLines) {
            $problems[] = new LimitProblem(
                'input.lines',
                sprintf('at most %d lines are taken, %d given.', $this->maxLines, $lines),
                (string) $this->maxLines,
                (string) $lines,
            );
        }
        $forbidden = TextMeasure::firstForbidden($text, $this->allow);
        if (null !== $forbidden) {
            $problems[] = new LimitProblem(
                'input.characters',
                sprintf('"%s" is not among the characters taken (%s).', $forbidden, $this->allow),
                $this->allow,
                $forbidden,
            );
        }
        $verdict = $this->pattern?->verdict(TextMeasure::normalize($text));
        if (null !== $this->pattern && PatternVerdict::Fits !== $verdict) {
            $problems[] =
                PatternVerdict::Misses === $verdict
                    ? new LimitProblem(
                        'input.pattern',
                        'the text does not have the form asked for.',
                        $this->pattern->source,
                        mb_strimwidth($text, 0, 80, '…', 'UTF-8'),
                    )
                    : new LimitProblem(
                        'input.undecided',
                        'whether the text has the form asked for could not be decided; try it in a browser.',
                        $this->pattern->source,
                        mb_strimwidth($text, 0, 80, '…', 'UTF-8'),
                    );
        }

        return $problems;
    }

    public function ordinary(int $today): ?Input
    {
        $isPossible =
            (null === $this->max || ($this->max >= 1 && ($this->min ?? 0) <= $this->max)) &&
            (null === $this->maxLines || $this->maxLines >= 1);

        // Where no text of the pattern is found, one stands for "filled" all the same: counting asks for no more.
        return $isPossible
            ? Input::text(
                (new TextSamples($this))->shortest() ?? str_repeat('x', max(1, min(100_000, $this->min ?? 1))),
            )
            : null;
    }

    /** Beside the usual ones, such as are long enough to show when something is cut off. */
    public function samples(): array
    {
        $texts = self::TEXTS;
        $least = $this->min ?? 0;
        foreach (['Ada', '7'] as $filler) {
            $texts[] = mb_substr(str_repeat($filler, $least + 1), 0, max(1, $least));
        }
        if (null !== $this->max) {
            $texts[] = mb_substr('Für Ada & Léo', 0, max(1, $this->max));
        }

        return array_map(Input::text(...), [...$texts, ...$this->pattern?->samples() ?? []]);
    }

    public function htmlField(): array
    {
        $lengths = 'utf16' === $this->measure ? ['minlength' => $this->min, 'maxlength' => $this->max] : [];

        return $this->isTextarea()
            ? ['textarea', $lengths]
            : ['text', $lengths + ['pattern' => $this->pattern?->source]];
    }

    public function htmlFlags(string $typed): ?array
    {
        $text = TextMeasure::normalize($typed);
        $oneLine = !$this->isTextarea();
        if ($oneLine && str_contains($text, "\n")) {
            return null;
        }
        $flags = [];
        if ($oneLine && PatternVerdict::Misses === $this->pattern?->verdict($text)) {
            $flags[] = 'patternMismatch';
        }
        if ('utf16' === $this->measure) {
            $length = TextMeasure::length($text, 'utf16');
            if (null !== $this->max && $length > $this->max) {
                $flags[] = 'tooLong';
            }
            if (null !== $this->min && $length < $this->min) {
                $flags[] = 'tooShort';
            }
        }
        $isMeasuredOtherwise = 'utf16' !== $this->measure && (null !== $this->min || null !== $this->max);

        return [] === $flags && $isMeasuredOtherwise ? null : $flags;
    }

    /** The field is one of several lines where the limits let more than one through. */
    private function isTextarea(): bool
    {
        return null !== $this->maxLines && $this->maxLines > 1;
    }

    public function canBeEmpty(): bool
    {
        return true;
    }

    public function candidates(Candidates $to, int $today, array $given): void
    {
        (new TextCandidates($this, $given))->into($to);
    }

    public function whyImpossible(): string
    {
        return 'no text is short and long enough at once';
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
