<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Plan;

use Ithrel\Core\Limit\InputCheck;
use Ithrel\Core\Plan\EdgeInputs;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class EdgeInputsTest extends TestCase
{
    /**
     * @return iterable<string, array{array<string, mixed>, array<string, bool>}> option, and answers with whether they are taken
     */
    public static function edges(): iterable
    {
        yield 'a length' => [['kind' => 'text', 'length' => ['min' => 2, 'max' => 4]], ['M' => false, 'MM' => true, 'MMMM' => true, 'MMMMM' => false, 'éééé' => true, 'ééééé' => false]];
        yield 'a length in bytes' => [['kind' => 'text', 'length' => ['max' => 3, 'measure' => 'bytes']], ['MMM' => true, 'MMMM' => false, 'éM' => true, 'éMé' => false]];
        yield 'digits alone' => [['kind' => 'text', 'allow' => 'digits', 'length' => ['min' => 3, 'max' => 3]], ['77' => false, '777' => true, '7777' => false, '77x' => false]];
        yield 'lines' => [['kind' => 'text', 'lines' => ['max' => 2]], ["M\nM" => true, "M\nM\nM" => false]];
        yield 'a step' => [['kind' => 'number', 'min' => '10', 'max' => '40', 'step' => '5'], ['10' => true, '5' => false, '40' => true, '45' => false, '15' => true, '12.5' => false]];
        yield 'a step that is not counted from zero' => [['kind' => 'number', 'min' => '12', 'max' => '32', 'step' => '5'], ['12' => true, '7' => false, '32' => true, '37' => false, '17' => true, '14.5' => false, '15' => false]];
        yield 'decimals' => [['kind' => 'number', 'min' => '1', 'max' => '2', 'decimals' => 2], ['1.00' => true, '0.99' => false, '2.00' => true, '2.01' => false, '1.001' => false]];
        yield 'colours' => [['kind' => 'colour', 'colours' => ['#ABCDEF', '#000000']], ['#abcdef' => true, '#000000' => true, '#bbee1f' => false]];
        yield 'days' => [['kind' => 'date', 'earliest' => '2026-12-01', 'latest' => '2026-12-11', 'weekdays' => [1, 2, 3, 4, 5], 'closed' => ['2026-12-08']], ['2026-12-01' => true, '2026-11-30' => false, '2026-12-11' => true, '2026-12-12' => false, '2026-12-05' => false, '2026-12-08' => false]];
    }

    /**
     * @param array<string, mixed>    $keys
     * @param array<int|string, bool> $expected
     */
    #[DataProvider('edges')]
    public function testEdges(array $keys, array $expected): void
    {
        $option = $this->option($keys);
        $check = new InputCheck();
        $found = [];
        foreach (EdgeInputs::of($option) as [, , $input]) {
            $found[$input->text] = [] === $check->problems($option, $input);
        }
        ksort($found);
        ksort($expected);
        self::assertSame($expected, $found);
    }

    public function testFilesAtTheirLimits(): void
    {
        $option = $this->option(['kind' => 'file', 'types' => ['image/png'], 'maxBytes' => 1_000, 'files' => ['max' => 2], 'pixels' => ['minWidth' => 300]]);
        $check = new InputCheck();
        $found = [];
        foreach (EdgeInputs::of($option) as [$about, , $input]) {
            $found[$about] = [] === $check->problems($option, $input);
        }
        self::assertSame(['a kind of file that is not taken' => false, 'the largest file' => true, 'one byte too large' => false, 'the most files' => true, 'one file too many' => false, 'one pixel too narrow' => false], $found);
    }

    public function testEachAnswerNamesTheKeyThatSetsTheLimit(): void
    {
        $keys = array_map(static fn (array $edge): string => $edge[0].': '.$edge[1], EdgeInputs::of($this->option(['kind' => 'number', 'min' => '1', 'max' => '9', 'step' => '2'])));
        self::assertSame(['the least: min', 'below the least: min', 'the most: max', 'above the most: max', 'one step on: step', 'between two steps: step'], array_slice($keys, 0, 6));
    }

    public function testChoicesHaveNone(): void
    {
        self::assertSame([], EdgeInputs::of(Documents::setup(['options' => [Documents::one('a', ['x'])]])->options[0]));
    }

    /**
     * @param array<string, mixed> $keys
     */
    private function option(array $keys): Option
    {
        return Documents::setup(['options' => [$keys + ['code' => 'in', 'label' => 'In']]])->options[0];
    }
}
