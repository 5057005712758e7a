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
