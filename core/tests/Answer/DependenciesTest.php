<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Answer;

use Ithrel\Core\Answer\Dependencies;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class DependenciesTest extends TestCase
{
    /**
     * @return iterable<string, array{
     *     array<string, list<string>>,
     *     list<string>,
     *     list<list<string>>,
     * }>  option => asked options; walk; circles
     */
    public static function graphs(): iterable
    {
        yield 'nothing asks' => [['a' => [], 'b' => [], 'c' => []], ['a', 'b', 'c'], []];
        yield 'asking forward' => [['a' => ['c'], 'b' => [], 'c' => []], ['b', 'c', 'a'], []];
        yield 'the first in display order goes first, again and again' => [
            ['a' => ['d'], 'b' => ['a'], 'c' => [], 'd' => []],
            ['c', 'd', 'a', 'b'],
            [],
        ];
        yield 'a circle of two' => [['a' => ['c'], 'b' => [], 'c' => ['a']], ['a', 'b', 'c'], [['a', 'c']]];
        yield 'a circle of one' => [['a' => ['a']], ['a'], [['a']]];
        yield 'what follows a member can come before the next member' => [
            ['a' => ['c'], 'b' => ['a'], 'c' => ['a']],
            ['a', 'b', 'c'],
            [['a', 'c']],
        ];
        yield 'a member waits for what it asks itself outside, not for its circle' => [
            ['a' => ['b', 'd'], 'b' => ['a'], 'c' => ['b'], 'd' => []],
            ['b', 'c', 'd', 'a'],
            [['a', 'b']],
        ];
        yield 'two circles, one behind the other' => [
            ['a' => ['b', 'd'], 'b' => ['a'], 'c' => ['d'], 'd' => ['c']],
            ['b', 'c', 'd', 'a'],
            [['a', 'b'], ['c', 'd']],
        ];
        yield 'two rings that share a member are one circle' => [
            ['a' => ['b'], 'b' => ['a', 'c'], 'c' => ['b']],
            ['a', 'b', 'c'],
            [['a', 'b', 'c']],
        ];
    }

    /**
     * @param array<string, list<string>> $graph
     * @param list<string> $walk
     * @param list<list<string>> $circles
     */
    #[DataProvider('graphs')]
    public function testWalkOrderAndCircles(array $graph, array $walk, array $circles): void
    {
        $options = [];
        foreach ($graph as $code => $asked) {
            $tests = array_map(static fn(string $other): array => ['option' => $other, 'filled' => true], $asked);
            $options[] = Documents::one($code, ['x'], [] === $tests ? [] : ['shownWhen' => ['any' => $tests]]);
        }
        $dependencies = new Dependencies(Documents::setup(['options' => $options]));
        $name = static fn(int $option): string => array_keys($graph)[$option];
        self::assertSame($walk, array_map($name, $dependencies->walk));
        self::assertSame(
            $circles,
            array_map(static fn(array $circle): array => array_map($name, $circle), $dependencies->circles),
        );
    }

    public function testValuesAskTooHiddenOnesAsWell(): void
    {
        $setup = Documents::setup([
            'options' => [
                [
                    'code' => 'a',
                    'kind' => 'one',
                    'values' => [
                        ['code' => 'x', 'hidden' => true, 'allowedWhen' => ['option' => 'b', 'filled' => true]],
                    ],
                ],
                Documents::one('b', ['y'], ['shownWhen' => ['option' => 'nowhere', 'filled' => true]]),
            ],
        ]);
        $dependencies = new Dependencies($setup);
        self::assertSame([[1], []], $dependencies->of);
        self::assertSame([1, 0], $dependencies->walk);
        self::assertSame([1 => true], $dependencies->asked());
    }

    public function testAThousandOptionsInAChain(): void
    {
        $options = [];
        for ($i = 0; $i < 1000; ++$i) {
            $options[] = Documents::one(
                'o' . $i,
                ['x'],
                $i < 999 ? ['shownWhen' => ['option' => 'o' . ($i + 1), 'filled' => true]] : [],
            );
        }
        self::assertSame(range(999, 0), (new Dependencies(Documents::setup(['options' => $options])))->walk);
    }
}
