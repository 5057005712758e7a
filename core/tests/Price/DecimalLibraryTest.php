<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Price;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Formula\Evaluator;
use Ithrel\Core\Formula\Formula;
use Ithrel\Core\Formula\FormulaError;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Core\Tests\Support\FixedNames;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * Formulas and totals against decimal.js, a general-purpose decimal library of another language (npm, run by Node.js).
 * Each case is written twice: as a formula or setup here, and as calls of that library.
 */
final class DecimalLibraryTest extends TestCase
{
    private Randomizer $random;

    protected function setUp(): void
    {
        $this->random = new Randomizer(new Mt19937(intdiv(time(), 86400)));
    }

    #[TestDox('3 000 random formulas have the value that decimal.js works out')]
    public function testFormulas(): void
    {
        $values = ['w' => '12.5', 'h' => '-3', 'n' => '7', 'wood.rate' => '0.35'];
        $ours = $theirs = [];
        for ($i = 0; $i < 3_000; ++$i) {
            [$formula, $call] = $this->expression(4, $values);
            $ours[] = $formula;
            $theirs[] = $call;
        }
        $names = new FixedNames($values, false);
        $compared = 0;
        foreach ($this->node($theirs) as $i => $expected) {
            try {
                $found = (new Evaluator($names))->value(Formula::parse($ours[$i]));
            } catch (FormulaError $e) {
                // Division by zero and results beyond the stated size have no value here.
                self::assertContains($e->reason, [FormulaError::DIVISION, FormulaError::SIZE], $ours[$i]);
                continue;
            }
            ++$compared;
            self::assertTrue(
                $found->isEqualTo(BigDecimal::of($expected)),
                sprintf('%s: %s here, %s there', $ours[$i], $found, $expected),
            );
        }
        self::assertGreaterThan(2_300, $compared);
    }

    #[TestDox('1 500 random chains of charges come to the totals that decimal.js works out')]
    public function testTotals(): void
    {
        $modes = ['half-up' => 4, 'half-even' => 6, 'half-down' => 5, 'up' => 0, 'down' => 1];
        $calls = $cases = [];
        for ($i = 0; $i < 1_500; ++$i) {
            $mode = array_rand($modes);
            $at = ['effect', 'unit', 'line'][$this->random->getInt(0, 2)];
            $quantity = $this->random->getInt(1, 7);
            $price = $this->decimal(4);
            $options = [];
            $effect = 'effect' === $at ? sprintf('.toDP(2, %d)', $modes[$mode]) : '';
            $js = sprintf('let b = D("%s")%s, r = b, l = D(0);', $price, $effect);
            for ($o = 0, $n = $this->random->getInt(1, 6); $o < $n; ++$o) {
                $amount = $this->decimal(3);
                $charge = match ($this->random->getInt(1, 4)) {
                    1 => ['how' => 'percent', 'rate' => $amount],
                    2 => ['how' => 'percent', 'rate' => $amount, 'of' => 'running'],
                    3 => ['how' => 'fixed', 'amount' => $amount, 'per' => 'line'],
                    default => ['how' => 'fixed', 'amount' => $amount],
                };
                $options[] = ['code' => 'o' . $o, 'label' => 'O', 'kind' => 'flag', 'yes' => ['charge' => $charge]];
                $js .= match (true) {
                    isset($charge['per']) => sprintf(
                        'l = l.plus(D("%s")%s%s);',
                        $amount,
                        $effect,
                        'unit' === $at ? sprintf('.toDP(2, %d)', $modes[$mode]) : '',
                    ),
                    'fixed' === $charge['how'] => sprintf('r = r.plus(D("%s")%s);', $amount, $effect),
                    default => sprintf(
                        'r = r.plus(%s.times(D("%s")).div(100)%s);',
                        isset($charge['of']) ? 'r' : 'b',
                        $amount,
                        $effect,
                    ),
                };
            }
            $round = sprintf('.toDP(2, %d)', $modes[$mode]);
            $js .=
                'line' === $at
                    ? sprintf('return r.times(%d).plus(l)%s;', $quantity, $round)
                    : sprintf('return r%s.times(%d).plus(l);', $round, $quantity);
            $calls[] = '(() => {' . $js . '})()';
            $cases[] = [
                [
                    'item' => ['sku' => 'x', 'name' => 'X', 'price' => $price],
                    'options' => $options,
                    'rounding' => ['mode' => $mode, 'at' => $at],
                ],
                $quantity,
            ];
        }
        foreach ($this->node($calls) as $i => $expected) {
            [$document, $quantity] = $cases[$i];
            $setup = Documents::setup($document);
            $total = (new Pricer($setup))->quote(
                new State(array_map(static fn(): array => [0], $setup->options)),
                $quantity,
            )->total;
            self::assertTrue(
                true === $total?->isEqualTo(BigDecimal::of($expected)),
                sprintf(
                    '%s × %d: %s here, %s there',
                    json_encode($document, JSON_THROW_ON_ERROR),
                    $quantity,
                    $total,
                    $expected,
                ),
            );
        }
    }

    /**
     * @param array<string, string> $values
     *
     * @return array{string, string} a formula, and calls of decimal.js
     */
    private function expression(int $depth, array $values): array
    {
        if (0 === $depth || $this->random->getInt(1, 6) <= 2) {
            if ($this->random->getInt(0, 1) > 0) {
                $name = array_rand($values);

                return [$name, sprintf('D("%s")', $values[$name])];
            }
            $literal = ltrim($this->decimal(3), '-');

            return [$literal, sprintf('D("%s")', $literal)];
        }
        [$a, $x] = $this->expression($depth - 1, $values);
        [$b, $y] = $this->expression($depth - 1, $values);
        [$c, $z] = $this->expression($depth - 1, $values);

        return match ($this->random->getInt(1, 13)) {
            1, 2 => ["({$a} + {$b})", "{$x}.plus({$y})"],
            3, 4 => ["({$a} - {$b})", "{$x}.minus({$y})"],
            5, 6 => ["({$a} * {$b})", "{$x}.times({$y})"],
            7 => ["({$a} / {$b})", "{$x}.div({$y}).toDP(20, 6)"],
            8 => ["({$a} % {$b})", "{$x}.mod({$y})"],
            9 => ["({$a} ** 3)", "{$x}.pow(3)"],
            10 => ["round({$a}, 2)", "{$x}.toDP(2, 4)"],
            11 => ["(ceil({$a}) - floor({$b}))", "{$x}.ceil().minus({$y}.floor())"],
            12 => ["max({$a}, min({$b}, abs({$c})))", "Decimal.max({$x}, Decimal.min({$y}, {$z}.abs()))"],
            default => ["({$a} < {$b} ? {$c} : -{$a})", "({$x}.lt({$y}) ? {$z} : {$x}.neg())"],
        };
    }

    private function decimal(int $digits): string
    {
        $whole = $this->random->getInt(-(10 ** $digits), 10 ** $digits);

        return sprintf('%s%d.%02d', $whole < 0 ? '-' : '', intdiv(abs($whole), 10), $this->random->getInt(0, 99));
    }

    /**
     * @param list<string> $calls
     *
     * @return list<string> plain decimals
     */
    private function node(array $calls): array
    {
        $web = dirname(__DIR__, 3) . '/web';
        $script =
            'const Decimal = require("decimal.js"); Decimal.set({ precision: 1000, toExpNeg: -9e15, toExpPos: ' .
            '9e15, modulo: 1 }); const D = (x) => new Decimal(x);' .
            "\n" .
            implode(
                "\n",
                array_map(static fn(string $call): string => 'console.log((' . $call . ').toFixed());', $calls),
            );
        $process = proc_open(['node', '-'], [['pipe', 'r'], ['pipe', 'w'], ['pipe', 'w']], $pipes, $web);
        self::assertIsResource($process);
        fwrite($pipes[0], $script);
        fclose($pipes[0]);
        $out = (string) stream_get_contents($pipes[1]);
        $error = (string) stream_get_contents($pipes[2]);
        proc_close($process);
        $lines = explode("\n", trim($out));
        self::assertCount(count($calls), $lines, substr($error, 0, 500));

        return $lines;
    }
}
