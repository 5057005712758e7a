<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Answer;

use Ithrel\Core\Answer\Dependencies;
use Ithrel\Core\Answer\Page;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\TestCase;

/**
 * The product page, click by click.
 */
final class PageTest extends TestCase
{
    public function testItOpensWithTheDefaultsOfWhatIsShown(): void
    {
        $page = self::page(
            ['code' => 'a', 'kind' => 'one', 'values' => [['code' => 'x', 'default' => true], ['code' => 'y']]],
            [
                'code' => 'b',
                'kind' => 'one',
                'shownWhen' => ['option' => 'a', 'is' => 'x'],
                'values' => [['code' => 'p', 'default' => true]],
            ],
            [
                'code' => 'c',
                'kind' => 'one',
                'shownWhen' => ['option' => 'a', 'is' => 'y'],
                'values' => [['code' => 'q', 'default' => true]],
            ],
            [
                'code' => 'd',
                'kind' => 'several',
                'values' => [
                    ['code' => 'r', 'default' => true],
                    ['code' => 's'],
                    ['code' => 't', 'default' => true],
                    ['code' => 'u', 'default' => true, 'hidden' => true],
                ],
            ],
            ['code' => 'e', 'kind' => 'flag', 'default' => true],
            ['code' => 'f', 'kind' => 'number', 'min' => '2', 'default' => '1'],
            ['code' => 'g', 'kind' => 'text', 'default' => 'Ada', 'length' => ['max' => 3]],
        );
        $pick = self::words($page, $page->opening());
        self::assertSame(['x', 'p', ['r', 't'], true], [$pick['a'], $pick['b'], $pick['d'], $pick['e']]);
        self::assertArrayNotHasKey('c', $pick, 'It is not shown, so its default is not taken.');
        self::assertArrayNotHasKey('f', $pick, 'A default outside the limits is not taken.');
        self::assertArrayHasKey('g', $pick);
    }

    public function testWhatBecomesShownTakesItsDefaultAndWhatIsHiddenIsDropped(): void
    {
        $page = self::page(Documents::one('a', ['x', 'y']), [
            'code' => 'b',
            'kind' => 'one',
            'shownWhen' => ['option' => 'a', 'is' => 'x'],
            'values' => [['code' => 'p', 'default' => true], ['code' => 'q']],
        ]);
        $state = $page->click(new State(), 0, [0]);
        self::assertSame(['a' => 'x', 'b' => 'p'], self::words($page, $state));
        $state = $page->click($state, 1, [1]);
        self::assertSame(['a' => 'x', 'b' => 'q'], self::words($page, $state));
        $state = $page->click($state, 0, [1]);
        self::assertSame(['a' => 'y'], self::words($page, $state));
        self::assertSame(
            ['a' => 'x', 'b' => 'p'],
            self::words($page, $page->click($state, 0, [0])),
            'The earlier answer is gone; the default comes again.',
        );
    }

    public function testAnEmptiedOptionStaysEmptyAlthoughItHasADefault(): void
    {
        $page = self::page([
            'code' => 'a',
            'kind' => 'one',
            'values' => [['code' => 'x', 'default' => true], ['code' => 'y']],
        ]);
        self::assertSame([], self::words($page, $page->click($page->opening(), 0, null)));
    }

    public function testEachDropCountsAtOnceForTheNext(): void
    {
        $page = self::page(
            Documents::one('a', ['x', 'y']),
            Documents::one('b', ['p'], ['shownWhen' => ['option' => 'a', 'is' => 'x']]),
            [
                'code' => 'c',
                'kind' => 'several',
                'values' => [['code' => 'q', 'allowedWhen' => ['option' => 'b', 'filled' => true]], ['code' => 'r']],
            ],
            Documents::one('d', ['s'], ['shownWhen' => ['option' => 'c', 'is' => 'q']]),
        );
        $state = new State([0 => [1], 1 => [0], 2 => [0, 1], 3 => [0]]);
        $dropped = null;
        self::assertSame(['a' => 'y', 'c' => ['r']], self::words($page, $page->drop($state, $dropped)));
        self::assertSame([[1, null], [2, 0], [3, null]], $dropped);
    }

    public function testTwoDefaultsThatExcludeEachOtherSettle(): void
    {
        $page = self::page(
            ['code' => 'a', 'kind' => 'flag', 'default' => true, 'shownWhen' => ['option' => 'b', 'is' => false]],
            ['code' => 'b', 'kind' => 'flag', 'default' => true, 'shownWhen' => ['option' => 'a', 'is' => false]],
        );
        self::assertSame(['a' => true], self::words($page, $page->opening()));
    }

    public function testADefaultThatUndoesItselfEnds(): void
    {
        $page = self::page(
            ['code' => 'a', 'kind' => 'flag', 'default' => true, 'shownWhen' => ['option' => 'b', 'is' => false]],
            ['code' => 'b', 'kind' => 'flag', 'default' => true, 'shownWhen' => ['option' => 'a', 'is' => true]],
        );
        self::assertSame([], self::words($page, $page->opening()), 'The page does not go round for ever.');
    }

    public function testCompleteness(): void
    {
        $page = self::page(
            Documents::one('a', ['x', 'y'], ['required' => true]),
            ['code' => 'b', 'kind' => 'flag', 'required' => true, 'shownWhen' => ['option' => 'a', 'is' => 'x']],
            [
                'code' => 'c',
                'kind' => 'several',
                'picks' => ['min' => 2, 'max' => 2],
                'values' => [['code' => 'p'], ['code' => 'q'], ['code' => 'r']],
            ],
        );
        $complete = static fn(array $answers): bool => $page->isComplete(new State($answers));
        self::assertFalse($complete([]));
        self::assertFalse($complete([0 => [0]]), 'A required flag must be yes.');
        self::assertTrue($complete([0 => [0], 1 => [0]]));
        self::assertTrue($complete([0 => [1]]), 'A hidden option needs no answer, whatever it requires.');
        self::assertFalse($complete([0 => [1], 2 => [0]]), 'The fewest picks bind as soon as one is picked.');
        self::assertTrue($complete([0 => [1], 2 => [0, 2]]));
        self::assertFalse($complete([0 => [1], 2 => [0, 1, 2]]));
    }

    public function testWhatHiddenAndUnansweredOptionsAnswer(): void
    {
        $page = self::page(
            ['code' => 's', 'kind' => 'several', 'values' => [['code' => 'p']]],
            ['code' => 'f', 'kind' => 'flag'],
            ['code' => 'n', 'kind' => 'number'],
            ['code' => 'x', 'kind' => 'note'],
        );
        $holds = static function (array $test): bool {
            $setup = Documents::setup([
                'options' => [
                    ['code' => 's', 'kind' => 'several', 'values' => [['code' => 'p']]],
                    ['code' => 'f', 'kind' => 'flag'],
                    ['code' => 'n', 'kind' => 'number'],
                    ['code' => 'x', 'kind' => 'note', 'shownWhen' => $test],
                ],
            ]);

            return (new Page($setup, new Dependencies($setup)))->isShown($setup->options[3], new State());
        };
        self::assertCount(4, $page->setup->options);
        foreach (
            [
                [['option' => 's', 'is' => 'p'], false],
                [['option' => 's', 'picks' => ['atLeast' => 0]], true],
                [['option' => 's', 'picks' => ['atLeast' => 1]], false],
                [['option' => 's', 'picks' => ['atMost' => 0]], true],
                [['option' => 's', 'filled' => false], true],
                [['option' => 'f', 'is' => false], true],
                [['option' => 'f', 'is' => true], false],
                [['option' => 'n', 'atLeast' => '-9'], false],
                [['option' => 'n', 'filled' => true], false],
                [['option' => 'gone', 'is' => false], true],
                [['option' => 'gone', 'filled' => false], true],
                [['option' => 'gone', 'picks' => ['atMost' => 3]], true],
                [['option' => 's', 'is' => []], false],
                [['all' => []], true],
                [['any' => []], false],
                [['not' => ['option' => 's', 'is' => 'p']], true],
            ]
            as [$test, $expected]
        ) {
            self::assertSame($expected, $holds($test), json_encode($test, JSON_THROW_ON_ERROR));
        }
    }

    /**
     * @param array<string, mixed> ...$options
     */
    private static function page(array ...$options): Page
    {
        $setup = Documents::setup(['options' => array_values($options)]);

        return new Page($setup, new Dependencies($setup));
    }

    /**
     * @return array<string, string|bool|list<string>>
     */
    private static function words(Page $page, State $state): array
    {
        return StateText::pick($page->setup, $state);
    }
}
