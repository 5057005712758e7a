<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Formula;

use Brick\Math\BigDecimal;
use Ithrel\Core\Formula\Evaluator;
use Ithrel\Core\Formula\Formula;
use Ithrel\Core\Formula\FormulaError;
use Ithrel\Core\Formula\Shape;
use Ithrel\Core\Tests\Support\FixedNames;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * Whether formulas only rise or fall, by rule and by trying.
 */
final class ShapeTest extends TestCase
{
    /** w from 1 to 9, h from 2 to 5, r from 0.5 to 2, d from -3 to 3. */
    private const RANGES = ['w' => ['1', '9'], 'h' => ['2', '5'], 'r' => ['0.5', '2'], 'd' => ['-3', '3']];

    /**
     * @return iterable<string, array{string, int|null}>
     */
    public static function formulas(): iterable
    {
        yield 'a name' => ['w', Shape::RISES];
        yield 'another name' => ['h * r', Shape::STAYS];
        yield 'an area' => ['w * h * r * 1.5', Shape::RISES];
        yield 'taken away' => ['100 - w', Shape::FALLS];
        yield 'times something below zero' => ['w * -2', Shape::FALLS];
        yield 'times something of either sign' => ['w * d', null];
        yield 'divided' => ['w / h', Shape::RISES];
        yield 'a divisor' => ['100 / w', Shape::FALLS];
        yield 'divided by what may be zero' => ['w / d', null];
        yield 'beside what may have no value' => ['1 / d + w', Shape::RISES];
        yield 'a power' => ['w ** 3', Shape::RISES];
        yield 'rises less than it falls' => ['w * 3 - w * 2', null];
        yield 'held and rounded' => ['max(5, ceil(w * 0.25) * 2)', Shape::RISES];
        yield 'the least of two ways' => ['min(w, 10 - w)', null];
        yield 'a question about itself' => ['w > 4 ? 1 : 2', null];
        yield 'a question about another' => ['h > 4 ? w : w * 2', Shape::RISES];
        yield 'where there may be no answer' => ['(w ?? 3) * 2', Shape::RISES];
        yield 'what is left over' => ['w % 3', null];
        yield 'without its sign' => ['abs(0 - w)', Shape::RISES];
        yield 'converted' => ['to(w, "m") * 40', Shape::RISES];
    }

    #[DataProvider('formulas')]
    public function testByRule(string $formula, ?int $direction): void
    {
        self::assertSame($direction, Shape::of(Formula::parse($formula)->root, 'w', self::ranges())->direction);
    }

    #[TestDox('what is said to rise never falls on 1 500 random formulas, and the other way round')]
    public function testByTrying(): void
    {
        $random = new Randomizer(new Mt19937(intdiv(time(), 86400)));
        $said = 0;
        for ($i = 0; $i < 1_500; ++$i) {
            $formula = $this->expression($random, 3);
            $direction = Shape::of(Formula::parse($formula)->root, 'w', self::ranges())->direction;
            if (null === $direction) {
                continue;
            }
            ++$said;
            foreach ([['2', '0.5', '-3'], ['5', '2', '3'], ['3', '1', '0']] as [$h, $r, $d]) {
                $last = null;
                foreach (['1', '2', '3.5', '5', '7.25', '9'] as $w) {
                    try {
                        $value = (new Evaluator(
                            new FixedNames(['w' => $w, 'h' => $h, 'r' => $r, 'd' => $d], true),
                        ))->value(Formula::parse($formula));
                    } catch (FormulaError) {
                        $last = null;
                        continue;
                    }
                    if (null !== $last) {
                        self::assertTrue(
                            match ($direction) {
                                Shape::RISES => !$value->isLessThan($last),
                                Shape::FALLS => !$value->isGreaterThan($last),
                                default => $value->isEqualTo($last),
                            },
                            sprintf('%s with w = %s, h = %s, r = %s, d = %s', $formula, $w, $h, $r, $d),
                        );
                    }
                    $last = $value;
                }
            }
        }
        self::assertGreaterThan(300, $said);
    }

    private function expression(Randomizer $random, int $depth): string
    {
        if (0 === $depth || 1 === $random->getInt(1, 4)) {
            return ['w', 'w', 'h', 'r', 'd', '2', '0.5', '-1'][$random->getInt(0, 7)];
        }
        [$a, $b, $c] = [
            $this->expression($random, $depth - 1),
            $this->expression($random, $depth - 1),
            $this->expression($random, $depth - 1),
        ];

        return match ($random->getInt(1, 10)) {
            1, 2 => "({$a} + {$b})",
            3 => "({$a} - {$b})",
            4, 5 => "({$a} * {$b})",
            6 => "({$a} / {$b})",
            7 => "max({$a}, {$b})",
            8 => "ceil({$a})",
            9 => "({$a} ** 2)",
            default => "({$a} < {$b} ? {$c} : {$a})",
        };
    }

    /**
     * @return array<string, array{BigDecimal|null, BigDecimal|null}>
     */
    private static function ranges(): array
    {
        return array_map(static fn(array $ends): array => array_map(BigDecimal::of(...), $ends), self::RANGES);
    }
}
