<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Answer;

use Ithrel\Core\Limit\Input;
use Ithrel\Core\Reach\Board;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * The classes of permitted input that the tests of a document tell apart.
 */
final class InputClassesTest extends TestCase
{
    /**
     * @return iterable<string, array{
     *     array<string, mixed>,
     *     list<array<string, mixed>>,
     *     list<string>,
     * }>  option, tests, one member of each class
     */
    public static function classes(): iterable
    {
        $number = ['kind' => 'number'];
        yield 'no test: one class' => [$number + ['min' => '3'], [], ['3']];
        yield 'no permitted number: no class' => [$number + ['min' => '3', 'max' => '2'], [], []];
        yield 'at least splits before its bound' => [
            $number + ['min' => '1', 'max' => '9', 'step' => '1'],
            [['atLeast' => '5']],
            ['1', '5'],
        ];
        yield 'above splits after its bound' => [
            $number + ['min' => '5', 'max' => '9', 'step' => '1'],
            [['above' => '5']],
            ['5', '6'],
        ];
        yield 'between two bounds, around them one class' => [
            $number + ['min' => '1', 'max' => '9', 'step' => '1'],
            [['atLeast' => '4', 'below' => '6']],
            ['1', '4'],
        ];
        yield 'two tests, four classes' => [
            $number + ['min' => '0', 'max' => '9'],
            [['atLeast' => '2'], ['atMost' => '4'], ['above' => '7']],
            ['0', '2', '5.5', '8.0'],
        ];
        yield 'a class between the steps does not exist' => [
            $number + ['min' => '0', 'max' => '20', 'step' => '10'],
            [['above' => '10', 'below' => '20']],
            ['0'],
        ];
        yield 'a bound written twice counts once' => [
            $number + ['min' => '0', 'max' => '9', 'step' => '1'],
            [['atLeast' => '5'], ['atLeast' => '5.0']],
            ['0', '5'],
        ];
        yield 'without ends' => [$number, [['below' => '0']], ['-1', '0']];
        yield 'one decimal leaves nothing between' => [
            $number + ['decimals' => 1, 'min' => '1', 'max' => '2'],
            [['above' => '1.1', 'below' => '1.2']],
            ['1.0'],
        ];
        yield 'days from today' => [
            ['kind' => 'date', 'earliest' => '+1d', 'latest' => '+20d'],
            [['atMost' => '+5d']],
            ['2026-11-25', '2026-11-30'],
        ];
        yield 'no open day on one side' => [
            ['kind' => 'date', 'earliest' => '+1d', 'latest' => '+20d', 'weekdays' => [1]],
            [['atMost' => '+5d']],
            ['2026-11-30'],
        ];
        yield 'closed days are not met' => [
            [
                'kind' => 'date',
                'earliest' => '2026-11-25',
                'latest' => '2026-11-27',
                'closed' => ['2026-11-25', '2026-11-27'],
            ],
            [['above' => '2026-11-26']],
            ['2026-11-26'],
        ];
        yield 'a text is filled or not' => [
            ['kind' => 'text', 'length' => ['min' => 2, 'max' => 4]],
            [['filled' => true]],
            ['xx'],
        ];
        yield 'a text that cannot be filled' => [
            ['kind' => 'text', 'length' => ['min' => 3, 'max' => 2]],
            [['filled' => true]],
            [],
        ];
        yield 'pattern and kinds of character leave it possible' => [
            ['kind' => 'text', 'length' => ['max' => 1], 'pattern' => '\d', 'allow' => 'digits'],
            [['filled' => true]],
            ['7'],
        ];
        yield 'an example keeps its pattern' => [
            ['kind' => 'text', 'length' => ['min' => 7], 'pattern' => '[A-Z]{2}\d{4,6}'],
            [['filled' => true]],
            ['AA77777'],
        ];
        yield 'no kind of file' => [['kind' => 'file', 'types' => []], [['filled' => true]], []];
        yield 'no file at most' => [['kind' => 'file', 'files' => ['max' => 0]], [['filled' => true]], []];
        yield 'a file' => [['kind' => 'file', 'types' => ['image/png']], [['filled' => true]], ['file']];
    }

    /**
     * @param array<string, mixed> $option
     * @param list<array<string, mixed>> $tests
     * @param list<string> $members
     */
    #[DataProvider('classes')]
    public function testMembers(array $option, array $tests, array $members): void
    {
        $board = new Board(
            Documents::setup([
                'options' => [
                    ['code' => 'o', 'label' => 'O'] + $option,
                    Documents::one(
                        'a',
                        ['x'],
                        [
                            'shownWhen' => [
                                'any' => array_map(static fn(array $test): array => ['option' => 'o'] + $test, $tests),
                            ],
                        ],
                    ),
                ],
            ]),
        );
        self::assertSame($members, array_map(static fn(Input $input): string => $input->text, $board->page->inputs[0]));
    }

    public function testTestsOfGuardsAndChargesTellInputsApartToo(): void
    {
        $board = new Board(
            Documents::setup([
                'options' => [['code' => 'o', 'kind' => 'number', 'min' => '0', 'max' => '9', 'step' => '1']],
                'guards' => [['id' => 'g', 'never' => ['option' => 'o', 'atLeast' => '3']]],
                'charges' => [
                    [
                        'how' => 'fixed',
                        'amount' => '1',
                        'when' => ['all' => [['option' => 'o', 'atLeast' => '6'], ['quantity' => ['atLeast' => 2]]]],
                    ],
                ],
            ]),
        );
        self::assertSame(
            ['0', '3', '6'],
            array_map(static fn(Input $input): string => $input->text, $board->page->inputs[0]),
        );
    }
}
