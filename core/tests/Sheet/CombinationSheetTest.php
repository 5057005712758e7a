<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Sheet;

use Ithrel\Core\Document\Today;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Sheet\CombinationSheet;
use Ithrel\Core\Table\Csv;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Core\Tests\Support\RandomPrices;
use Ithrel\Core\Tests\Support\RandomSetup;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;

final class CombinationSheetTest extends TestCase
{
    #[TestDox('many lines at a time are the same as line by line, in every set and from any number')]
    public function testCsvIsRowByRow(): void
    {
        $reader = Reader::shipped();
        $start = 1000 * intdiv(time(), 86400);
        $lines = 0;
        for ($seed = $start; $seed < $start + 120; ++$seed) {
            $document = 0 === $seed % 2 ? RandomPrices::document($seed) : RandomSetup::document($seed, true, 9);
            $reach = new Reach($reader->read(json_encode($document, JSON_THROW_ON_ERROR), Today::of(Documents::TODAY)));
            $sheet = new CombinationSheet($reach);
            foreach (Listing::SETS as $set) {
                $listing = new Listing($reach, $set);
                $total = gmp_intval(gmp_cmp($listing->total(), 400) > 0 ? gmp_init(400) : $listing->total());
                foreach ([[0, 400], [intdiv($total, 3), 7], [max(0, $total - 1), 5]] as [$from, $limit]) {
                    $expected = '';
                    $n = gmp_init($from);
                    foreach ($listing->from($n, $limit) as $state) {
                        $expected .= Csv::text([$sheet->row($n, $state)]);
                        $n = gmp_add($n, 1);
                        ++$lines;
                    }
                    $found = implode('', iterator_to_array($sheet->csv($listing, gmp_init($from), $limit), false));
                    self::assertSame($expected, $found, sprintf('Seed %d, %s from %d', $seed, $set, $from));
                }
            }
        }
        // How many combinations a day's seeds have varies.
        self::assertGreaterThan(2_000, $lines);
    }

    #[TestDox('endings are not shared where one beginning is a wrong sale already and the other is none yet')]
    public function testALongListOfWrongSales(): void
    {
        $one = static fn(string $code): array => Documents::one($code, ['x', 'y', 'z', 'w']);
        $never = static fn(string $a, string $b): array => [
            'never' => ['all' => [['option' => $a, 'is' => 'x'], ['option' => $b, 'is' => 'y']]],
            'because' => 'They do not fit.',
        ];
        $reach = Documents::reach([
            'options' => [
                ...array_map($one, ['a', 'b']),
                // As many as keep the endings of one beginning within what is shared.
                ...array_map(
                    static fn(int $n): array => ['code' => 'f' . $n, 'label' => 'F' . $n, 'kind' => 'flag'],
                    range(1, 7),
                ),
                ...array_map($one, ['e', 'f']),
            ],
            'guards' => [$never('a', 'b'), $never('e', 'f')],
        ]);
        $listing = new Listing($reach, Listing::WRONG_SALE);
        $total = gmp_intval($listing->total());
        self::assertSame(25 * 128 * 25 - 24 * 128 * 24, $total);
        $sheet = new CombinationSheet($reach);
        $expected = '';
        foreach ($listing->from(gmp_init(0), $total) as $n => $state) {
            $expected .= Csv::text([$sheet->row(gmp_init($n), $state)]);
        }
        $found = implode('', iterator_to_array($sheet->csv($listing, gmp_init(0), $total), false));
        self::assertSame($expected, $found);
    }

    public function testLabelsThatNeedQuotesHaveThem(): void
    {
        $reach = Documents::reach([
            'options' => [
                [
                    'code' => 'a',
                    'label' => 'A, "the first"',
                    'kind' => 'one',
                    'required' => true,
                    'values' => [['code' => 'x', 'label' => '10" wide', 'sku' => 'X,1', 'charge' => '2']],
                ],
            ],
        ]);
        $sheet = new CombinationSheet($reach);
        self::assertSame("#,\"A, \"\"the first\"\"\",SKU,Unit price\r\n", Csv::text([$sheet->heading()]));
        self::assertSame(
            ["0,\"10\"\" wide\",\"T-1-X,1\",102.00\r\n"],
            iterator_to_array($sheet->csv(new Listing($reach), gmp_init(0), 9), false),
        );
    }
}
