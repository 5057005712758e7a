<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Boundary;

use Ithrel\Core\Boundary\Boundaries;
use Ithrel\Core\Boundary\BoundaryText;
use Ithrel\Core\Boundary\Tick;
use Ithrel\Core\Boundary\TickedSheets;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\TestCase;

final class TickedSheetsTest extends TestCase
{
    public function testAFilledTableComesBackAndSaysWhatCameOutOtherwise(): void
    {
        $csv = BoundaryText::csv($this->sheets());
        self::assertTrue(TickedSheets::isOne($csv));
        self::assertSame([], TickedSheets::read($csv), 'Nothing is ticked yet.');
        $lines = explode("\r\n", $csv);
        foreach ($lines as $n => $line) {
            $lines[$n] = match (true) {
                str_contains($line, 'the most: 4') => preg_replace('/,,,$/', ',taken,,', $line),
                str_contains($line, 'one beyond the most: 5') => preg_replace(
                    '/,,,$/',
                    ',Refused,taken,cut off in the cart',
                    $line,
                ),
                str_contains($line, 'blanks alone') => preg_replace('/,,,$/', ',refused,,', $line),
                default => $line,
            };
        }
        $ticks = TickedSheets::read(implode("\r\n", $lines));
        self::assertCount(4, $ticks);
        $ticked = TickedSheets::of($this->sheets(), $ticks);
        self::assertSame([3, 0], [$ticked->ticked, $ticked->other]);
        self::assertSame(
            [['one beyond the most: 5 UTF-16 units', 'express', 'cut off in the cart']],
            array_map(
                static fn(array $d): array => [$d['row']->about, $d['tick']->route, $d['tick']->note],
                $ticked->differ,
            ),
            'Blanks where an answer is required are refused: that agrees.',
        );
        self::assertSame($ticks[1]->known, $ticks[2]->known);
    }

    public function testTicksOfEdgesThatAreGoneAreCounted(): void
    {
        self::assertSame(
            [0, 2],
            [
                ($ticked = TickedSheets::of($this->sheets(), [
                    new Tick('000000000000', 'form', 'taken'),
                    new Tick('000000000000', 'express', 'taken'),
                ]))->ticked,
                $ticked->other,
            ],
        );
    }

    public function testWhatIsNotReadIsNamedByItsLine(): void
    {
        try {
            TickedSheets::read("Key,Form,Express,Note\nabc,maybe,,\n");
            self::fail('It was read.');
        } catch (UnreadableDocument $e) {
            self::assertSame('line 2, column Form', $e->problems[0]->at);
            self::assertStringContainsString('"maybe"', $e->problems[0]->message);
        }
        $this->expectException(UnreadableDocument::class);
        TickedSheets::read("Option,Label\nname,Name\n");
    }

    /**
     * @return iterable<\Ithrel\Core\Boundary\BoundarySheet>
     */
    private function sheets(): iterable
    {
        return (new Boundaries(
            Documents::reach([
                'options' => [
                    [
                        'code' => 'name',
                        'label' => 'Name',
                        'kind' => 'text',
                        'required' => true,
                        'length' => ['max' => 4],
                    ],
                ],
            ]),
        ))->sheets(['name']);
    }
}
