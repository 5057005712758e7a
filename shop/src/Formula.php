<?php

declare(strict_types=1);

namespace Ithrel\Shop;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;

/**
 * Works out a formula while reading it, with a stack of binding strengths. Truth is kept apart from numbers by type.
 */
final class Formula
{
    private const STRENGTH = [
        '?' => 1,
        '??' => 2,
        'or' => 3,
        'and' => 4,
        '<' => 6,
        '<=' => 6,
        '>' => 6,
        '>=' => 6,
        '==' => 6,
        '!=' => 6,
        '+' => 7,
        '-' => 7,
        '*' => 8,
        '/' => 8,
        '%' => 8,
        '**' => 10,
    ];

    /** Millimetres in a unit; 1 in = 25.4 mm (international yard and pound agreement of 1959). */
    private const LENGTHS = [
        'mm' => '1',
        'cm' => '10',
        'm' => '1000',
        'in' => '25.4',
        'ft' => '304.8',
        'yd' => '914.4',
    ];

    /** Digits of any number on the way, and its decimal places. */
    private const MOST_DIGITS = 1_000;

    /** @var list<string> */
    private array $tokens = [];
    private int $at = 0;

    /** Whether what is read now counts; a branch that is not taken is read all the same. */
    private bool $counts = true;

    /**
     * @param \Closure(string): ?BigDecimal $name value of a name, null where there is no answer
     * @param \Closure(string, string): mixed $about chars, files, picks, filled and unit of an option
     */
    private function __construct(private readonly \Closure $name, private readonly \Closure $about) {}

    /**
     * @param \Closure(string): ?BigDecimal $name
     * @param \Closure(string, string): mixed $about
     *
     * @throws \DomainException where it has no value
     */
    public static function value(string $expression, \Closure $name, \Closure $about): BigDecimal
    {
        $formula = new self($name, $about);
        preg_match_all(
            '/\s*(\d+(?:\.\d+)?|[A-Za-z_]\w*(?:\.[A-Za-z_]\w*)?|"[^"]*"|\'[^\']*\'|\?\?|\*\*|<=|>=|==|!=|[-+*\/%<>()?:,])/',
            $expression,
            $m,
        );
        $formula->tokens = $m[1];

        return $formula->number($formula->read(0));
    }

    private function read(int $least): BigDecimal|bool|null
    {
        $left = $this->operand();
        while (true) {
            $op = $this->tokens[$this->at] ?? '';
            $strength = self::STRENGTH[$op] ?? 0;
            if (0 === $strength || $strength < $least) {
                return $left;
            }
            ++$this->at;
            if ('?' === $op) {
                $truth = $this->truth($left);
                $then = $this->only($truth, 1);
                ++$this->at;
                $else = $this->only(!$truth, 1);
                $left = $truth ? $then : $else;
            } elseif ('??' === $op) {
                $right = $this->only(null === $left, 3);
                $left ??= $right;
            } elseif ('and' === $op || 'or' === $op) {
                $truth = $this->truth($left);
                $right = $this->only('and' === $op ? $truth : !$truth, $strength + 1);
                $left = ('and' === $op) === $truth ? $this->truth($right) : $truth;
            } else {
                $right = $this->read('**' === $op ? 9 : $strength + 1);
                $left = $this->counts ? $this->combined($op, $this->number($left), $this->number($right)) : null;
            }
        }
    }

    private function only(bool $taken, int $least): BigDecimal|bool|null
    {
        $before = $this->counts;
        $this->counts = $before && $taken;
        $value = $this->read($least);
        $this->counts = $before;

        return $value;
    }

    private function operand(): BigDecimal|bool|null
    {
        $token = $this->tokens[$this->at++] ?? throw new \DomainException('ends too early');
        if ('-' === $token) {
            $value = $this->read(9);

            return $this->counts ? $this->number($value)->negated() : null;
        }
        if ('not' === $token) {
            $value = $this->read(5);

            return $this->counts ? !$this->truth($value) : null;
        }
        if ('(' === $token) {
            $value = $this->read(0);
            ++$this->at;

            return $value;
        }
        if (ctype_digit($token[0])) {
            return BigDecimal::of($token);
        }
        if ('(' === ($this->tokens[$this->at] ?? '')) {
            ++$this->at;

            return $this->called($token);
        }

        return $this->counts ? ($this->name)($token) : null;
    }

    private function called(string $function): BigDecimal|bool|null
    {
        if (in_array($function, ['chars', 'files', 'picks', 'filled', 'to'], true)) {
            $option = $this->tokens[$this->at++];
            $unit = '';
            if ('to' === $function) {
                $unit = trim($this->tokens[$this->at + 1], '"\'');
                $this->at += 2;
            }
            ++$this->at;
            if (!$this->counts) {
                return null;
            }
            if ('to' !== $function) {
                $value = ($this->about)($function, $option);

                return is_int($value) ? BigDecimal::of($value) : true === $value;
            }
            $number = ($this->name)($option);
            $from = ($this->about)('unit', $option);
            $from = is_string($from) ? $from : '';

            return null === $number || $from === $unit
                ? $number
                : $number
                    ->multipliedBy(self::LENGTHS[$from])
                    ->dividedBy(self::LENGTHS[$unit], 20, RoundingMode::HalfEven);
        }
        $arguments = [];
        do {
            $arguments[] = $this->read(0);
        } while (',' === ($this->tokens[$this->at++] ?? ''));
        if (!$this->counts) {
            return null;
        }
        $n = array_map($this->number(...), $arguments);

        return match ($function) {
            'min' => BigDecimal::min(...$n),
            'max' => BigDecimal::max(...$n),
            'abs' => $n[0]->abs(),
            'ceil' => $n[0]->toScale(0, RoundingMode::Ceiling),
            'floor' => $n[0]->toScale(0, RoundingMode::Floor),
            'round' => $n[0]->toScale(max(0, isset($n[1]) ? $n[1]->toInt() : 0), RoundingMode::HalfUp),
            default => throw new \DomainException('no function ' . $function),
        };
    }

    private function combined(string $op, BigDecimal $a, BigDecimal $b): BigDecimal|bool
    {
        if ('**' === $op && (!$b->toScale(0, RoundingMode::Down)->isEqualTo($b) || $b->abs()->isGreaterThan(100))) {
            throw new \DomainException('an exponent is a whole number from -100 to 100');
        }
        $value = $this->worked($op, $a, $b);
        if (
            $value instanceof BigDecimal &&
            ($value->getScale() > self::MOST_DIGITS || strlen((string) $value->getUnscaledValue()) > self::MOST_DIGITS)
        ) {
            throw new \DomainException('grows too large');
        }

        return $value;
    }

    private function worked(string $op, BigDecimal $a, BigDecimal $b): BigDecimal|bool
    {
        return match ($op) {
            '+' => $a->plus($b),
            '-' => $a->minus($b),
            '*' => $a->multipliedBy($b),
            '/' => $b->isZero()
                ? throw new \DomainException('divides by zero')
                : $a->dividedBy($b, 20, RoundingMode::HalfEven),
            '%' => $b->isZero() ? throw new \DomainException('divides by zero') : $a->remainder($b),
            '**' => $b->isNegative()
                ? BigDecimal::one()->dividedBy($a->power(max(0, -$b->toInt())), 20, RoundingMode::HalfEven)
                : $a->power(max(0, $b->toInt())),
            '<' => $a->isLessThan($b),
            '<=' => $a->isLessThanOrEqualTo($b),
            '>' => $a->isGreaterThan($b),
            '>=' => $a->isGreaterThanOrEqualTo($b),
            '==' => $a->isEqualTo($b),
            '!=' => !$a->isEqualTo($b),
            default => throw new \DomainException('no operator ' . $op),
        };
    }

    private function number(BigDecimal|bool|null $value): BigDecimal
    {
        return $value instanceof BigDecimal
            ? $value
            : ($this->counts
                ? throw new \DomainException('an answer is missing')
                : BigDecimal::zero());
    }

    private function truth(BigDecimal|bool|null $value): bool
    {
        return is_bool($value) ? $value : ($this->counts ? throw new \DomainException('an answer is missing') : false);
    }
}
