<?php

declare(strict_types=1);

namespace Ithrel\Core\Formula;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;

/**
 * Whether a formula only rises, or only falls, as one of its names grows, judged by its structure: rules for sums,
 * products of numbers of one sign, quotients, powers, rounding, least and greatest. What they do not cover is not
 * known.
 */
final readonly class Shape
{
    public const RISES = 1;
    public const FALLS = -1;
    public const STAYS = 0;

    /**
     * @param int|null $direction RISES, FALLS, STAYS, or null: not known
     */
    private function __construct(public ?int $direction, private ?BigDecimal $least, private ?BigDecimal $most) {}

    /**
     * @param string $variable a name as it stands in the formula, or
     *                         "chars:code", "files:code"
     * @param array<string, array{BigDecimal|null, BigDecimal|null}> $ranges name => least and most; null where open
     */
    public static function of(Node $node, string $variable, array $ranges): self
    {
        if (Node::LITERAL === $node->op) {
            return new self(self::STAYS, $node->literal, $node->literal);
        }
        if (Node::NAME === $node->op || in_array($node->op, ['f:to', 'f:chars', 'f:files', 'f:picks'], true)) {
            $name = in_array($node->op, ['f:chars', 'f:files', 'f:picks'], true)
                ? substr($node->op, 2) . ':' . $node->name
                : $node->name;
            [$least, $most] = $ranges[$name] ?? [null, null];
            if ('f:to' === $node->op) {
                // Another unit is another positive factor: the sign stays, the size is not needed.
                [$least, $most] = [self::signOnly($least), self::signOnly($most, true)];
            }

            return new self($name === $variable ? self::RISES : self::STAYS, $least, $most);
        }
        $parts = array_map(static fn(Node $part): self => self::of($part, $variable, $ranges), $node->parts);

        return match ($node->op) {
            '+' => new self(
                self::both($parts[0]->direction, $parts[1]->direction),
                self::sum($parts[0]->least, $parts[1]->least),
                self::sum($parts[0]->most, $parts[1]->most),
            ),
            '-' => new self(
                self::both($parts[0]->direction, self::turned($parts[1]->direction)),
                self::sum($parts[0]->least, $parts[1]->most?->negated()),
                self::sum($parts[0]->most, $parts[1]->least?->negated()),
            ),
            'neg' => new self(
                self::turned($parts[0]->direction),
                $parts[0]->most?->negated(),
                $parts[0]->least?->negated(),
            ),
            '*' => self::product($parts[0], $parts[1]),
            '/' => self::quotient($parts[0], $parts[1]),
            '**' => self::power($parts[0], $node->parts[1]),
            'f:min', 'f:max' => new self(
                array_reduce($parts, static fn(?int $d, self $p): ?int => self::both($d, $p->direction), self::STAYS),
                self::allSigned($parts, true),
                self::allSigned($parts, false),
            ),
            'f:ceil', 'f:floor', 'f:round' => new self(
                isset($parts[1]) && self::STAYS !== $parts[1]->direction ? null : $parts[0]->direction,
                self::signOnly($parts[0]->least),
                self::signOnly($parts[0]->most, true),
            ),
            'f:abs' => self::isPositive($parts[0])
                ? $parts[0]
                : (null !== $parts[0]->most && !$parts[0]->most->isPositive()
                    ? new self(
                        self::turned($parts[0]->direction),
                        $parts[0]->most->negated(),
                        $parts[0]->least?->negated(),
                    )
                    : self::unknown($parts)),
            // One branch is taken for good where the question does not hang on the variable.
            '?:' => self::STAYS === $parts[0]->direction
                ? new self(self::both($parts[1]->direction, $parts[2]->direction), null, null)
                : self::unknown($parts),
            '??' => new self(self::both($parts[0]->direction, $parts[1]->direction), null, null),
            default => self::unknown($parts),
        };
    }

    private static function product(self $a, self $b): self
    {
        $bounds = self::isPositive($a) && self::isPositive($b) ? [BigDecimal::zero(), null] : [null, null];
        if (self::isPositive($a) && self::isPositive($b)) {
            return new self(self::both($a->direction, $b->direction), $bounds[0], $bounds[1]);
        }
        foreach ([[$a, $b], [$b, $a]] as [$factor, $other]) {
            if (self::STAYS === $factor->direction && self::isPositive($factor)) {
                return new self($other->direction, null, null);
            }
            if (self::STAYS === $factor->direction && null !== $factor->most && !$factor->most->isPositive()) {
                return new self(self::turned($other->direction), null, null);
            }
        }

        return self::unknown([$a, $b]);
    }

    private static function quotient(self $a, self $b): self
    {
        if (null === $b->least || !$b->least->isPositive()) {
            return self::unknown([$a, $b]);
        }
        if (self::STAYS === $b->direction) {
            return new self($a->direction, self::signOnly($a->least), self::signOnly($a->most, true));
        }

        return self::isPositive($a)
            ? new self(self::both($a->direction, self::turned($b->direction)), BigDecimal::zero(), null)
            : self::unknown([$a, $b]);
    }

    private static function power(self $base, Node $exponent): self
    {
        $n = $exponent->literal;

        return Node::LITERAL === $exponent->op && null !== $n && self::isPositive($base)
            ? new self($n->isZero() ? self::STAYS : $base->direction, BigDecimal::zero(), null)
            : new self(
                self::STAYS === $base->direction && Node::LITERAL === $exponent->op ? self::STAYS : null,
                null,
                null,
            );
    }

    /**
     * @param list<self> $parts
     */
    private static function unknown(array $parts): self
    {
        foreach ($parts as $part) {
            if (self::STAYS !== $part->direction) {
                return new self(null, null, null);
            }
        }

        return new self(self::STAYS, null, null);
    }

    private static function isPositive(self $part): bool
    {
        return null !== $part->least && !$part->least->isNegative();
    }

    /**
     * @param list<self> $parts
     */
    private static function allSigned(array $parts, bool $least): ?BigDecimal
    {
        foreach ($parts as $part) {
            if ($least ? !self::isPositive($part) : null === $part->most || $part->most->isPositive()) {
                return null;
            }
        }

        return BigDecimal::zero();
    }

    /** A bound of which only the sign is kept: zero where the number lies on its side, else open. */
    private static function signOnly(?BigDecimal $bound, bool $most = false): ?BigDecimal
    {
        return null === $bound || ($most ? $bound->isPositive() : $bound->isNegative())
            ? null
            : BigDecimal::zero()->toScale(0, RoundingMode::Unnecessary);
    }

    private static function sum(?BigDecimal $a, ?BigDecimal $b): ?BigDecimal
    {
        return null === $a || null === $b ? null : $a->plus($b);
    }

    public static function both(?int $a, ?int $b): ?int
    {
        return match (true) {
            null === $a || null === $b => null,
            self::STAYS === $a => $b,
            self::STAYS === $b || $a === $b => $a,
            default => null,
        };
    }

    private static function turned(?int $direction): ?int
    {
        return null === $direction ? null : -$direction;
    }
}
