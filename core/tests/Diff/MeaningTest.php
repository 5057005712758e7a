<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Diff;

use Ithrel\Core\Diff\Meaning;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * What a document means, place by place: each pair in two ways of writing one thing, or two things.
 */
final class MeaningTest extends TestCase
{
    /**
     * @return iterable<string, array{array<string, mixed>, array<string, mixed>, bool}>
     */
    public static function pairs(): iterable
    {
        $one = static fn(array $more): array => [
            'code' => 'o',
            'label' => 'O',
            'kind' => 'one',
            'values' => [$more + ['code' => 'v', 'label' => 'V']],
        ];
        $text = static fn(array $more): array => ['code' => 'o', 'label' => 'O', 'kind' => 'text'] + $more;
        $number = static fn(array $more): array => ['code' => 'o', 'label' => 'O', 'kind' => 'number'] + $more;
        foreach (
            [
                'a figure with a nought behind' => [
                    $one(['figures' => ['size' => '1.50']]),
                    $one(['figures' => ['size' => '1.5']]),
                    true,
                ],
                'a figure called as a default is' => [
                    $one(['figures' => ['points' => '0', 'free' => '2']]),
                    $one(['figures' => ['free' => '2']]),
                    false,
                ],
                'points that are none' => [$one(['points' => '0']), $one([]), true],
                'a charge as people write it' => [
                    $one(['charge' => '5']),
                    $one(['charge' => ['how' => 'fixed', 'amount' => '5.00']]),
                    true,
                ],
                'a charge of its own line' => [
                    $one(['charge' => '5']),
                    $one(['charge' => ['how' => 'fixed', 'amount' => '5', 'line' => 'own']]),
                    false,
                ],
                'a text that looks like a number' => [$text(['default' => '007']), $text(['default' => '7']), false],
                'a number with noughts' => [$number(['default' => '7.00']), $number(['default' => '7']), true],
                'blanks that are counted anyway' => [
                    $text(['charge' => ['how' => 'per-character', 'amount' => '1', 'skipSpaces' => false]]),
                    $text(['charge' => ['how' => 'per-character', 'amount' => '1']]),
                    true,
                ],
                'characters that are free' => [
                    $text(['charge' => ['how' => 'per-character', 'amount' => '1', 'free' => 0]]),
                    $text(['charge' => ['how' => 'per-character', 'amount' => '1', 'free' => '0']]),
                    true,
                ],
                'a label that looks like an amount' => [$one(['label' => '1.50']), $one(['label' => '1.5']), false],
                'a condition of one value' => [
                    $text(['shownWhen' => ['option' => 'p', 'is' => ['v']]]),
                    $text(['shownWhen' => ['option' => 'p', 'is' => 'v']]),
                    true,
                ],
                'a number of picks' => [
                    $text(['shownWhen' => ['option' => 'p', 'picks' => ['atLeast' => 2]]]),
                    $text(['shownWhen' => ['option' => 'p', 'picks' => ['atLeast' => '02']]]),
                    true,
                ],
            ]
            as $name => [$a, $b, $isSame]
        ) {
            yield $name => [['options' => [$a]], ['options' => [$b]], $isSame];
        }
        $item = static fn(array $more): array => [
            'item' => ['sku' => 'T', 'name' => 'T', 'price' => '1.00'] + $more,
            'options' => [],
        ];
        yield 'nothing on backorder' => [$item(['backorder' => false]), $item([]), true];
        yield 'on backorder' => [$item(['backorder' => true]), $item([]), false];
        yield 'any quantity' => [$item([]) + ['quantity' => ['min' => 1, 'step' => '1']], $item([]), true];
        yield 'two at least' => [$item([]) + ['quantity' => ['min' => 2]], $item([]), false];
        $data = static fn(array $stages): array => $item([
            'data' => [['code' => 'd', 'label' => 'D', 'value' => '1.50', 'stages' => $stages]],
        ]);
        yield 'stages in any order' => [$data(['order', 'cart']), $data(['cart', 'order']), true];
        yield 'all stages' => [
            $data(['page', 'cart', 'checkout', 'order']),
            $item(['data' => [['code' => 'd', 'label' => 'D', 'value' => '1.50']]]),
            true,
        ];
        yield 'rounding as it is anyway' => [
            $item([]) + ['rounding' => ['mode' => 'half-up', 'at' => 'unit']],
            $item([]),
            true,
        ];
        yield 'rounding down' => [$item([]) + ['rounding' => ['mode' => 'down']], $item([]), false];
    }

    /**
     * @param array<string, mixed> $a
     * @param array<string, mixed> $b
     */
    #[DataProvider('pairs')]
    public function testWhatIsWrittenOtherwiseMeansTheSameWhereTheSchemaSaysSo(array $a, array $b, bool $isSame): void
    {
        $of = static fn(array $keys): mixed => (new Meaning(2))->ofDocument(json_decode(Documents::json($keys)));
        self::assertSame($isSame, Meaning::isSame($of($a), $of($b)));
    }

    public function testAPlaceMeansWhatItMeansInTheWhole(): void
    {
        $document = json_decode(
            Documents::json([
                'options' => [
                    ['code' => 'n', 'label' => 'N', 'kind' => 'number', 'default' => '7.0', 'charge' => '3'],
                    ['code' => 't', 'label' => 'T', 'kind' => 'text', 'default' => '7.0'],
                ],
            ]),
        );
        $meaning = new Meaning(2);
        self::assertSame('7', $meaning->at($document, '/options/0/default'));
        self::assertSame('3.00', $meaning->at($document, '/options/0/charge'));
        self::assertSame('7.0', $meaning->at($document, '/options/1/default'));
        self::assertNull($meaning->at($document, '/options/2/default'));
        self::assertSame($meaning->ofDocument($document), $meaning->at($document, ''));
    }
}
