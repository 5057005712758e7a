<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Plan;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\Truth;
use Ithrel\Core\Plan\Decisions;
use Ithrel\Core\Plan\InputSamples;
use Ithrel\Core\Plan\PairCover;
use Ithrel\Core\Plan\Steps;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class DecisionsTest extends TestCase
{
    /**
     * Decisions of the kind in Chilenski and Miller, "Applicability of modified condition/decision coverage to
     * software testing" (1994): n conditions are shown by n + 1 states at least.
     *
     * @return iterable<string, array{array<string, mixed>, list<string>}>
     */
    public static function decisions(): iterable
    {
        $is = static fn(string $option): array => ['option' => $option, 'is' => true];
        yield 'a and b' => [['all' => [$is('a'), $is('b')]], ['a', 'b']];
        yield 'a or b' => [['any' => [$is('a'), $is('b')]], ['a', 'b']];
        yield 'a and (b or c)' => [['all' => [$is('a'), ['any' => [$is('b'), $is('c')]]]], ['a', 'b', 'c']];
        yield '(a and b) or (c and d)' => [
            ['any' => [['all' => [$is('a'), $is('b')]], ['all' => [$is('c'), $is('d')]]]],
            ['a', 'b', 'c', 'd'],
        ];
        yield 'a and not b' => [['all' => [$is('a'), ['not' => $is('b')]]], ['a', 'b']];
    }

    /**
     * @param array<string, mixed> $condition
     * @param list<string> $asked
     */
    #[DataProvider('decisions')]
    public function testEachPartDecidesInSomeState(array $condition, array $asked): void
    {
        $reach = $this->reach($condition);
        $truth = new Truth($reach->setup);
        $when = $reach->setup->options[4]->shownWhen;
        self::assertNotNull($when);
        $states = $this->decisions_($reach)->of($when, static fn(State $s): State => $s);
        self::assertContains(true, array_map(static fn(State $s): bool => $truth->holds($when, $s), $states));
        self::assertContains(false, array_map(static fn(State $s): bool => $truth->holds($when, $s), $states));
        foreach ($asked as $code) {
            $index = $reach->setup->option($code)->index ?? -1;
            $decides = array_filter(
                $states,
                static fn(State $s): bool => $truth->holds($when, $s) !==
                    $truth->holds($when, $s->with($index, $s->has($index) ? null : [0])),
            );
            self::assertNotSame([], $decides, $code . ' decides nowhere.');
        }
        self::assertLessThanOrEqual(2 * count($asked) + 2, count($states));
    }

    public function testAValueOfTheSameCodeElsewhereIsToldApart(): void
    {
        $reach = Documents::reach([
            'options' => [
                Documents::one('holder', ['e27', 'gu10']),
                Documents::one('bulb', ['E27', 'led']),
                [
                    'code' => 'note',
                    'label' => 'Note',
                    'kind' => 'flag',
                    'shownWhen' => ['option' => 'holder', 'is' => 'e27'],
                ],
            ],
        ]);
        $when = $reach->setup->options[2]->shownWhen;
        self::assertNotNull($when);
        $states = $this->decisions_($reach)->of($when, static fn(State $s): State => $s);
        $bulbAlone = array_filter($states, static fn(State $s): bool => [0] === $s->picked(1) && [0] !== $s->picked(0));
        self::assertNotSame([], $bulbAlone);
    }

    public function testStatesThatAreOfNoUseAreNotTaken(): void
    {
        $reach = $this->reach(['all' => [['option' => 'a', 'is' => true], ['option' => 'b', 'is' => true]]]);
        $when = $reach->setup->options[4]->shownWhen;
        self::assertNotNull($when);
        self::assertSame([], $this->decisions_($reach)->of($when, static fn(State $s): ?State => null));
    }

    /**
     * @param array<string, mixed> $condition
     */
    private function reach(array $condition): Reach
    {
        $flag = static fn(string $code): array => ['code' => $code, 'label' => $code, 'kind' => 'flag'];

        return Documents::reach([
            'options' => [...array_map($flag, ['a', 'b', 'c', 'd']), $flag('shown') + ['shownWhen' => $condition]],
        ]);
    }

    private function decisions_(Reach $reach): Decisions
    {
        return new Decisions(
            $reach->board->page,
            new Steps($reach->board->page),
            (new PairCover($reach))->combinations,
            InputSamples::of($reach->board->page),
        );
    }
}
