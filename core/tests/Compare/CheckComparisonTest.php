<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Compare;

use Ithrel\Core\Compare\CheckComparison;
use Ithrel\Core\Compare\Difference;
use Ithrel\Core\Compare\Found;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Plan\Planner;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * What a shop did is made from what a check expects, with one thing changed.
 */
final class CheckComparisonTest extends TestCase
{
    private Setup $setup;
    private Plan $plan;

    protected function setUp(): void
    {
        $reach = Documents::reach([
            'item' => [
                'sku' => 'T-1',
                'name' => 'Test lamp',
                'price' => '100.00',
                'weight' => '2',
                'data' => [['code' => 'bay', 'label' => 'Bay', 'value' => 'B4', 'stages' => ['order']]],
            ],
            'options' => [
                [
                    'code' => 'size',
                    'label' => 'Size',
                    'kind' => 'one',
                    'required' => true,
                    'values' => [
                        ['code' => 's', 'label' => 'Small'],
                        ['code' => 'l', 'label' => 'Large', 'charge' => '12.00', 'weight' => '0.5'],
                    ],
                ],
                ['code' => 'plate', 'label' => 'Plate', 'kind' => 'flag', 'yes' => ['charge' => '5.00']],
                [
                    'code' => 'name',
                    'label' => 'Name',
                    'kind' => 'text',
                    'required' => true,
                    'length' => ['max' => 6],
                    'shownWhen' => ['option' => 'plate', 'is' => true],
                ],
            ],
        ]);
        $this->setup = $reach->setup;
        $this->plan = Planner::plan($reach);
    }

    public function testAShopThatDoesWhatIsExpectedHasNoDifference(): void
    {
        self::assertNotSame([], $this->plan->checks);
        foreach ($this->plan->checks as $check) {
            self::assertSame([], $this->differences($check, $this->asExpected($check)), $check->about);
        }
    }

    public function testAmountsAreComparedAsNumbers(): void
    {
        $check = $this->sale();
        $found = $this->asExpected($check)->toArray();
        $found['stages'] = $this->changed($found['stages'], 'cart', 'unitPrice', $check->lines[0]['unitPrice'] . '0');
        self::assertSame([], $this->differences($check, Found::fromArray($found)));
    }

    public function testThePicturesOfThePageAreCompared(): void
    {
        $check = $this->sale();
        $found = $this->asExpected($check)->toArray();
        self::assertIsArray($found['page']);
        $found['page']['image'] = 'other.png';
        $differences = $this->differences($check, Found::fromArray($found));
        self::assertSame(
            ['page image: none, other.png'],
            array_map(
                static fn(Difference $d): string => $d->stage .
                    ' ' .
                    $d->field .
                    ': ' .
                    $d->expected .
                    ', ' .
                    $d->found,
                $differences,
            ),
        );
    }

    /**
     * @return iterable<string, array{string, string|int, string, string}> key of the line, what the shop has, field of
     *                                                                     the difference, and a place
     */
    public static function changes(): iterable
    {
        yield 'another price' => ['unitPrice', '1.00', 'unit price', '/options/0/values/1/charge'];
        yield 'a price that no memory holds' => [
            'unitPrice',
            '1e9999999999',
            'unit price',
            '/options/0/values/1/charge',
        ];
        yield 'no price' => ['unitPrice', 'soon', 'unit price', '/options/0/values/1/charge'];
        yield 'another line total' => ['lineTotal', '1.00', 'line total', '/options/0/values/1/charge'];
        yield 'another SKU' => ['sku', 'T-9', 'sku', '/item/sku'];
        yield 'another weight' => ['weight', '2', 'weight', '/options/0/values/1/weight'];
        yield 'points' => ['points', '7', 'points', '/item/points'];
        yield 'an image' => ['image', 'x.png', 'image', '/item/image'];
        yield 'another quantity' => ['quantity', 9, 'quantity', '/quantity'];
    }

    #[DataProvider('changes')]
    public function testEachChangeIsOneDifferenceAtItsStage(
        string $key,
        string|int $has,
        string $field,
        string $place,
    ): void {
        $check = $this->sale();
        foreach (['cart', 'checkout', 'order'] as $stage) {
            $found = $this->asExpected($check)->toArray();
            $found['stages'] = $this->changed($found['stages'], $stage, $key, $has);
            $differences = $this->differences($check, Found::fromArray($found));
            self::assertSame(
                [[$field, $stage]],
                array_map(static fn(Difference $d): array => [$d->field, $d->stage], $differences),
            );
            self::assertSame((string) $has, $differences[0]->found);
            self::assertContains($place, $differences[0]->places);
        }
    }

    public function testWhatTheOrderLacksAndWhatTheCartHasTooMuchNameTheirStages(): void
    {
        $check = $this->sale();
        $found = $this->asExpected($check)->toArray();
        $stages = $found['stages'];
        $stages['order']['lines'][0]['entries'] = array_values(
            array_filter($stages['order']['lines'][0]['entries'], static fn(array $e): bool => 'Size' !== $e['label']),
        );
        $stages['cart']['lines'][0]['entries'][] = ['label' => 'Bay', 'value' => 'B4'];
        $found['stages'] = $stages;
        $differences = $this->differences($check, Found::fromArray($found));
        self::assertSame(
            [
                ['cart', 'nothing', 'Bay: B4', ['/item/data/0/stages']],
                ['order', 'Size: Large', 'missing', ['/options/0/stages']],
            ],
            array_map(
                static fn(Difference $d): array => [$d->stage, $d->expected, $d->found, $d->places],
                $differences,
            ),
        );
    }

    public function testAHiddenAnswerThatIsCarriedPointsToItsCondition(): void
    {
        $check = $this->sale();
        $found = $this->asExpected($check)->toArray();
        $found['stages']['cart']['lines'][0]['entries'][] = ['label' => 'Name', 'value' => 'Ada'];
        self::assertSame(
            [['/options/2/shownWhen']],
            array_map(
                static fn(Difference $d): array => $d->places,
                $this->differences($check, Found::fromArray($found)),
            ),
        );
    }

    public function testAValueCarriedByItsCodeIsTheOptionsDifference(): void
    {
        $check = $this->sale();
        $found = $this->asExpected($check)->toArray();
        $found['stages']['cart']['lines'][0]['entries'][0]['value'] = 'l';
        $differences = $this->differences($check, Found::fromArray($found));
        self::assertSame(
            [['Size: Large', 'Size: l', ['/options/0']]],
            array_map(static fn(Difference $d): array => [$d->expected, $d->found, $d->places], $differences),
        );
    }

    public function testEntriesInAnotherOrderAreTold(): void
    {
        $check = array_values(
            array_filter(
                $this->plan->checks,
                static fn(Check $c): bool => $c->accepted &&
                    1 === count($c->lines) &&
                    count($c->lines[0]['entries']['cart']) > 1,
            ),
        )[0];
        $found = $this->asExpected($check)->toArray();
        $found['stages']['cart']['lines'][0]['entries'] = array_reverse(
            $found['stages']['cart']['lines'][0]['entries'],
        );
        self::assertSame(['/options'], $this->differences($check, Found::fromArray($found))[0]->places);
    }

    public function testARequiredAnswerThatIsNotAskedFor(): void
    {
        $check = array_values(
            array_filter($this->plan->checks, static fn(Check $c): bool => Purpose::Required === $c->purpose),
        )[0];
        $differences = $this->differences($check, new Found(null, null, null, true, [], []));
        self::assertSame(
            [['accepted', 'refused, naming Size', 'taken', ['/options/0/required']]],
            array_map(
                static fn(Difference $d): array => [$d->field, $d->expected, $d->found, $d->places],
                $differences,
            ),
        );
    }

    public function testWhatIsInTheCartAfterARefusalIsTold(): void
    {
        $check = array_values(
            array_filter($this->plan->checks, static fn(Check $c): bool => Purpose::Required === $c->purpose),
        )[0];
        $differences = $this->differences(
            $check,
            new Found(
                null,
                null,
                null,
                false,
                ['size'],
                ['cart' => ['lines' => [['sku' => 'T-1']], 'total' => '100.00']],
            ),
        );
        self::assertSame(
            [['lines', 'cart', '0', '1', ['/options/0/required']]],
            array_map(
                static fn(Difference $d): array => [$d->field, $d->stage, $d->expected, $d->found, $d->places],
                $differences,
            ),
        );
    }

    public function testARefusalThatNamesAnotherField(): void
    {
        $check = array_values(
            array_filter($this->plan->checks, static fn(Check $c): bool => Purpose::Required === $c->purpose),
        )[0];
        $differences = $this->differences($check, new Found(null, null, null, false, ['plate'], []));
        self::assertSame(
            [['field', 'names Size', 'names Plate']],
            array_map(static fn(Difference $d): array => [$d->field, $d->expected, $d->found], $differences),
        );
    }

    public function testASaleThatIsRefusedNamesWhatRefusedIt(): void
    {
        $check = $this->sale();
        $places = fn(string $field): array => $this->differences(
            $check,
            new Found(null, null, null, false, [$field], []),
        )[0]->places;
        self::assertSame(
            ['/options/2/required', '/options/2/shownWhen'],
            $places('name'),
            'Required though it is hidden.',
        );
        self::assertSame(['/quantity'], $places('quantity'));
        self::assertSame(['/item/stock'], $places('stock'));
    }

    public function testAClickThatThePageDoesNotTake(): void
    {
        $differences = $this->differences($this->sale(), new Found('name', null, null, false, [], []));
        self::assertSame('clicks', $differences[0]->field);
        self::assertSame('/options/2/shownWhen', $differences[0]->places[0]);
    }

    public function testALineThatIsMissingOrMerged(): void
    {
        $check = array_values(
            array_filter($this->plan->checks, static fn(Check $c): bool => Purpose::TwoLines === $c->purpose),
        )[0];
        $found = $this->asExpected($check)->toArray();
        $found['stages']['cart']['lines'] = array_slice($found['stages']['cart']['lines'], 0, 1);
        self::assertSame(
            [['lines', '2', '1']],
            array_map(
                static fn(Difference $d): array => [$d->field, $d->expected, $d->found],
                $this->differences($check, Found::fromArray($found)),
            ),
        );
    }

    public function testATotalThatOnlyTheCheckoutChanges(): void
    {
        $check = $this->sale();
        $found = $this->asExpected($check)->toArray();
        $found['stages']['checkout']['total'] = '999.00';
        self::assertSame(
            [['total', 'checkout', ['/checkout']]],
            array_map(
                static fn(Difference $d): array => [$d->field, $d->stage, $d->places],
                $this->differences($check, Found::fromArray($found)),
            ),
        );
    }

    public function testFoundComesBackFromWhatIsKept(): void
    {
        $found = $this->asExpected($this->sale());
        self::assertEquals($found, Found::fromArray($found->toArray()));
    }

    /** A large one without a plate, whose own purpose says nothing of its place. */
    private function sale(): Check
    {
        foreach ($this->plan->checks as $check) {
            if ($check->accepted && ['/options/0/values/1'] === $check->chosen && Purpose::Pairs === $check->purpose) {
                return $check;
            }
        }
        self::fail('A large one alone is among the pairs.');
    }

    /**
     * @return list<Difference>
     */
    private function differences(Check $check, Found $found): array
    {
        return (new CheckComparison($this->setup))->differences($check, $found);
    }

    private function asExpected(Check $check): Found
    {
        $stages = [];
        $last = $check->lines[count($check->lines) - 1] ?? null;
        foreach ($check->accepted ? ['cart', 'checkout', 'order'] : [] as $stage) {
            $lines = array_map(
                static fn(array $line): array => ['entries' => $line['entries'][$stage] ?? []] + $line,
                $check->lines,
            );
            $stages[$stage] = [
                'lines' => $lines,
                'total' => number_format(
                    array_sum(array_map(static fn(array $l): float => (float) $l['total'], $check->lines)),
                    2,
                    '.',
                    '',
                ),
            ];
        }

        return new Found(
            null,
            null === $check->offered ? null : $check->offered[2],
            null === $last
                ? null
                : [
                    'unitPrice' => $last['unitPrice'],
                    'total' => $last['total'],
                    'entries' => $last['entries']['page'] ?? [],
                    'image' => null,
                ],
            $check->accepted,
            null === $check->field ? [] : [$check->field],
            $stages,
        );
    }

    /**
     * @param array<string, array{lines: list<array<string, mixed>>, total: string|null}> $stages
     *
     * @return array<string, array{lines: list<array<string, mixed>>, total: string|null}>
     */
    private function changed(array $stages, string $stage, string $key, string|int $has): array
    {
        foreach (array_keys($stages[$stage]['lines']) as $i) {
            $stages[$stage]['lines'][$i][$key] = $has;
        }

        return $stages;
    }
}
