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

    /** Names that are told where one was expected. */
    private const MOST_TOLD = 8;

    private int $at = 0;

    private function __construct(private readonly Setup $setup, private readonly string $words) {}

    /**
     * @return array<string, mixed> a condition of the document
     *
     * @throws UnreadableDocument with what was expected, and where in the sentence
     */
    public static function read(Setup $setup, string $words): array
    {
        $self = new self($setup, trim((string) preg_replace('/\s+/u', ' ', $words)));
        $condition = $self->any();
        if ($self->at < strlen($self->words)) {
            throw $self->expected('and, or, or the end of the sentence');
        }

        return $condition;
    }

    /**
     * @return array<string, mixed>
     */
    private function any(): array
    {
        $parts = [$this->all()];
        while ($this->takes('or')) {
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
        while ($this->takes('and')) {
            $parts[] = $this->part();
        }

        return 1 === count($parts) ? $parts[0] : ['all' => $parts];
    }

    /**
     * @return array<string, mixed>
     */
    private function part(): array
    {
        if ($this->takes('not')) {
            return ['not' => $this->part()];
        }
        if ($this->takesSign('(')) {
            $inner = $this->any();
            if (!$this->takesSign(')')) {
                throw $this->expected('a closing bracket');
            }

            return $inner;
        }
        $option = $this->option();
        if (null !== $option) {
            return $this->test($option);
        }
        if ($this->takes('always')) {
            return ['all' => []];
        }
        if ($this->takes('never')) {
            return ['any' => []];
        }
        if ($this->takes('quantity is')) {
            return ['quantity' => $this->count()];
        }
        $here = $this->at;
        if (1 === preg_match('/\G(?:at least|at most|exactly|\d)/iu', $this->words, $m, 0, $this->at)) {
            $count = $this->count();
            if ($this->takes('pieces are bought')) {
                return ['quantity' => $count];
            }
            $this->at = $here;
        }
        throw $this->expected(
            'the name of an option (' .
                $this->told(array_map(static fn(Option $o): string => $o->name(), $this->setup->options)) .
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
            if ($this->takes($words)) {
                return $test + ['filled' => $filled];
            }
        }
        if (Kind::Flag === $option->kind) {
            foreach (['is yes' => true, 'is not yes' => false, 'is no' => false] as $words => $is) {
                if ($this->takes($words)) {
                    return $test + ['is' => $is];
                }
            }
            throw $this->expected('"is yes", "is not yes", "is answered" or "has no answer"');
        }
        if (!$option->kind->isChoice()) {
            return $this->compared($option, $test);
        }
        if (Kind::Several === $option->kind && $this->takes('has')) {
            $here = $this->at;
            if (1 === preg_match('/\G(?:at least|at most|exactly|\d)/iu', $this->words, $m, 0, $this->at)) {
                $count = $this->count();
                if (!$this->takes('picked') && !$this->takes('picks') && !$this->takes('pick')) {
                    throw $this->expected('"picked"');
                }

                return $test + ['picks' => $count];
            }
            $this->at = $here;

            return $test + ['is' => $this->values($option)];
        }
        if ($this->takes('is not')) {
            return ['not' => $test + ['is' => $this->values($option)]];
        }
        if ($this->takes('is')) {
            return $test + ['is' => $this->values($option)];
        }
        throw $this->expected('"is" with a value, "is answered" or "has no answer"');
    }

    /**
     * @param array<string, mixed> $test
     *
     * @return array<string, mixed>
     */
    private function compared(Option $option, array $test): array
    {
        if (Kind::Number !== $option->kind && Kind::Date !== $option->kind) {
            throw $this->expected('"is answered" or "has no answer"');
        }
        if (!$this->takes('is')) {
            throw $this->expected(
                '"is at least", "is at most", "is above", "is below", "is answered" or "has no answer"',
            );
        }
        do {
            $here = $this->at;
            $key = null;
            foreach (self::BOUNDS as $words => $each) {
                if (null === $key && $this->takes($words)) {
                    $key = $each;
                }
            }
            $pattern =
                Kind::Date === $option->kind
                    ? '/\G(\d{4}-\d\d-\d\d|[+-]\d{1,5}d)(?![\w.])/'
                    : '/\G(-?\d+(?:\.\d+)?)(?!\w)/';
            if (null === $key || 1 !== preg_match($pattern, $this->words, $m, 0, $this->at)) {
                if ([] !== array_diff_key($test, ['option' => 1])) {
                    // The "and" leads on to another test.
                    $this->at = $here - strlen(' and');
                    break;
                }
                throw $this->expected(
                    Kind::Date === $option->kind
                        ? '"from", "until", "after" or "before" with a day such as 2030-01-31 or +3d'
                        : '"at least", "at most", "above" or "below" with a number',
                );
            }
            $this->at += strlen($m[1]);
            $this->skip();
            if (null !== $option->number?->unit) {
                $this->takes($option->number->unit);
            }
            $test[$key] = $m[1];
        } while ($this->takes('and'));

        return $test;
    }

    /**
     * @return array<string, int>
     */
    private function count(): array
    {
        $count = [];
        $here = $this->at;
        do {
            if (
                1 ===
                preg_match(
                    '/\G(at least|at most|exactly)? ?(\d{1,7})(?: to (\d{1,7}))?(?!\w)/iu',
                    $this->words,
                    $m,
                    0,
                    $this->at,
                )
            ) {
                $this->at += strlen($m[0]);
                $this->skip();
                $count += match (true) {
                    isset($m[3]) => ['atLeast' => (int) $m[2], 'atMost' => (int) $m[3]],
                    'at least' === strtolower($m[1]) => ['atLeast' => (int) $m[2]],
                    'at most' === strtolower($m[1]) => ['atMost' => (int) $m[2]],
                    default => ['atLeast' => (int) $m[2], 'atMost' => (int) $m[2]],
                };
                $here = $this->at;
                continue;
            }
            if ([] === $count) {
                throw $this->expected('"at least", "at most" or "exactly" with a number');
            }
            $this->at = $here;
            break;
        } while ($this->takes('and'));

        return $count;
    }

    /**
     * @return list<string> codes
     */
    private function values(Option $option): array
    {
        $codes = [];
        do {
            $here = $this->at;
            // What reads as the name of another option begins another test.
            $isTest = [] !== $codes && $this->isTest();
            $code = $isTest ? null : $this->value($option);
            if (null === $code) {
                if ([] !== $codes) {
                    $this->at = $here - strlen(' or');
                    break;
                }
                throw $this->expected(
                    sprintf(
                        'a value of %s (%s)',
                        $option->name(),
                        $this->told(
                            array_map(static fn(\Ithrel\Core\Setup\Value $v): string => $v->label, $option->values),
                        ),
                    ),
                );
            }
            $codes[] = $code;
        } while ($this->takes('or'));

        return $codes;
    }

    private function value(Option $option): ?string
    {
        $names = [];
        foreach ($option->values as $value) {
            $names[$value->label] ??= $value->code;
            $names[$value->code] ??= $value->code;
        }

        return $this->name($names);
    }

    /** Whether an option with a verb behind it begins here. */
    private function isTest(): bool
    {
        $here = $this->at;
        $option = $this->option();
        $is = null !== $option && 1 === preg_match('/\G(?:is|has)\b/iu', $this->words, $m, 0, $this->at);
        $this->at = $here;

        return $is || 1 === preg_match('/\G(?:not\b|\()/iu', $this->words, $m, 0, $here);
    }

    private function option(): ?Option
    {
        $names = [];
        foreach ($this->setup->options as $option) {
            $names[$option->name()] ??= $option->code;
            $names[$option->label] ??= $option->code;
            $names[$option->code] ??= $option->code;
        }
        $code = $this->name($names);

        return null === $code ? null : $this->setup->option($code);
    }

    /**
     * The longest name that stands here, with or without quotation marks.
     *
     * @param array<array-key, string> $names name => code
     */
    private function name(array $names): ?string
    {
        $best = null;
        $length = 0;
        foreach ($names as $name => $code) {
            $name = (string) preg_replace('/\s+/u', ' ', trim((string) $name));
            foreach ([$name, '"' . $name . '"', '“' . $name . '”'] as $written) {
                $there = substr($this->words, $this->at, strlen($written));
                $next = substr($this->words, $this->at + strlen($written), 1);
                if (
                    '' !== $name &&
                    strlen($written) > $length &&
                    mb_strtolower($there) === mb_strtolower($written) &&
                    in_array($next, ['', ' ', ')'], true)
                ) {
                    [$best, $length] = [$code, strlen($written)];
                }
            }
        }
        if (null !== $best) {
            $this->at += $length;
            $this->skip();
        }

        return $best;
    }

    private function takes(string $word): bool
    {
        if (1 !== preg_match('/\G' . preg_quote($word, '/') . '(?![\w])/iu', $this->words, $m, 0, $this->at)) {
            return false;
        }
        $this->at += strlen($m[0]);
        $this->skip();

        return true;
    }

    private function takesSign(string $sign): bool
    {
        if (substr($this->words, $this->at, 1) !== $sign) {
            return false;
        }
        ++$this->at;
        $this->skip();

        return true;
    }

    private function skip(): void
    {
        while (' ' === substr($this->words, $this->at, 1)) {
            ++$this->at;
        }
    }

    /**
     * @param list<string> $names
     */
    private function told(array $names): string
    {
        return implode(', ', array_slice($names, 0, self::MOST_TOLD)) . (count($names) > self::MOST_TOLD ? ', …' : '');
    }

    private function expected(string $what): UnreadableDocument
    {
        $before = trim(substr($this->words, 0, $this->at));
        $here = substr($this->words, $this->at);

        return UnreadableDocument::at(
            '',
            sprintf(
                '%s%s was expected%s.',
                '' === $before ? 'At the beginning ' : sprintf('After “%s” ', $before),
                $what,
                '' === $here ? '' : sprintf(', not “%s”', mb_strimwidth($here, 0, 40, '…')),
            ),
        );
    }
}
