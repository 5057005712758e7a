<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Draft;

use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Draft\ConditionSentence;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Condition\SpokenOptions;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Core\Words\ConditionWords;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class ConditionSentenceTest extends TestCase
{
    /**
     * @return iterable<string, array{string, array<string, mixed>}>
     */
    public static function sentences(): iterable
    {
        yield 'one value' => ['Size is Large', ['option' => 'size', 'is' => ['l']]];
        yield 'one of two, in any letter case' => ['size IS small OR large', ['option' => 'size', 'is' => ['s', 'l']]];
        yield 'by codes' => ['size is s or l', ['option' => 'size', 'is' => ['s', 'l']]];
        yield 'a label with an "or" and an "and" in it' => [
            'Finish is Black or white and Size is Large',
            ['all' => [['option' => 'finish', 'is' => ['bw']], ['option' => 'size', 'is' => ['l']]]],
        ];
        yield 'another test after an "or"' => [
            'Size is Large or Finish is Brass',
            ['any' => [['option' => 'size', 'is' => ['l']], ['option' => 'finish', 'is' => ['br']]]],
        ];
        yield 'and binds more tightly' => [
            'Gift is yes or Size is Small and Gift is not yes',
            [
                'any' => [
                    ['option' => 'gift', 'is' => true],
                    ['all' => [['option' => 'size', 'is' => ['s']], ['option' => 'gift', 'is' => false]]],
                ],
            ],
        ];
        yield 'brackets, and not' => [
            'not (Gift is yes or Extras has Box) and Size is not Small',
            [
                'all' => [
                    ['not' => ['any' => [['option' => 'gift', 'is' => true], ['option' => 'extras', 'is' => ['box']]]]],
                    ['not' => ['option' => 'size', 'is' => ['s']]],
                ],
            ],
        ];
        yield 'a range, and on' => [
            'Width is at least 100 and below 200.5 cm and Gift is yes',
            [
                'all' => [
                    ['option' => 'width', 'atLeast' => '100', 'below' => '200.5'],
                    ['option' => 'gift', 'is' => true],
                ],
            ],
        ];
        yield 'days' => [
            'Day is from 2030-01-31 and until +30d',
            ['option' => 'day', 'atLeast' => '2030-01-31', 'atMost' => '+30d'],
        ];
        yield 'picks' => [
            'Extras has at least 1 and at most 2 picked',
            ['option' => 'extras', 'picks' => ['atLeast' => 1, 'atMost' => 2]],
        ];
        yield 'answered' => [
            'Motto is answered and Width has no answer',
            ['all' => [['option' => 'motto', 'filled' => true], ['option' => 'width', 'filled' => false]]],
        ];
        yield 'a value whose name begins with a number' => [
            'Extras has 2 bulbs',
            ['option' => 'extras', 'is' => ['two']],
        ];
        yield 'days from today, with what they come to' => [
            'Day is until +2d (2026-11-26) and Gift is yes',
            ['all' => [['option' => 'day', 'atMost' => '+2d'], ['option' => 'gift', 'is' => true]]],
        ];
        yield 'pieces' => ['5 to 9 pieces are bought', ['quantity' => ['atLeast' => 5, 'atMost' => 9]]];
        yield 'quantity' => ['quantity is at least 5', ['quantity' => ['atLeast' => 5]]];
        yield 'quoted' => ['“Size” is "Large"', ['option' => 'size', 'is' => ['l']]];
        yield 'a value that is not there, by its code' => [
            'Size is "xs" and Gift is yes',
            ['all' => [['option' => 'size', 'is' => ['xs']], ['option' => 'gift', 'is' => true]]],
        ];
        yield 'always' => ['always', ['all' => []]];
    }

    /**
     * @param array<string, mixed> $condition
     */
    #[DataProvider('sentences')]
    public function testASentenceIsRead(string $words, array $condition): void
    {
        self::assertSame($condition, ConditionSentence::read(new SpokenOptions(self::lamp()->options), $words));
    }

    public function testWhatIsNotUnderstoodIsToldWhereItStands(): void
    {
        foreach (
            [
                'Size is Huge' => 'After “Size is” a value of Size (Small, Large) was expected, not “Huge”.',
                'Length is 5' =>
                    'At the beginning the name of an option (Size, Finish, Gift, Extras, Width, Day, Motto) was ' .
                    'expected, not “Length is 5”.',
                'Extras has at least 2 boxes' => 'After “Extras has at least 2” "picked" was expected, not “boxes”.',
                'Width is wide' =>
                    'After “Width is” "at least", "at most", "above" or "below" with a number was expected, not ' .
                    '“wide”.',
                'Size is Small Gift is yes' =>
                    'After “Size is Small” and, or, or the end of the sentence was expected, not “Gift is yes”.',
                '(Size is Small' => 'After “(Size is Small” a closing bracket was expected.',
            ]
            as $words => $message
        ) {
            try {
                ConditionSentence::read(new SpokenOptions(self::lamp()->options), $words);
                self::fail($words);
            } catch (UnreadableDocument $e) {
                self::assertSame($message, $e->problems[0]->message);
            }
        }
    }

    /** What else may follow a name is for each kind of test to say. */
    public function testWhatMayFollowANameIsTold(): void
    {
        foreach (
            [
                'Size was Small' =>
                    'After “Size” %S"is" with a value, %S"is answered" or "has no answer" was expected, not ' .
                    '“was Small”.',
                'Gift is wanted' =>
                    'After “Gift” %S"is yes", "is not yes", %S"is answered" or "has no answer" was expected, not ' .
                    '“is wanted”.',
            ]
            as $words => $message
        ) {
            try {
                ConditionSentence::read(new SpokenOptions(self::lamp()->options), $words);
                self::fail($words);
            } catch (UnreadableDocument $e) {
                self::assertStringMatchesFormat($message, $e->problems[0]->message);
            }
        }
    }

    public function testTheConditionsOfTheDemoAreReadBackFromTheirWords(): void
    {
        $read = 0;
        foreach ((array) glob(dirname(__DIR__, 3) . '/demo/setups/*.json') as $file) {
            $document = (string) file_get_contents((string) $file);
            $setup = \Ithrel\Core\Setup\Reader::shipped()->read(
                $document,
                \Ithrel\Core\Document\Today::of(Documents::TODAY),
            );
            $words = new ConditionWords($setup->options);
            foreach ($setup->options as $index => $option) {
                $conditions = array_filter(
                    [
                        $option->shownWhen,
                        ...array_map(
                            static fn(\Ithrel\Core\Setup\Value $v): ?Condition => $v->allowedWhen,
                            $option->values,
                        ),
                    ],
                    static fn(?Condition $c): bool => null !== $c,
                );
                foreach ($conditions as $condition) {
                    $sentence = $words->of($condition);
                    if (str_contains($sentence, '"')) {
                        // It names what is not there.
                        continue;
                    }
                    /** @var array{options: list<array<string, mixed>>} $data */
                    $data = json_decode($document, true);
                    $data['options'][$index]['shownWhen'] = ConditionSentence::read(
                        new SpokenOptions($setup->options),
                        $sentence,
                    );
                    $again = \Ithrel\Core\Setup\Reader::shipped()->read(
                        json_encode($data, JSON_THROW_ON_ERROR),
                        \Ithrel\Core\Document\Today::of(Documents::TODAY),
                    );
                    $back = $again->options[$index]->shownWhen;
                    self::assertNotNull($back);
                    self::assertSame($sentence, (new ConditionWords($again->options))->of($back));
                    ++$read;
                }
            }
        }
        self::assertGreaterThan(60, $read);
    }

    private static function lamp(): Setup
    {
        return Documents::setup([
            'options' => [
                [
                    'code' => 'size',
                    'label' => 'Size *',
                    'kind' => 'one',
                    'values' => [['code' => 's', 'label' => 'Small'], ['code' => 'l', 'label' => 'Large']],
                ],
                [
                    'code' => 'finish',
                    'label' => 'Finish',
                    'kind' => 'one',
                    'values' => [
                        ['code' => 'b', 'label' => 'Black'],
                        ['code' => 'bw', 'label' => 'Black or white'],
                        ['code' => 'br', 'label' => 'Brass'],
                    ],
                ],
                ['code' => 'gift', 'label' => 'Gift', 'kind' => 'flag'],
                [
                    'code' => 'extras',
                    'label' => 'Extras',
                    'kind' => 'several',
                    'values' => [
                        ['code' => 'box', 'label' => 'Box'],
                        ['code' => 'cord', 'label' => 'Cord'],
                        ['code' => 'two', 'label' => '2 bulbs'],
                    ],
                ],
                ['code' => 'width', 'label' => 'Width', 'kind' => 'number', 'unit' => 'cm'],
                ['code' => 'day', 'label' => 'Day', 'kind' => 'date'],
                ['code' => 'motto', 'label' => 'Motto', 'kind' => 'text'],
            ],
        ]);
    }
}
