<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Setup;

use Ithrel\Core\Document\JsonText;
use Ithrel\Core\Document\Problem;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class ReaderTest extends TestCase
{
    public function testALevelThatIsAPercentageOfItselfIsTold(): void
    {
        $level = static fn(string $code, string $of): array => ['code' => $code, 'percent' => '50', 'of' => $of];
        try {
            Documents::setup([
                'levels' => [$level('a', 'b'), $level('b', 'c'), $level('c', 'b'), ['code' => 'd', 'amount' => '3']],
                'options' => [],
            ]);
            self::fail('It cannot be worked out.');
        } catch (UnreadableDocument $e) {
            self::assertSame(
                [
                    '/levels/0 The price level "a" is a percentage of itself, by way of a, b, c.',
                    '/levels/1 The price level "b" is a percentage of itself, by way of b, c.',
                    '/levels/2 The price level "c" is a percentage of itself, by way of c, b.',
                ],
                array_map(static fn(Problem $p): string => $p->at . ' ' . $p->message, $e->problems),
            );
        }
    }

    /**
     * @return iterable<string, array{string, array<string, string>}> text, and place => part of the message
     */
    public static function unreadable(): iterable
    {
        yield 'empty' => ['', ['' => 'is empty']];
        yield 'not JSON' => ["{\n  \"ithrel\": setup\n}", ['' => 'unexpected "setup" at line 2, column 13']];
        yield 'cut off' => ['{"ithrel": "setup/1"', ['' => 'ends too early']];
        yield 'a comma too many' => ['{"a": [1,]}', ['' => 'value was expected, "]" found at line 1, column 10']];
        yield 'no UTF-8' => ["{\"name\": \"\xC3\x28\"}", ['' => 'not UTF-8']];
        yield 'NaN' => ['{"price": NaN}', ['' => 'unexpected "NaN"']];
        yield 'a list' => ['[]', ['' => 'A JSON object was expected.']];
        yield 'deep' => [str_repeat('[', 10_000) . str_repeat(']', 10_000), ['' => 'deeper than 120 levels']];
        yield 'large' => ['"' . str_repeat('x', 16_000_001) . '"', ['' => 'larger than 16 000 000 bytes']];
        yield 'a doubled key' => ['{"item": {"sku": "a", "\u0073ku": "b"}}', ['/item/sku' => 'stands twice']];
        yield 'a doubled key in a list' => [
            '{"options": [{}, {"code": "a", "kind": "one", "code": "b"}]}',
            ['/options/1/code' => 'stands twice'],
        ];
        yield 'a number with an exponent' => ['{"item": {"price": 1e400}}', ['/item/price' => 'decimal string']];
        yield 'a number with a fraction' => ['{"item": {"price": 12.5}}', ['/item/price' => 'decimal string']];
        yield 'null in a list' => ['{"options": [null]}', ['/options/0' => 'null cannot stand in a list']];
    }

    /**
     * @param array<string, string> $expected
     */
    #[DataProvider('unreadable')]
    public function testTextThatIsNoDocument(string $text, array $expected): void
    {
        $this->assertProblems($expected, $text);
    }

    /**
     * @return iterable<string, array{array<string, mixed>, array<string, string>}>
     */
    public static function faulty(): iterable
    {
        $one = static fn(array $more): array => [
            'options' => [['code' => 'a', 'kind' => 'one', 'values' => [['code' => 'x'], ['code' => 'y']]] + $more],
        ];
        yield 'everything missing at once' => [
            ['item' => ['sku' => 'a'], 'currency' => 'EURO', 'nmae' => 'x'],
            [
                '/nmae' => 'not known here. Was "name" meant?',
                '/currency' => 'expected form',
                '/item' => 'The key "name" is missing.',
            ],
        ];
        yield 'an unknown currency' => [['currency' => 'XQZ'], ['/currency' => 'ISO 4217']];
        yield 'a decimal comma' => [
            ['item' => ['sku' => 'a', 'name' => 'b', 'price' => '12,5']],
            ['/item/price' => 'no comma'],
        ];
        yield 'an exponent in a decimal' => [
            ['item' => ['sku' => 'a', 'name' => 'b', 'price' => '1e400']],
            ['/item/price' => 'no exponent'],
        ];
        yield 'a trailing line break in a decimal' => [
            ['item' => ['sku' => 'a', 'name' => 'b', 'price' => "1\n"]],
            ['/item/price' => 'plain decimal'],
        ];
        yield 'tiers that fall' => [
            [
                'charges' => [
                    ['how' => 'tiers', 'steps' => [['from' => 10, 'amount' => '1'], ['from' => 5, 'amount' => '2']]],
                ],
            ],
            ['/charges/0/steps/1/from' => 'has to be above 10'],
        ];
        yield 'a step with nothing to add' => [
            ['charges' => [['how' => 'tiers', 'steps' => [['from' => 10]]]]],
            ['/charges/0/steps/0' => ''],
        ];
        yield 'tiers at a value' => [
            [
                'options' => [
                    [
                        'code' => 'a',
                        'kind' => 'one',
                        'values' => [
                            [
                                'code' => 'x',
                                'charge' => ['how' => 'tiers', 'steps' => [['from' => 1, 'amount' => '1']]],
                            ],
                        ],
                    ],
                ],
            ],
            ['/options/0/values/0/charge/how' => 'One of "fixed"'],
        ];
        $polygon = static fn(array $points): array => [
            'views' => [['code' => 'v', 'places' => [['code' => 'p', 'shape' => 'polygon', 'points' => $points]]]],
        ];
        yield 'a polygon that crosses itself' => [
            $polygon([['0', '0'], ['10', '10'], ['10', '0'], ['0', '10']]),
            ['/views/0/places/0/points' => 'cross'],
        ];
        yield 'a point with three figures' => [
            $polygon([['0', '0'], ['10', '10', '1'], ['10', '0']]),
            ['/views/0/places/0/points/1' => ''],
        ];
        yield 'a box without a box' => [
            ['views' => [['code' => 'v', 'places' => [['code' => 'p']]]]],
            ['/views/0/places/0' => 'The key "box" is missing'],
        ];
        yield 'two views of one code' => [
            ['views' => [['code' => 'v'], ['code' => 'v']]],
            ['/views/1/code' => 'second time'],
        ];
        yield 'a control shown in three ways' => [
            $one(['control' => ['list', 'buttons', 'tiles']]),
            ['/options/0/control' => ''],
        ];
        yield 'no colour' => [
            ['options' => [['code' => 'a', 'kind' => 'colour', 'colours' => ['red']]]],
            ['/options/0/colours/0' => 'expected form'],
        ];
        yield 'a wrong kind' => [
            ['options' => [['code' => 'a', 'kind' => 'oen']]],
            ['/options/0/kind' => 'One of "one", "several"'],
        ];
        yield 'a key of another kind' => [$one(['picks' => ['min' => 1]]), ['/options/0/picks' => 'not known here']];
        yield 'two tests in one object' => [
            $one(['shownWhen' => ['option' => 'a', 'is' => 'x', 'filled' => true]]),
            ['/options/0/shownWhen/filled' => 'not known here'],
        ];
        yield 'a quantity test outside charges' => [
            $one(['shownWhen' => ['quantity' => ['atLeast' => 2]]]),
            ['/options/0/shownWhen' => 'The key "option" is missing.'],
        ];
        yield 'a charge of the wrong place' => [$one(['charge' => '5']), ['/options/0/charge' => 'not known here']];
        yield 'an unknown form of charge' => [
            ['charges' => [['how' => 'magic', 'amount' => '1']]],
            ['/charges/0/how' => 'One of "fixed"'],
        ];
        yield 'codes twice' => [
            [
                'options' => [
                    ['code' => 'a', 'kind' => 'note'],
                    ['code' => 'a', 'kind' => 'one', 'values' => [['code' => 'x'], ['code' => 'x']]],
                ],
            ],
            ['/options/1/code' => 'a second time', '/options/1/values/1/code' => 'a second time'],
        ];
        yield 'a part twice' => [['parts' => [['sku' => 'p'], ['sku' => 'p']]], ['/parts/1/sku' => 'a second time']];
        yield 'no such day' => [
            ['options' => [['code' => 'd', 'kind' => 'date', 'earliest' => '2030-02-30', 'closed' => ['2030-04-31']]]],
            ['/options/0/earliest' => 'no such day', '/options/0/closed/0' => 'no such day'],
        ];
        yield 'a formula that ends early' => [
            ['charges' => [['how' => 'formula', 'expr' => '1 +']]],
            ['/charges/0/expr' => 'ends too early'],
        ];
        yield 'a formula that reaches for PHP' => [
            [
                'charges' => [
                    ['how' => 'formula', 'expr' => 'system("id")'],
                    ['how' => 'formula', 'expr' => '$x->y'],
                    ['how' => 'formula', 'expr' => 'a::b'],
                ],
            ],
            [
                '/charges/0/expr' => 'no function "system"',
                '/charges/1/expr' => 'does not belong',
                '/charges/2/expr' => 'expected',
            ],
        ];
        yield 'a formula nested 1 000 deep' => [
            ['charges' => [['how' => 'formula', 'expr' => str_repeat('(', 1000) . '1' . str_repeat(')', 1000)]]],
            ['/charges/0/expr' => 'deeper than 60'],
        ];
        yield 'a pattern that is none' => [
            ['options' => [['code' => 't', 'kind' => 'text', 'pattern' => '(']]],
            ['/options/0/pattern' => 'This is not a pattern that HTML takes: at place 1, the group is never closed.'],
        ];
        yield 'a pointer with slashes' => [
            [
                'options' => [
                    ['code' => 't', 'kind' => 'one', 'values' => [['code' => 'x', 'figures' => ['a/b~c' => '1']]]],
                ],
            ],
            ['/options/0/values/0/figures' => 'expected form'],
        ];
    }

    /**
     * @param array<string, mixed> $keys
     * @param array<string, string> $expected
     */
    #[DataProvider('faulty')]
    public function testDocumentsWithFaults(array $keys, array $expected): void
    {
        $this->assertProblems($expected, Documents::json($keys));
    }

    public function testNullMeansLeftOut(): void
    {
        $setup = Documents::setup([
            'quantity' => null,
            'options' => [
                ['code' => 'a', 'kind' => 'one', 'values' => [['code' => 'x', 'stock' => null]], 'help' => null],
            ],
        ]);
        self::assertNull($setup->options[0]->values[0]->stock);
        $this->assertProblems(
            ['/item' => 'The key "price" is missing.'],
            Documents::json(['item' => ['sku' => 'a', 'name' => 'b', 'price' => null]]),
        );
    }

    public function testWholeNumbersAndTextBothCarryDecimals(): void
    {
        $setup = Documents::setup([
            'item' => ['sku' => 'a', 'name' => 'b', 'price' => 12, 'stock' => '9007199254740993'],
        ]);
        self::assertSame('12', (string) $setup->item->price);
        self::assertSame('9007199254740993', (string) $setup->item->stock);
    }

    public function testAReferenceToNothingCanBeRead(): void
    {
        $reach = Documents::reach([
            'options' => [Documents::one('a', ['x'], ['shownWhen' => ['option' => 'b', 'filled' => false]])],
        ]);
        self::assertSame('2', gmp_strval($reach->selectable()));
    }

    /**
     * @param array<string, string> $expected place => part of the message
     */
    private function assertProblems(array $expected, string $json): void
    {
        try {
            Reader::shipped()->read($json, Today::of(Documents::TODAY));
        } catch (UnreadableDocument $e) {
            $found = [];
            foreach ($e->problems as $problem) {
                $found[$problem->at][] = $problem->message;
            }
            self::assertSame(
                [],
                array_diff(array_keys($found), array_keys($expected)),
                json_encode(
                    array_map(static fn(Problem $p): array => [$p->at, $p->message], $e->problems),
                    JSON_THROW_ON_ERROR,
                ),
            );
            foreach ($expected as $at => $message) {
                self::assertStringContainsString(
                    $message,
                    implode("\n", $found[$at] ?? ['(no problem at ' . $at . ')']),
                );
            }

            return;
        }
        self::fail('The document was read.');
    }

    public function testAMarkBeforeTheTextIsNoPartOfIt(): void
    {
        $text = "\u{FEFF}" . Documents::json(['name' => 'Marked']);
        self::assertSame('Marked', Reader::shipped()->read($text, Today::of(Documents::TODAY))->name);
        self::assertSame('Marked', JsonText::members($text)['name'] ?? null);
        self::assertSame([], JsonText::members('[1]'), 'A list has no members.');
    }
}
