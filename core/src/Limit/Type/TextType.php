<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit\Type;

use Ithrel\Core\Limit\AnswerProblem;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Limit\TextMeasure;
use Ithrel\Core\Limit\TextSamples;
use Ithrel\Core\Pattern\PatternVerdict;
use Ithrel\Core\Setup\Limits\TextLimits;
use Ithrel\Core\Setup\Option;

/**
 * A text of one or several lines.
 */
final readonly class TextType implements InputType
{
    /** With an accent, an ampersand, a quote where they are taken; a code of letters, of digits. */
    private const TEXTS = ['Für Ada & Léo "M"', 'Ada & Leo <3 M', 'Ada and Leo', 'AdaLeo', '20301207', 'A', '7'];

    public function __construct(private Option $option, private TextLimits $limits) {}

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
        $length = TextMeasure::length($text, $this->limits->measure);
        $unit = match ($this->limits->measure) {
            'bytes' => 'bytes',
            default => 'characters',
        };
        if (null !== $this->limits->min && $length < $this->limits->min) {
            $problems[] = new AnswerProblem(
                'input.too-short',
                $this->option->code,
                sprintf(
                    '%s: at least %d %s are needed, %d given.',
                    $this->option->name(),
                    $this->limits->min,
                    $unit,
                    $length,
                ),
                (string) $this->limits->min,
                (string) $length,
            );
        }
        if (null !== $this->limits->max && $length > $this->limits->max) {
            $problems[] = new AnswerProblem(
                'input.too-long',
                $this->option->code,
                sprintf(
                    '%s: at most %d %s are taken, %d given.',
                    $this->option->name(),
                    $this->limits->max,
                    $unit,
                    $length,
                ),
                (string) $this->limits->max,
                (string) $length,
            );
        }
        $lines = TextMeasure::lines($text);
        if (null !== $this->limits->maxLines && $lines > $this->limits->maxLines) {
            $problems[] = new AnswerProblem(
                'input.lines',
                $this->option->code,
                sprintf(
                    '%s: at most %d lines are taken, %d given.',
                    $this->option->name(),
                    $this->limits->maxLines,
                    $lines,
                ),
                (string) $this->limits->maxLines,
                (string) $lines,
            );
        }
        $forbidden = TextMeasure::firstForbidden($text, $this->limits->allow);
        if (null !== $forbidden) {
            $problems[] = new AnswerProblem(
                'input.characters',
                $this->option->code,
                sprintf(
                    '%s: "%s" is not among the characters taken (%s).',
                    $this->option->name(),
                    $forbidden,
                    $this->limits->allow,
                ),
                $this->limits->allow,
                $forbidden,
            );
        }
        $verdict = $this->limits->pattern?->verdict(TextMeasure::normalize($text));
        if (null !== $this->limits->pattern && PatternVerdict::Fits !== $verdict) {
            $problems[] =
                PatternVerdict::Misses === $verdict
                    ? new AnswerProblem(
                        'input.pattern',
                        $this->option->code,
                        sprintf('%s: the text does not have the form asked for.', $this->option->name()),
                        $this->limits->pattern->source,
                        mb_strimwidth($text, 0, 80, '…', 'UTF-8'),
                    )
                    : new AnswerProblem(
                        'input.undecided',
                        $this->option->code,
                        sprintf(
                            '%s: whether the text has the form asked for could not be decided; try it in a browser.',
                            $this->option->name(),
                        ),
                        $this->limits->pattern->source,
                        mb_strimwidth($text, 0, 80, '…', 'UTF-8'),
                    );
        }

        return $problems;
    }

    public function ordinary(int $today): ?Input
    {
        $isPossible =
            (null === $this->limits->max ||
                ($this->limits->max >= 1 && ($this->limits->min ?? 0) <= $this->limits->max)) &&
            (null === $this->limits->maxLines || $this->limits->maxLines >= 1);
        // Where no text of the pattern is found, one stands for "filled" all the same: counting asks for no more.
        $text = static fn(Option $option, int $least): string => (new TextSamples($option))->shortest() ??
            str_repeat('x', max(1, min(100_000, $least)));

        return $isPossible ? Input::text($text($this->option, $this->limits->min ?? 1)) : null;
    }

    /** Beside the usual ones, such as are long enough to show when something is cut off. */
    public function samples(): array
    {
        $texts = self::TEXTS;
        $least = $this->limits->min ?? 0;
        foreach (['Ada', '7'] as $filler) {
            $texts[] = mb_substr(str_repeat($filler, $least + 1), 0, max(1, $least));
        }
        if (null !== $this->limits->max) {
            $texts[] = mb_substr('Für Ada & Léo', 0, max(1, $this->limits->max));
        }

        return array_map(Input::text(...), [...$texts, ...$this->limits->pattern?->samples() ?? []]);
    }

    public function htmlField(): array
    {
        $limits = $this->limits;
        $lengths = 'utf16' === $limits->measure ? ['minlength' => $limits->min, 'maxlength' => $limits->max] : [];

        return $this->isTextarea()
            ? ['textarea', $lengths]
            : ['text', $lengths + ['pattern' => $limits->pattern?->source]];
    }

    public function htmlFlags(string $typed): ?array
    {
        $limits = $this->limits;
        $text = TextMeasure::normalize($typed);
        $oneLine = !$this->isTextarea();
        if ($oneLine && str_contains($text, "\n")) {
            return null;
        }
        $flags = [];
        if ($oneLine && PatternVerdict::Misses === $limits->pattern?->verdict($text)) {
            $flags[] = 'patternMismatch';
        }
        if ('utf16' === $limits->measure) {
            $length = TextMeasure::length($text, 'utf16');
            if (null !== $limits->max && $length > $limits->max) {
                $flags[] = 'tooLong';
            }
            if (null !== $limits->min && $length < $limits->min) {
                $flags[] = 'tooShort';
            }
        }
        $isMeasuredOtherwise = 'utf16' !== $limits->measure && (null !== $limits->min || null !== $limits->max);

        return [] === $flags && $isMeasuredOtherwise ? null : $flags;
    }

    /** The field is one of several lines where the limits let more than one through. */
    private function isTextarea(): bool
    {
        return null !== $this->limits->maxLines && $this->limits->maxLines > 1;
    }

    public function canBeEmpty(): bool
    {
        return true;
    }

    public function whyImpossible(): string
    {
        return 'no text is short and long enough at once';
    }
}
