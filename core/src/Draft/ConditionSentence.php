<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Setup\UnreadableDocument;

/**
 * A condition as a sentence about the shopper's names, read into what the document says: "Holder is E27 and (Width is
 * at least 40 or Gift wrap is yes)". Options and values are told by label or by code, or in quotation marks; the
 * longest name that fits is meant.
 *
 * Long, as it is one grammar, a method a production.
 */
final class ConditionSentence
{
    private const BOUNDS = [
        'at least' => 'atLeast',
        'from' => 'atLeast',
        'at most' => 'atMost',
        'until' => 'atMost',
        'above' => 'above',
        'after' => 'above',
        'below' => 'below',
        'before' => 'below',
    ];

    private function __construct(private readonly Setup $setup, private readonly SentenceWords $words) {}

    /**
     * @return array<string, mixed> a condition of the document
     *
     * @throws UnreadableDocument with what was expected, and where in the sentence
     */
    public static function read(Setup $setup, string $words): array
    {
        $self = new self($setup, new SentenceWords($words));
        $condition = $self->any();
        if (!$self->words->isOver()) {
            throw $self->words->expected('and, or, or the end of the sentence');
        }

        return $condition;
    }

    /**
     * @return array<string, mixed>
     */
    private function any(): array
    {
        $parts = [$this->all()];
        while ($this->words->takes('or')) {
            $parts[] = $this->all();
        }

        return 1 === count($parts) ? $parts[0] : ['any' => $parts];
    }

    /**
     * @return array<string, mixed>
     */
    private function all(): array
    {
        $parts = [$this->part()];
        while ($this->words->takes('and')) {
            $parts[] = $this->part();
        }

        return 1 === count($parts) ? $parts[0] : ['all' => $parts];
    }

    /**
     * @return array<string, mixed>
     */
    private function part(): array
    {
        if ($this->words->takes('not')) {
            return ['not' => $this->part()];
        }
        if ($this->words->takesSign('(')) {
            $inner = $this->any();
            if (!$this->words->takesSign(')')) {
                throw $this->words->expected('a closing bracket');
            }

            return $inner;
        }
        $option = $this->option();
        if (null !== $option) {
            return $this->test($option);
        }
        if ($this->words->takes('always')) {
            return ['all' => []];
        }
        if ($this->words->takes('never')) {
            return ['any' => []];
        }
        if ($this->words->takes('quantity is')) {
            return ['quantity' => $this->count()];
        }
        $here = $this->words->at;
        if ($this->words->fits('at least|at most|exactly|\d')) {
            $count = $this->count();
            if ($this->words->takes('pieces are bought')) {
                return ['quantity' => $count];
            }
            $this->words->at = $here;
        }
        throw $this->words->expected(
            'the name of an option (' .
                $this->words->told(array_map(static fn(Option $o): string => $o->name(), $this->setup->options)) .
                ')',
        );
    }

    /**
     * @return array<string, mixed>
     */
    private function test(Option $option): array
    {
        $test = ['option' => $option->code];
        foreach (['is answered' => true, 'is not answered' => false, 'has no answer' => false] as $words => $filled) {
            if ($this->words->takes($words)) {
                return $test + ['filled' => $filled];
            }
        }
        if (Kind::Flag === $option->kind) {
            foreach (['is yes' => true, 'is not yes' => false, 'is no' => false] as $words => $is) {
                if ($this->words->takes($words)) {
                    return $test + ['is' => $is];
                }
            }
            throw $this->words->expected('"is yes", "is not yes", "is answered" or "has no answer"');
        }
        if (!$option->kind->isChoice()) {
            return $this->compared($option, $test);
        }
        if (Kind::Several === $option->kind && $this->words->takes('has')) {
            $here = $this->words->at;
            if ($this->words->fits('at least|at most|exactly|\d')) {
                $count = $this->count();
                if (!$this->words->takes('picked') && !$this->words->takes('picks') && !$this->words->takes('pick')) {
                    throw $this->words->expected('"picked"');
                }

                return $test + ['picks' => $count];
            }
            $this->words->at = $here;

            return $test + ['is' => $this->values($option)];
        }
        if ($this->words->takes('is not')) {
            return ['not' => $test + ['is' => $this->values($option)]];
        }
        if ($this->words->takes('is')) {
            return $test + ['is' => $this->values($option)];
        }
        throw $this->words->expected('"is" with a value, "is answered" or "has no answer"');
    }

    /**
     * @param array<string, mixed> $test
     *
     * @return array<string, mixed>
     */
    private function compared(Option $option, array $test): array
    {
        if (Kind::Number !== $option->kind && Kind::Date !== $option->kind) {
            throw $this->words->expected('"is answered" or "has no answer"');
        }
        if (!$this->words->takes('is')) {
            throw $this->words->expected(
                '"is at least", "is at most", "is above", "is below", "is answered" or "has no answer"',
            );
        }
        do {
            $here = $this->words->at;
            $key = null;
            foreach (self::BOUNDS as $words => $each) {
                if (null === $key && $this->words->takes($words)) {
                    $key = $each;
                }
            }
            $pattern =
                Kind::Date === $option->kind
                    ? '/\G(\d{4}-\d\d-\d\d|[+-]\d{1,5}d)(?![\w.])/'
                    : '/\G(-?\d+(?:\.\d+)?)(?!\w)/';
            $bound = null === $key ? null : $this->words->takesPattern($pattern);
            if (null === $key || null === $bound) {
                if ([] !== array_diff_key($test, ['option' => 1])) {
                    // The "and" leads on to another test.
                    $this->words->at = $here - strlen(' and');
                    break;
                }
                throw $this->words->expected(
                    Kind::Date === $option->kind
                        ? '"from", "until", "after" or "before" with a day such as 2030-01-31 or +3d'
                        : '"at least", "at most", "above" or "below" with a number',
                );
            }
            if (null !== $option->number?->unit) {
                $this->words->takes($option->number->unit);
            }
            $test[$key] = $bound[1];
        } while ($this->words->takes('and'));

        return $test;
    }

    /**
     * @return array<string, int>
     */
    private function count(): array
    {
        $count = [];
        $here = $this->words->at;
        do {
            $m = $this->words->takesPattern('/\G(at least|at most|exactly)? ?(\d{1,7})(?: to (\d{1,7}))?(?!\w)/iu');
            if (null !== $m) {
                $count += match (true) {
                    isset($m[3]) => ['atLeast' => (int) $m[2], 'atMost' => (int) $m[3]],
                    'at least' === strtolower($m[1]) => ['atLeast' => (int) $m[2]],
                    'at most' === strtolower($m[1]) => ['atMost' => (int) $m[2]],
                    default => ['atLeast' => (int) $m[2], 'atMost' => (int) $m[2]],
                };
                $here = $this->words->at;
                continue;
            }
            if ([] === $count) {
                throw $this->words->expected('"at least", "at most" or "exactly" with a number');
            }
            $this->words->at = $here;
            break;
        } while ($this->words->takes('and'));

        return $count;
    }

    /**
     * @return list<string> codes
     */
    private function values(Option $option): array
    {
        $codes = [];
        do {
            $here = $this->words->at;
            // What reads as the name of another option begins another test.
            $isTest = [] !== $codes && $this->isTest();
            $code = $isTest ? null : $this->value($option);
            if (null === $code) {
                if ([] !== $codes) {
                    $this->words->at = $here - strlen(' or');
                    break;
                }
                throw $this->words->expected(
                    sprintf(
                        'a value of %s (%s)',
                        $option->name(),
                        $this->words->told(
                            array_map(static fn(\Ithrel\Core\Setup\Value $v): string => $v->label, $option->values),
                        ),
                    ),
                );
            }
            $codes[] = $code;
        } while ($this->words->takes('or'));

        return $codes;
    }

    private function value(Option $option): ?string
    {
        $names = [];
        foreach ($option->values as $value) {
            $names[$value->label] ??= $value->code;
            $names[$value->code] ??= $value->code;
        }

        return $this->words->name($names);
    }

    /** Whether an option with a verb behind it begins here. */
    private function isTest(): bool
    {
        $here = $this->words->at;
        $option = $this->option();
        $is = null !== $option && $this->words->fits('(?:is|has)\b');
        $this->words->at = $here;

        return $is || $this->words->fits('not\b|\(');
    }

    private function option(): ?Option
    {
        $names = [];
        foreach ($this->setup->options as $option) {
            $names[$option->name()] ??= $option->code;
            $names[$option->label] ??= $option->code;
            $names[$option->code] ??= $option->code;
        }
        $code = $this->words->name($names);

        return null === $code ? null : $this->setup->option($code);
    }
}
