<?php

declare(strict_types=1);

namespace Ithrel\Core\Price;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Formula\Evaluator;
use Ithrel\Core\Formula\Formula;
use Ithrel\Core\Formula\FormulaError;
use Ithrel\Core\Formula\Node;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Value;

/**
 * Finds answers with which a formula has no value, among what a shopper can really select: each name and each value is
 * looked at by itself, so that a fallback for one of them excuses no other.
 */
final readonly class FormulaFailures
{
    public function __construct(private Formula $formula, private FormulaWays $ways) {}

    /**
     * Answers for which it fails of itself: it divides by zero, grows too large, or takes truth for a number.
     *
     * @return array<string, array{answers: State, quantity: int}> reason of FormulaError => the first way found
     */
    public function ofItself(): array
    {
        if (!self::mayFail($this->formula->root)) {
            return [];
        }
        $found = [];
        foreach ($this->ways->all() as [$state, $quantity]) {
            $reason = $this->failure($state, $quantity)?->reason;
            if (
                null !== $reason &&
                !in_array($reason, [FormulaError::UNANSWERED, FormulaError::UNKNOWN], true) &&
                !isset($found[$reason]) &&
                $this->ways->isSelectable($state)
            ) {
                $found[$reason] = ['answers' => $state, 'quantity' => $quantity];
            }
        }

        return $found;
    }

    /** Whether it can be charged while an option that it needs has no answer. */
    public function needsAnswerOf(Option $option): bool
    {
        return $option->index !== $this->ways->of &&
            $this->meets($option, null, static fn(string $name): bool => explode('.', $name)[0] === $option->code);
    }

    /**
     * Values with which a figure is asked that they do not have.
     *
     * @return list<array{Value, string}> with the name of the figure
     */
    public function missingFigures(Option $option): array
    {
        $missing = [];
        if (!$option->kind->isPick()) {
            return [];
        }
        foreach (array_unique(array_column($this->formula->names(), 'name')) as $name) {
            [$code, $figure] = [...explode('.', $name, 2), ''];
            foreach ($code === $option->code && '' !== $figure ? $option->values : [] as $value) {
                if (
                    !isset($value->figures[$figure]) &&
                    $this->meets($option, [$value->index], static fn(string $n): bool => $n === $name)
                ) {
                    $missing[] = [$value, $figure];
                }
            }
        }

        return $missing;
    }

    /**
     * @param non-empty-list<int>|null $answer
     * @param \Closure(string): bool $isMeant whether a name that has no value is the one looked for
     */
    private function meets(Option $option, ?array $answer, \Closure $isMeant): bool
    {
        if (!isset($this->ways->asked[$option->index]) || !self::isBare($this->formula->root, $isMeant)) {
            return false;
        }
        foreach ($this->ways->with($option->index, $answer)->all() as [$state, $quantity]) {
            $failure = $this->failure($state, $quantity);
            if (
                FormulaError::UNANSWERED === $failure?->reason &&
                $isMeant($failure->name ?? '') &&
                $this->ways->isSelectable($state)
            ) {
                return true;
            }
        }

        return false;
    }

    private function failure(State $state, int $quantity): ?FormulaError
    {
        try {
            (new Evaluator($this->ways->names($state, $quantity)))->value($this->formula);
        } catch (FormulaError $error) {
            return $error;
        }

        return null;
    }

    /**
     * Whether a name stands somewhere but directly to the left of "??".
     *
     * @param \Closure(string): bool $isMeant
     */
    private static function isBare(Node $node, \Closure $isMeant): bool
    {
        if (Node::NAME === $node->op || 'f:to' === $node->op) {
            return $isMeant($node->name);
        }
        foreach ($node->parts as $i => $part) {
            $hasFallback = '??' === $node->op && 0 === $i && [] === $part->parts;
            if (!$hasFallback && self::isBare($part, $isMeant)) {
                return true;
            }
        }

        return false;
    }

    /** Whether something in it can fail though everything is answered. */
    private static function mayFail(Node $node): bool
    {
        if (
            (in_array($node->op, ['/', '%'], true) && true !== $node->parts[1]->literal?->isPositive()) ||
            in_array($node->op, ['**', '*', 'f:round'], true)
        ) {
            return true;
        }
        $truths = ['<', '<=', '>', '>=', '==', '!=', 'and', 'or', 'not', 'f:filled', '?:', '??'];
        foreach ($node->parts as $part) {
            if (in_array($part->op, $truths, true) || self::mayFail($part)) {
                return true;
            }
        }

        return in_array($node->op, $truths, true);
    }
}
