<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Draft;

use Ithrel\Core\Diff\Meaning;
use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Draft\ChargeSentence;
use Ithrel\Core\Draft\Drafter;
use Ithrel\Core\Draft\DraftSource;
use Ithrel\Core\Draft\SetupSheet;
use Ithrel\Core\Draft\TableChange;
use Ithrel\Core\Draft\TableMerge;
use Ithrel\Core\Draft\TableReader;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Tests\Support\ChargeCases;
use Ithrel\Core\Tests\Support\RandomSetup;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\DataProviderExternal;
use PHPUnit\Framework\TestCase;

/**
 * The sheets that a setup gives out come back in unchanged, and what was changed in them is told.
 */
final class SetupSheetTest extends TestCase
{
    private const TODAY = '2026-11-24';

    /**
     * @return iterable<string, array{string}>
     */
    public static function documents(): iterable
    {
        foreach ((array) glob(dirname(__DIR__, 3) . '/demo/setups/*.json') as $file) {
            yield basename((string) $file) => [(string) file_get_contents((string) $file)];
        }
        yield 'names that a table could misread' => [
            json_encode(
                [
                    'ithrel' => 'setup/1',
                    'name' => 'Lamp',
                    'currency' => 'EUR',
                    'item' => ['sku' => 'L', 'name' => 'Lamp', 'price' => '10'],
                    'options' => [
                        [
                            'code' => 'size',
                            'label' => ' Size, "wide"',
                            'kind' => 'one',
                            'stages' => ['cart'],
                            'values' => [
                                ['code' => 's', 'label' => "'=1+1", 'charge' => '-1.234', 'weight' => '1.850'],
                                ['code' => 'l', 'label' => 'Large; or larger (+5.00)'],
                                [
                                    'code' => '007',
                                    'label' => '"quoted"',
                                    'figures' => ['rate' => '0.35'],
                                    'allowedWhen' => [
                                        'any' => [
                                            ['option' => 'wrap', 'is' => true],
                                            ['not' => ['option' => 'twin', 'is' => 'a']],
                                        ],
                                    ],
                                ],
                            ],
                        ],
                        [
                            'code' => 'twin',
                            'label' => 'Twin',
                            'kind' => 'several',
                            'picks' => ['max' => 2],
                            'values' => [
                                ['code' => 'a', 'label' => 'A', 'default' => true],
                                ['code' => 'b', 'label' => 'b', 'default' => true],
                            ],
                            'charge' => ['how' => 'per-pick', 'amount' => '2', 'free' => 1],
                        ],
                        [
                            'code' => 'twin_2',
                            'label' => 'Twin',
                            'kind' => 'one',
                            'values' => [
                                ['code' => 'a', 'label' => 'A'],
                                ['code' => 'aa', 'label' => 'A', 'hidden' => true],
                            ],
                        ],
                        [
                            'code' => 'wrap',
                            'kind' => 'flag',
                            'yes' => [
                                'charge' => ['how' => 'percent', 'rate' => '10', 'of' => 'running'],
                                'sku' => 'W',
                            ],
                            'default' => true,
                        ],
                        [
                            'code' => 'motto',
                            'label' => 'Motto',
                            'kind' => 'text',
                            'length' => ['max' => 20, 'measure' => 'graphemes'],
                            'pattern' => '[A-Z, ]+',
                            'default' => 'yes',
                            'help' => "Two\nlines",
                        ],
                        [
                            'code' => 'wide',
                            'label' => 'Width',
                            'kind' => 'number',
                            'min' => '1',
                            'max' => 40,
                            'unit' => 'cm',
                            'charge' => ['how' => 'formula', 'expr' => 'wide * 2', 'min' => '9'],
                            'shownWhen' => ['option' => 'wrap', 'is' => true],
                        ],
                    ],
                    'variants' => [
                        'by' => ['size', 'twin', 'twin_2', 'wrap'],
                        'rows' => [
                            [
                                'pick' => ['size' => 's', 'twin' => ['a', 'b'], 'twin_2' => 'aa', 'wrap' => true],
                                'price' => '12.5',
                                'size' => ['length' => '3', 'width' => '2', 'height' => '1', 'unit' => 'cm'],
                            ],
                            ['pick' => ['size' => '007'], 'sku' => '=cmd', 'stock' => 4],
                        ],
                    ],
                ],
                JSON_THROW_ON_ERROR,
            ),
        ];
    }

    #[DataProvider('documents')]
    public function testBothSheetsComeBackUnchanged(string $text): void
    {
        self::unchanged($text, 'the document');
    }

    public function testRandomSetupsComeBackUnchanged(): void
    {
        $seed = (int) (false === getenv('ITHREL_SEED') ? random_int(0, PHP_INT_MAX >> 1) : getenv('ITHREL_SEED'));
        for ($n = 0; $n < 150; ++$n) {
            self::unchanged(
                json_encode(RandomSetup::document($seed + $n, 0 === $n % 2), JSON_THROW_ON_ERROR),
                sprintf('Seed %d', $seed + $n),
            );
        }
    }

    private static function unchanged(string $text, string $about): void
    {
        $setup = Reader::shipped()->read($text, Today::of(self::TODAY));
        $sheet = new SetupSheet($setup, $text);
        $minor = $setup->currency->minorUnits;
        $document = json_decode($text, true, 120, JSON_THROW_ON_ERROR);
        self::assertIsArray($document);
        $tables = array_filter([$sheet->options(), $sheet->rows()], is_string(...));
        foreach ($tables as $table) {
            $merge = TableMerge::of($document, TableReader::read($table, 'sheet', $minor), $minor);
            self::assertSame(
                [],
                array_map(static fn(TableChange $c): string => $c->at . ' ' . $c->words, $merge->changes),
                $about . "\n" . $table,
            );
            self::assertSame([], $merge->kept, $about);
        }
        $draft = Drafter::of(
            array_map(
                static fn(string $table): DraftSource => TableReader::read($table, 'sheet', $minor),
                array_values($tables),
            ),
            $setup->currency->code,
        )->document;
        $meaning = new Meaning($minor);
        $of = static fn(mixed $whole): mixed => $meaning->ofDocument(
            json_decode(json_encode($whole, JSON_THROW_ON_ERROR)),
        );
        foreach (null === $sheet->rows() ? ['options'] : ['options', 'variants'] as $key) {
            self::assertTrue(
                Meaning::isSame(
                    self::labelled($of([$key => $document[$key] ?? null])),
                    self::labelled($of([$key => $draft[$key] ?? null])),
                ),
                $about . "\n" . implode("\n", $tables) . "\n" . json_encode($draft[$key] ?? null),
            );
        }
    }

    /**
     * An option or value without a label is called by its code, which a draft says; no values are none, no picks are no
     * answer.
     */
    private static function labelled(mixed $meaning): mixed
    {
        if (!is_array($meaning)) {
            return $meaning;
        }
        if (is_array($meaning['pick'] ?? null)) {
            $meaning['pick'] = array_filter(
                $meaning['pick'],
                static fn(mixed $answer): bool => false !== $answer && [] !== $answer,
            );
        }
        $meaning = array_map(self::labelled(...), $meaning);
        if ([] === ($meaning['values'] ?? null)) {
            unset($meaning['values']);
        }

        return isset($meaning['code'], $meaning['label']) && $meaning['code'] === $meaning['label']
            ? array_diff_key($meaning, ['label' => 1])
            : $meaning;
    }

    public function testWhatWasChangedInASpreadsheetIsToldAtItsPlace(): void
    {
        $document = [
            'ithrel' => 'setup/1',
            'name' => 'Lamp',
            'currency' => 'EUR',
            'item' => ['sku' => 'L', 'name' => 'Lamp', 'price' => '10'],
            'options' => [
                [
                    'code' => 'size',
                    'label' => 'Size *',
                    'kind' => 'one',
                    'required' => true,
                    'values' => [
                        ['code' => 's', 'label' => 'Small', 'charge' => '1.00', 'sku' => 'S'],
                        ['code' => 'l', 'label' => 'Large'],
                    ],
                ],
                ['code' => 'motto', 'label' => 'Motto', 'kind' => 'text', 'length' => ['max' => 20]],
            ],
            'variants' => [
                'by' => ['size'],
                'rows' => [
                    ['pick' => ['size' => 's'], 'price' => '12.00'],
                    ['pick' => ['size' => 'l'], 'price' => '15.00', 'stock' => 3],
                ],
            ],
        ];
        $of = static fn(string $table): TableMerge => TableMerge::of(
            $document,
            TableReader::read($table, 'sheet', 2),
            2,
        );
        $said = static fn(TableMerge $merge): array => array_map(
            static fn(TableChange $c): array => [$c->at, $c->value, $c->from, $c->words],
            $merge->changes,
        );

        $merge = $of(
            "option (code),value (code),label,kind,required,charge,sku,length max\r\nsize,,Size " .
                "*,one,yes,,,\r\n,s,Small,,,\"1,50\",,\r\n,m,Medium,,,2.00,,\r\nmotto,,Your motto,text,,,,\r\n",
        );
        self::assertSame(
            [
                ['/options/0/values/0/charge', '1.5', 'line 3, column charge', 'Size, Small: charge 1.00 becomes 1.5'],
                ['/options/0/values/0/sku', null, 'line 3, column sku', 'Size, Small: sku S is taken out'],
                [
                    '/options/0/values/2',
                    ['code' => 'm', 'label' => 'Medium', 'charge' => '2.00'],
                    'line 4, column value (code)',
                    'Size: Medium, a new value',
                ],
                ['/options/1/label', 'Your motto', 'line 5, column label', 'Motto: label Motto becomes Your motto'],
                ['/options/1/length', null, 'line 5, column length max', 'Motto: length max 20 is taken out'],
            ],
            array_map(
                static fn(array $one): array => 'line 4, column label' === $one[2]
                    ? [$one[0], $one[1], 'line 4, column value (code)', $one[3]]
                    : $one,
                $said($merge),
            ),
        );
        self::assertSame(['Size: Large stand in the setup alone, and stay.'], $merge->kept);

        // As a person keeps it: labels, no codes, prices with a comma, one row more and one less.
        $source = TableReader::read("Size;Price;Stock\nSmall;12,50;\nMedium;13,00;2\n;9,00;\n", 'sheet', 2);
        $merge = TableMerge::of($document, $source, 2);
        self::assertEquals(
            [
                ['/variants/rows/0/price', '12.50', 'line 2, column Price', 'Small: price 12.00 becomes 12.50'],
                [
                    '/variants/rows/2',
                    ['pick' => new \stdClass(), 'price' => '9.00'],
                    'line 4, column Price',
                    'Nothing picked: a new row',
                ],
            ],
            $said($merge),
        );
        self::assertSame([['from' => 'line 3, column Price', 'why' => 'Size has no value “Medium”.']], $source->left);
        self::assertSame(['1 row of the setup is not in the table, and stays.'], $merge->kept);

        // Other options than the setup's rows go by.
        $source = TableReader::read("Colour,Price\nRed,1.00\n", 'sheet', 2);
        self::assertSame([], TableMerge::of($document, $source, 2)->changes);
        self::assertSame(
            [['from' => 'the table', 'why' => 'Colour: no option of the setup is called so, and no column of a row.']],
            $source->left,
        );
    }

    #[DataProviderExternal(ChargeCases::class, 'written')]
    public function testChargesAreWrittenAndRead(string $words, mixed $charge): void
    {
        self::assertSame($charge, ChargeSentence::read($words));
        if (null !== $charge) {
            self::assertSame($words, ChargeSentence::write(self::place($charge)));
        }
    }

    public function testOnlyWhatComesBackTheSameIsWritten(): void
    {
        self::assertSame('5.00', ChargeSentence::read('+5.00'));
        self::assertNull(ChargeSentence::write(self::place(['how' => 'formula', 'expr' => 'w', 'note' => 'x'])));
        self::assertNull(ChargeSentence::write(self::place(['how' => 'unheard-of'])));
    }

    #[DataProviderExternal(ChargeCases::class, 'said')]
    public function testChargesAreSaid(mixed $charge, string $words): void
    {
        self::assertSame($words, ChargeSentence::say(self::place($charge)));
    }

    private static function place(mixed $charge): Place|string
    {
        return is_array($charge)
            ? new Place((object) json_decode(json_encode($charge, JSON_THROW_ON_ERROR)), '')
            : (is_string($charge)
                ? $charge
                : '');
    }
}
