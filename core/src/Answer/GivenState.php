<?php

declare(strict_types=1);

namespace Ithrel\Core\Answer;

use Ithrel\Core\Document\Pointer;
use Ithrel\Core\Document\Problem;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Limit\GivenFile;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Limit\TextMeasure;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * A state as it was handed in: the answers that could be understood, the quantity, and what could not.
 */
final readonly class GivenState
{
    /**
     * @param list<AnswerProblem> $problems
     */
    private function __construct(public State $state, public int $quantity, public array $problems) {}

    /**
     * @param mixed $document decoded JSON: {"pick": {…}, "quantity": 3}
     *
     * @throws UnreadableDocument where it is no state at all
     */
    public static function read(Setup $setup, mixed $document): self
    {
        if (!($document instanceof \stdClass)) {
            throw UnreadableDocument::at('', 'A JSON object with "pick" and "quantity" was expected.');
        }
        $wrong = [];
        foreach (array_keys(get_object_vars($document)) as $key) {
            if (!in_array($key, ['pick', 'quantity'], true)) {
                $wrong[] = new Problem(
                    '/' . Pointer::escape((string) $key),
                    'This key is not known here; a state has "pick" and "quantity".',
                );
            }
        }
        $pick = $document->pick ?? new \stdClass();
        if (!($pick instanceof \stdClass)) {
            throw new UnreadableDocument([...$wrong, new Problem('/pick', 'A JSON object was expected.')]);
        }
        if ([] !== $wrong) {
            throw new UnreadableDocument($wrong);
        }
        $problems = [];
        $answers = [];
        foreach (get_object_vars($pick) as $code => $given) {
            $option = $setup->option((string) $code);
            if (null === $option || Kind::Note === $option->kind) {
                $problems[] = new AnswerProblem(
                    'unknown-option',
                    (string) $code,
                    sprintf('The setup has no option "%s" that takes an answer.', $code),
                );
                continue;
            }
            $answer = self::answer($setup, $option, $given, $problems);
            if (null !== $answer && [] !== $answer) {
                $answers[$option->index] = $answer;
            }
        }
        ksort($answers);
        $quantity = $document->quantity ?? $setup->quantity->min;
        if (is_string($quantity) && 1 === preg_match('/^\d{1,15}$/D', $quantity)) {
            $quantity = (int) $quantity;
        }
        array_push($problems, ...self::quantityProblems($setup, $quantity));
        $quantity = is_int($quantity) && $quantity >= 1 ? $quantity : $setup->quantity->min;

        return new self(new State($answers), $quantity, $problems);
    }

    /** A state that is already understood. */
    public static function of(Setup $setup, State $state, int $quantity): self
    {
        return new self($state, $quantity, self::quantityProblems($setup, $quantity));
    }

    /**
     * @return list<AnswerProblem>
     */
    private static function quantityProblems(Setup $setup, mixed $quantity): array
    {
        $rule = $setup->quantity;
        if (is_int($quantity) && $quantity >= 1 && $rule->allows($quantity)) {
            return [];
        }
        $limit =
            'from ' .
            $rule->min .
            (null === $rule->max ? '' : ' to ' . $rule->max) .
            ($rule->step > 1 ? ' in steps of ' . $rule->step : '');

        return [
            new AnswerProblem(
                'quantity',
                null,
                sprintf('The quantity is not one that can be bought (%s).', $limit),
                $limit,
                is_scalar($quantity) ? (string) $quantity : null,
            ),
        ];
    }

    /**
     * @param list<AnswerProblem> $problems
     *
     * @return list<int>|Input|null
     */
    private static function answer(Setup $setup, Option $option, mixed $given, array &$problems): array|Input|null
    {
        if (Kind::Flag === $option->kind) {
            if (!is_bool($given)) {
                $problems[] = new AnswerProblem(
                    'unknown-value',
                    $option->code,
                    sprintf('%s is answered by true or false.', $option->name()),
                );
            }

            return true === $given ? [0] : null;
        }
        if ($option->kind->isChoice()) {
            $positions = [];
            foreach (is_array($given) && Kind::Several === $option->kind ? $given : [$given] as $code) {
                $value = is_string($code) || is_int($code) ? $option->value((string) $code) : null;
                if (null === $value) {
                    $problems[] = new AnswerProblem(
                        'unknown-value',
                        $option->code,
                        sprintf(
                            '%s has no value %s.',
                            $option->name(),
                            is_scalar($code) ? '"' . $code . '"' : 'of this form',
                        ),
                        null,
                        is_scalar($code) ? (string) $code : null,
                    );
                } else {
                    $positions[$value->index] = $value->index;
                }
            }
            ksort($positions);

            return array_values($positions);
        }
        if (Kind::File === $option->kind) {
            return self::files($option, $given, $problems);
        }
        $typed = is_string($given) || is_int($given) ? (string) $given : null;
        $check = new InputCheck();
        $input = null === $typed ? null : $check->parse($option, $typed);
        if (null === $input && (null === $typed || !TextMeasure::isBlank($typed))) {
            [$code, $expected] = $option->type?->unreadable() ?? ['input.characters', 'a text'];
            $problems[] = new AnswerProblem(
                $code,
                $option->code,
                sprintf('%s: %s was expected.', $option->name(), $expected),
                null,
                $typed,
            );
        }

        return $input;
    }

    /**
     * @param list<AnswerProblem> $problems
     */
    private static function files(Option $option, mixed $given, array &$problems): ?Input
    {
        $files = [];
        foreach (is_array($given) ? $given : [$given] as $file) {
            if (is_string($file) && '' !== $file) {
                $files[] = new GivenFile($file);
            } elseif ($file instanceof \stdClass && is_string($file->name ?? null) && '' !== $file->name) {
                $whole = static fn(mixed $x): ?int => is_int($x) ? $x : null;
                $type = $file->type ?? null;
                $files[] = new GivenFile(
                    $file->name,
                    is_string($type) ? $type : null,
                    $whole($file->bytes ?? null),
                    $whole($file->width ?? null),
                    $whole($file->height ?? null),
                );
            } else {
                $problems[] = new AnswerProblem(
                    'unknown-value',
                    $option->code,
                    sprintf('%s: a file is given by its name, or as an object with a name.', $option->name()),
                );
            }
        }

        return [] === $files ? null : Input::files($files);
    }
}
