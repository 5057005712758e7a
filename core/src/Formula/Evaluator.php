<?php

declare(strict_types=1);

namespace Ithrel\Core\Formula;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;
use Ithrel\Core\Work\Budget;

/**
 * Works out a formula exactly. Divisions keep 20 decimal places, half-even; everything else is exact.
 */
final class Evaluator
{
    private const DIVISION_PLACES = 20;

    /**
     * Digits of an intermediate result, and places after its point; beyond that the formula is at fault, not the price.
     */
    private const MAX_DIGITS = 1_000;

    /** The name that had no value last: where a choice or a fallback comes to nothing, it is to blame. */
    private string $empty = '';

    public function __construct(private readonly Names $names) {}

    /**
     * @throws FormulaError where the formula has no value for this state
     */
    public function value(Formula $formula): BigDecimal
    {
        Budget::ask();

        return $this->number($formula->root);
    }

    private function evaluate(Node $node): BigDecimal|bool|null
    {
        Budget::ask();
        switch ($node->op) {
            case Node::LITERAL:
                return $node->literal;
            case Node::NAME:
                return $this->named($node->name);
            case '?:':
                return $this->evaluate($node->parts[$this->truth($node->parts[0]) ? 1 : 2]);
            case '??':
                return $this->evaluate($node->parts[0]) ?? $this->evaluate($node->parts[1]);
            case 'or':
                return $this->truth($node->parts[0]) || $this->truth($node->parts[1]);
            case 'and':
                return $this->truth($node->parts[0]) && $this->truth($node->parts[1]);
            case 'not':
                return !$this->truth($node->parts[0]);
            case 'f:filled':
                return $this->names->isFilled($node->name);
            case 'f:to':
                return $this->convert($node);
        }

        return match ($node->op) {
            'f:chars' => BigDecimal::of($this->names->characters($node->name)),
            'f:files' => BigDecimal::of($this->names->files($node->name)),
            'f:picks' => BigDecimal::of($this->names->picks($node->name)),
            default => $this->calculate($node->op, array_map($this->number(...), $node->parts)),
        };
    }

    /**
     * @param list<BigDecimal> $n
     */
    private function calculate(string $op, array $n): BigDecimal|bool
    {
        $a = $n[0] ?? BigDecimal::zero();
        $b = $n[1] ?? BigDecimal::zero();

        return match ($op) {
            '<' => $a->isLessThan($b),
            '<=' => $a->isLessThanOrEqualTo($b),
            '>' => $a->isGreaterThan($b),
            '>=' => $a->isGreaterThanOrEqualTo($b),
            '==' => $a->isEqualTo($b),
            '!=' => !$a->isEqualTo($b),
            'neg' => $a->negated(),
            '+' => $this->bounded($a->plus($b)),
            '-' => $this->bounded($a->minus($b)),
            '*' => $this->bounded($a->multipliedBy($b)),
            '/' => $this->divide($a, $b),
            '%' => $b->isZero() ? throw self::byZero() : $a->remainder($b),
            '**' => $this->power($a, $b),
            'f:abs' => $a->abs(),
            'f:ceil' => $a->toScale(0, RoundingMode::Ceiling),
            'f:floor' => $a->toScale(0, RoundingMode::Floor),
            'f:round' => $this->round($a, $b),
            'f:min' => array_reduce(
                $n,
                static fn(BigDecimal $least, BigDecimal $x): BigDecimal => $x->isLessThan($least) ? $x : $least,
                $a,
            ),
            'f:max' => array_reduce(
                $n,
                static fn(BigDecimal $most, BigDecimal $x): BigDecimal => $x->isGreaterThan($most) ? $x : $most,
                $a,
            ),
            default => throw new \LogicException('No meaning for ' . $op),
        };
    }

    private function number(Node $node): BigDecimal
    {
        Budget::ask();
        $value = $this->evaluate($node);
        if (null === $value) {
            throw new FormulaError(FormulaError::UNANSWERED, sprintf('"%s" has no value', $this->empty), $this->empty);
        }
        if (is_bool($value)) {
            throw new FormulaError(FormulaError::TYPE, 'a comparison stands where a number is needed');
        }

        return $value;
    }

    private function truth(Node $node): bool
    {
        $value = $this->evaluate($node);
        if (null === $value) {
            throw new FormulaError(FormulaError::UNANSWERED, sprintf('"%s" has no value', $this->empty), $this->empty);
        }
        if (!is_bool($value)) {
            throw new FormulaError(FormulaError::TYPE, 'a number stands where a comparison is needed');
        }

        return $value;
    }

    private function named(string $name): ?BigDecimal
    {
        $value = $this->names->number($name);
        $this->empty = null === $value ? $name : $this->empty;

        return $value;
    }

    private function divide(BigDecimal $a, BigDecimal $b): BigDecimal
    {
        return $b->isZero() ? throw self::byZero() : $a->dividedBy($b, self::DIVISION_PLACES, RoundingMode::HalfEven);
    }

    private function power(BigDecimal $base, BigDecimal $exponent): BigDecimal
    {
        $whole = $exponent->toScale(0, RoundingMode::Down);
        if (!$whole->isEqualTo($exponent) || $whole->abs()->isGreaterThan(100)) {
            throw new FormulaError(FormulaError::SIZE, 'an exponent must be a whole number from -100 to 100');
        }
        $n = $whole->toInt();
        if (strlen((string) $base->getUnscaledValue()) * abs($n) > 20 * self::MAX_DIGITS) {
            throw self::tooLarge();
        }
        $power = $this->bounded($base->power(abs($n)));

        return $n < 0 ? $this->divide(BigDecimal::one(), $power) : $power;
    }

    private function round(BigDecimal $x, BigDecimal $places): BigDecimal
    {
        $whole = $places->toScale(0, RoundingMode::Down);
        if (!$whole->isEqualTo($places) || $whole->abs()->isGreaterThan(40)) {
            throw new FormulaError(FormulaError::SIZE, 'round(x, places) takes whole places from -40 to 40');
        }
        $n = $whole->toInt();
        if ($n >= 0) {
            return $x->toScale($n, RoundingMode::HalfUp);
        }
        $unit = BigDecimal::ten()->power(-$n);

        return $x->dividedBy($unit, 0, RoundingMode::HalfUp)->multipliedBy($unit);
    }

    private function convert(Node $node): ?BigDecimal
    {
        $value = $this->named($node->name);
        if (null === $value) {
            return null;
        }
        $from = $this->names->unit($node->name);
        if ($from === $node->unit) {
            return $value;
        }

        return $this->divide(
            $value->multipliedBy(
                Units::MILLIMETRES[$from] ??
                    throw new FormulaError(
                        FormulaError::TYPE,
                        sprintf('"%s" is given in "%s", which is no unit of length known here', $node->name, $from),
                        $node->name,
                    ),
            ),
            BigDecimal::of(Units::MILLIMETRES[$node->unit]),
        );
    }

    private function bounded(BigDecimal $value): BigDecimal
    {
        if ($value->getScale() > self::MAX_DIGITS || strlen((string) $value->getUnscaledValue()) > self::MAX_DIGITS) {
            throw self::tooLarge();
        }

        return $value;
    }

    private static function tooLarge(): FormulaError
    {
        return new FormulaError(
            FormulaError::SIZE,
            sprintf('a result on the way has more than %d digits, or decimal places', self::MAX_DIGITS),
        );
    }

    private static function byZero(): FormulaError
    {
        return new FormulaError(FormulaError::DIVISION, 'it divides by zero');
    }
}
