<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit;

use Brick\Math\BigDecimal;
use Ithrel\Core\Pattern\PatternVerdict;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Limits\ColourLimits;
use Ithrel\Core\Setup\Limits\DateLimits;
use Ithrel\Core\Setup\Limits\FileLimits;
use Ithrel\Core\Setup\Limits\NumberLimits;
use Ithrel\Core\Setup\Limits\TextLimits;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Today;

/**
 * Holds an input against the limits of its option.
 */
final readonly class InputCheck
{
    /** What was typed as an input; null where it is blank, or no number, date or colour. */
    public function parse(Option $option, string $typed): ?Input
    {
        if (TextMeasure::isBlank($typed)) {
            return null;
        }
        if (Kind::Text === $option->kind) {
            return Input::text($typed);
        }
        if (Kind::Colour === $option->kind) {
            $colour = ColourLimits::parse($typed);

            return null === $colour ? null : Input::text($colour);
        }
        if (Kind::Number === $option->kind) {
            $typed = trim($typed);

            return 1 === preg_match('/^-?[0-9]{1,60}(\.[0-9]{1,60})?$/D', $typed)
                ? Input::number(BigDecimal::of($typed), $typed)
                : null;
        }
        $day = Kind::Date === $option->kind ? Today::dayOf(trim($typed)) : null;

        return null === $day ? null : Input::day($day);
    }

    /**
     * @return list<AnswerProblem>
     */
    public function problems(Option $option, Input $input): array
    {
        return match (true) {
            null !== $option->text => $this->text($option, $option->text, $input->text),
            null !== $option->number && null !== $input->number => $this->number(
                $option,
                $option->number,
                $input->number,
            ),
            null !== $option->date && null !== $input->number => $this->date(
                $option,
                $option->date,
                $input->number->toInt(),
            ),
            null !== $option->file => $this->files($option, $option->file, $input),
            null !== $option->colour => $this->colour($option, $option->colour, $input->text),
            default => [],
        };
    }

    /**
     * @return list<AnswerProblem>
     */
    private function text(Option $option, TextLimits $limits, string $text): array
    {
        $problems = [];
        $length = TextMeasure::length($text, $limits->measure);
        $unit = match ($limits->measure) {
            'bytes' => 'bytes',
            default => 'characters',
        };
        if (null !== $limits->min && $length < $limits->min) {
            $problems[] = new AnswerProblem(
                'input.too-short',
                $option->code,
                sprintf('%s: at least %d %s are needed, %d given.', $option->name(), $limits->min, $unit, $length),
                (string) $limits->min,
                (string) $length,
            );
        }
        if (null !== $limits->max && $length > $limits->max) {
            $problems[] = new AnswerProblem(
                'input.too-long',
                $option->code,
                sprintf('%s: at most %d %s are taken, %d given.', $option->name(), $limits->max, $unit, $length),
                (string) $limits->max,
                (string) $length,
            );
        }
        $lines = TextMeasure::lines($text);
        if (null !== $limits->maxLines && $lines > $limits->maxLines) {
            $problems[] = new AnswerProblem(
                'input.lines',
                $option->code,
                sprintf('%s: at most %d lines are taken, %d given.', $option->name(), $limits->maxLines, $lines),
                (string) $limits->maxLines,
                (string) $lines,
            );
        }
        $forbidden = TextMeasure::firstForbidden($text, $limits->allow);
        if (null !== $forbidden) {
            $problems[] = new AnswerProblem(
                'input.characters',
                $option->code,
                sprintf(
                    '%s: "%s" is not among the characters taken (%s).',
                    $option->name(),
                    $forbidden,
                    $limits->allow,
                ),
                $limits->allow,
                $forbidden,
            );
        }
        $verdict = $limits->pattern?->verdict(TextMeasure::normalize($text));
        if (null !== $limits->pattern && PatternVerdict::Fits !== $verdict) {
            $problems[] =
                PatternVerdict::Misses === $verdict
                    ? new AnswerProblem(
                        'input.pattern',
                        $option->code,
                        sprintf('%s: the text does not have the form asked for.', $option->name()),
                        $limits->pattern->source,
                        mb_strimwidth($text, 0, 80, '…', 'UTF-8'),
                    )
                    : new AnswerProblem(
                        'input.undecided',
                        $option->code,
                        sprintf(
                            '%s: whether the text has the form asked for could not be decided; try it in a browser.',
                            $option->name(),
                        ),
                        $limits->pattern->source,
                        mb_strimwidth($text, 0, 80, '…', 'UTF-8'),
                    );
        }

        return $problems;
    }

    /**
     * @return list<AnswerProblem>
     */
    private function number(Option $option, NumberLimits $limits, BigDecimal $number): array
    {
        $problems = [];
        $found = (string) $number;
        if (null !== $limits->min && $number->isLessThan($limits->min)) {
            $problems[] = new AnswerProblem(
                'input.below',
                $option->code,
                sprintf('%s: %s is below the least, %s.', $option->name(), $found, $limits->min),
                (string) $limits->min,
                $found,
            );
        }
        if (null !== $limits->max && $number->isGreaterThan($limits->max)) {
            $problems[] = new AnswerProblem(
                'input.above',
                $option->code,
                sprintf('%s: %s is above the most, %s.', $option->name(), $found, $limits->max),
                (string) $limits->max,
                $found,
            );
        }
        if (null !== $limits->step) {
            $base = $limits->min ?? BigDecimal::zero();
            if (!$number->minus($base)->remainder($limits->step)->isZero()) {
                $problems[] = new AnswerProblem(
                    'input.step',
                    $option->code,
                    sprintf('%s: %s is no step of %s counted from %s.', $option->name(), $found, $limits->step, $base),
                    (string) $limits->step,
                    $found,
                );
            }
        }
        $places = max(0, $number->strippedOfTrailingZeros()->getScale());
        if (null !== $limits->decimals && $places > $limits->decimals) {
            $problems[] = new AnswerProblem(
                'input.decimals',
                $option->code,
                sprintf('%s: at most %d decimals are taken, %d given.', $option->name(), $limits->decimals, $places),
                (string) $limits->decimals,
                (string) $places,
            );
        }

        return $problems;
    }

    /**
     * @return list<AnswerProblem>
     */
    private function date(Option $option, DateLimits $limits, int $day): array
    {
        $problems = [];
        $found = Today::isoOf($day);
        if (null !== $limits->earliest && $day < $limits->earliest) {
            $problems[] = new AnswerProblem(
                'input.below',
                $option->code,
                sprintf(
                    '%s: %s is before the first day, %s.',
                    $option->name(),
                    $found,
                    Today::isoOf($limits->earliest),
                ),
                Today::isoOf($limits->earliest),
                $found,
            );
        }
        if (null !== $limits->latest && $day > $limits->latest) {
            $problems[] = new AnswerProblem(
                'input.above',
                $option->code,
                sprintf('%s: %s is after the last day, %s.', $option->name(), $found, Today::isoOf($limits->latest)),
                Today::isoOf($limits->latest),
                $found,
            );
        }
        if ($limits->isClosed($day)) {
            $problems[] = new AnswerProblem(
                'input.day',
                $option->code,
                sprintf('%s: %s is not a day on offer.', $option->name(), $found),
                null,
                $found,
            );
        }

        return $problems;
    }

    /**
     * @return list<AnswerProblem>
     */
    private function files(Option $option, FileLimits $limits, Input $input): array
    {
        $problems = [];
        $count = count($input->files);
        if (null !== $limits->minFiles && $count < $limits->minFiles) {
            $problems[] = new AnswerProblem(
                'input.file-count',
                $option->code,
                sprintf('%s: at least %d files are needed, %d given.', $option->name(), $limits->minFiles, $count),
                (string) $limits->minFiles,
                (string) $count,
            );
        }
        if (null !== $limits->maxFiles && $count > $limits->maxFiles) {
            $problems[] = new AnswerProblem(
                'input.file-count',
                $option->code,
                sprintf('%s: at most %d files are taken, %d given.', $option->name(), $limits->maxFiles, $count),
                (string) $limits->maxFiles,
                (string) $count,
            );
        }
        foreach ($input->files as $file) {
            if (null !== $limits->types && null !== $file->type && !self::typeFits($file->type, $limits->types)) {
                $problems[] = new AnswerProblem(
                    'input.file-type',
                    $option->code,
                    sprintf('%s: %s is of the kind %s, which is not taken.', $option->name(), $file->name, $file->type),
                    implode(', ', $limits->types),
                    $file->type,
                );
            }
            if (null !== $limits->maxBytes && null !== $file->bytes && $file->bytes > $limits->maxBytes) {
                $problems[] = new AnswerProblem(
                    'input.file-size',
                    $option->code,
                    sprintf(
                        '%s: %s has %d bytes, more than the %d taken.',
                        $option->name(),
                        $file->name,
                        $file->bytes,
                        $limits->maxBytes,
                    ),
                    (string) $limits->maxBytes,
                    (string) $file->bytes,
                );
            }
            foreach (
                [['wide', $limits->minWidth, $file->width], ['high', $limits->minHeight, $file->height]]
                as [$word, $least, $found]
            ) {
                if (null !== $least && null !== $found && $found < $least) {
                    $problems[] = new AnswerProblem(
                        'input.pixels',
                        $option->code,
                        sprintf(
                            '%s: %s is %d pixels %s; at least %d are needed.',
                            $option->name(),
                            $file->name,
                            $found,
                            $word,
                            $least,
                        ),
                        (string) $least,
                        (string) $found,
                    );
                }
            }
        }

        return $problems;
    }

    /**
     * @return list<AnswerProblem>
     */
    private function colour(Option $option, ColourLimits $limits, string $colour): array
    {
        return $limits->takes($colour)
            ? []
            : [
                new AnswerProblem(
                    'input.colour',
                    $option->code,
                    sprintf('%s: %s is not among the colours taken.', $option->name(), $colour),
                    implode(', ', $limits->colours ?? []),
                    $colour,
                ),
            ];
    }

    /**
     * @param list<string> $types "image/*" stands for every image
     */
    private static function typeFits(string $type, array $types): bool
    {
        $type = strtolower(trim(explode(';', $type)[0]));
        foreach ($types as $taken) {
            $taken = strtolower($taken);
            if (
                '*/*' === $taken ||
                $taken === $type ||
                (str_ends_with($taken, '/*') && str_starts_with($type, substr($taken, 0, -1)))
            ) {
                return true;
            }
        }

        return false;
    }
}
