<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Draft;

use Ithrel\Core\Draft\Drafter;
use Ithrel\Core\Draft\TableReader;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * Conditions in the cells of a table: as sentences, and more loosely.
 */
final class WrittenConditionTest extends TestCase
{
    /**
     * @return iterable<string, array{array<string, mixed>|null}>
     */
    public static function conditions(): iterable
    {
        $large = ['option' => 'size', 'is' => 'large'];
        $either = ['option' => 'size', 'is' => ['small', 'large']];
        $gift = ['option' => 'gift_wrap', 'is' => true];
        foreach (
            [
                'Size is Large' => $large,
                'size = large' => $large,
                'Size: Small, Large' => $either,
                'Size is Small or Large' => $either,
                'Size != Large' => ['not' => $large],
                'Gift wrap' => $gift,
                'Gift wrap is no' => ['option' => 'gift_wrap', 'is' => false],
                'Gift wrap is yes & Size = Large' => ['all' => [$gift, $large]],
                'Gift wrap is yes; Size is Large' => ['any' => [$gift, $large]],
                'Size is Large or Gift wrap is yes' => ['any' => [$large, $gift]],
                'not (Size is Large or Gift wrap is yes)' => ['not' => ['any' => [$large, $gift]]],
                'Width is at least 10 cm and below 20' => ['option' => 'width', 'atLeast' => '10', 'below' => '20'],
                'Width at least 10' => ['option' => 'width', 'atLeast' => '10'],
                'Width: above 9.5 cm' => ['option' => 'width', 'above' => '9.5'],
                'Width filled' => ['option' => 'width', 'filled' => true],
                'Width has no answer' => ['option' => 'width', 'filled' => false],
                'Extras has at least 1 picked' => ['option' => 'extras', 'picks' => ['atLeast' => 1]],
                'Size is "xs"' => ['option' => 'size', 'is' => 'xs'],
                'Size is Huge' => null,
                'Colour is Red' => null,
            ]
            as $words => $condition
        ) {
            yield $words => [$condition];
        }
    }

    /**
     * @param array<string, mixed>|null $condition null: it is not understood
     */
    #[DataProvider('conditions')]
    public function testAConditionInACell(?array $condition): void
    {
        $words = (string) $this->dataName();
        $table =
            "Option;Value;Kind;Unit;Shown when\nSize;Small;;;\n;Large;;;\nGift wrap;;flag;;\nWidth;;number;cm;\n" .
            "Extras;A;several;;\n;B;;;\nMotto;;text;;\"" .
            str_replace('"', '""', $words) .
            "\"\n";
        $draft = Drafter::of([TableReader::read($table, 'lamp', 2)]);
        $document = json_decode(json_encode($draft->document, JSON_THROW_ON_ERROR), true);
        self::assertIsArray($document);
        self::assertSame($condition, $document['options'][4]['shownWhen'] ?? null);
        self::assertSame(
            null === $condition ? [sprintf('"%s" could not be read as a condition.', $words)] : [],
            array_values(
                array_filter(
                    array_column($draft->left, 'why'),
                    static fn(string $w): bool => str_contains($w, 'condition'),
                ),
            ),
        );
    }
}
