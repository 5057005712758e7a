<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Draft;

use Ithrel\App\Draft\SourceFile;
use Ithrel\App\Draft\SpreadsheetCells;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Draft\Drafter;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class SpreadsheetCellsTest extends TestCase
{
    #[TestWith(['plan.xlsx'])]
    #[TestWith(['plan.ods'])]
    public function testASpreadsheetIsATable(string $file): void
    {
        $bytes = (string) file_get_contents(__DIR__ . '/' . $file);
        self::assertTrue(SpreadsheetCells::isOne($bytes));
        self::assertSame(
            "Option,Value,Charge,Required\nSize,Small,,yes\n,Large,5,\nWood,Oak,2.5,\nMotto,,0.5,",
            trim(SpreadsheetCells::csv($bytes)),
            'A merged cell stands once, a formula with its value.',
        );
        $options = Drafter::of([SourceFile::read($bytes, 'plan', 2)])->document['options'];
        self::assertIsArray($options);
        self::assertSame(['code' => 'large', 'label' => 'Large', 'charge' => '5.00'], $options[0]['values'][1] ?? null);
    }

    #[TestWith(['A1:B2'])]
    #[TestWith(['A1:XFD1048576'])]
    #[TestWith(['C3:D5'])]
    public function testWhatAFileSaysOfItsExtentIsNotTrusted(string $extent): void
    {
        $said = $this->csv(
            static fn(string $xml): string => (string) preg_replace(
                '/<dimension ref="[^"]+"/',
                '<dimension ref="' . $extent . '"',
                $xml,
            ),
        );
        self::assertSame(SpreadsheetCells::csv((string) file_get_contents(__DIR__ . '/plan.xlsx')), $said);
    }

    public function testACellFarOutIsRefusedWithItsName(): void
    {
        $this->expectException(UnreadableDocument::class);
        $this->expectExceptionMessage('Its cells reach to XFD1048576, with more than 4000000 places.');
        $far = '<row r="1048576"><c r="XFD1048576"><v>1</v></c></row></sheetData>';
        $this->csv(static fn(string $xml): string => str_replace('</sheetData>', $far, $xml));
    }

    /**
     * @param \Closure(string): string $change of the first sheet of plan.xlsx
     */
    private function csv(\Closure $change): string
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'ithrel-sheet-');
        copy(__DIR__ . '/plan.xlsx', $file);
        $zip = new \ZipArchive();
        $zip->open($file);
        $before = (string) $zip->getFromName('xl/worksheets/sheet1.xml');
        self::assertNotSame($before, $change($before));
        $zip->addFromString('xl/worksheets/sheet1.xml', $change($before));
        $zip->close();
        $bytes = (string) file_get_contents($file);
        unlink($file);

        return SpreadsheetCells::csv($bytes);
    }

    #[TestWith(["PK\x03\x04 and then nothing of the kind"])]
    #[TestWith(["PK\x03\x04"])]
    public function testWhatIsNoneIsSaid(string $bytes): void
    {
        $this->expectException(UnreadableDocument::class);
        $this->expectExceptionMessageMatches('/no spreadsheet that can be read|No sheet of it has any cells/');
        SourceFile::read($bytes, 'no', 2);
    }
}
