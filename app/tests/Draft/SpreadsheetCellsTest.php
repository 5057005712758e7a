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

    #[TestWith(["PK\x03\x04 and then nothing of the kind"])]
    #[TestWith(["PK\x03\x04"])]
    public function testWhatIsNoneIsSaid(string $bytes): void
    {
        $this->expectException(UnreadableDocument::class);
        $this->expectExceptionMessageMatches('/no spreadsheet that can be read|No sheet of it has any cells/');
        SourceFile::read($bytes, 'no', 2);
    }
}
