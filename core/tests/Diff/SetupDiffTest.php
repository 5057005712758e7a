<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Diff;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Diff\DiffResult;
use Ithrel\Core\Diff\DocumentChange;
use Ithrel\Core\Diff\DocumentChanges;
use Ithrel\Core\Diff\ReadDocument;
use Ithrel\Core\Diff\SetupDiff;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Price\Spread\NotExact;
use Ithrel\Core\Price\Spread\OneByOne;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Core\Tests\Support\RandomPrices;
use Ithrel\Core\Tests\Support\Seeds;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * What a change changed, held against listing both setups whole and pricing every combination by itself.
 */
final class SetupDiffTest extends TestCase
{
    public function testMembersOfEveryListAreToldOneByOneAndTiersAsAWhole(): void
    {
        $document = static fn(string $amount): array => [
            'levels' => [['code' => 'list', 'label' => 'List price', 'amount' => $amount]],
            'charges' => [['label' => 'Many', 'how' => 'tiers', 'steps' => [['from' => '1', 'amount' => $amount]]]],
        ];
        self::assertSame(
            ['List price, amount was 1.00, is now 2.00.', 'Many, steps is another.'],
            array_map(
                static fn(DocumentChange $c): string => $c->message,
                DocumentChanges::between($document('1.00'), $document('2.00')),
            ),
        );
    }

    #[
        TestDox(
            'counts, first combinations and prices agree with listing and pricing both setups one by one, over ' .
                'random edits',
        ),
    ]
    public function testAgreesWithOneByOne(): void
    {
        $start = Seeds::first();
        $met = ['gained' => 0, 'lost' => 0, 'repriced' => 0, 'priced' => 0, 'compared' => 0];
        for ($seed = $start; $seed < $start + 250; ++$seed) {
            $old = 0 === $seed % 5 ? RandomPrices::running($seed) : RandomPrices::document($seed);
            $new = self::edited($old, $seed);
            [$oldReach, $newReach] = [Documents::reach($old), Documents::reach($new)];
            if (gmp_cmp($oldReach->selectable(), 400) > 0 || gmp_cmp($newReach->selectable(), 400) > 0) {
                continue;
            }
            $found = self::diff(Documents::json($old), Documents::json($new), 5);
            $where = sprintf("Seed %d\n%s\n%s", $seed, Documents::json($old), Documents::json($new));
            $a = self::listed($oldReach);
            $b = self::listed($newReach);
            $lost = array_diff_key($a, $b);
            $gained = array_diff_key($b, $a);
            self::assertSame(
                [(string) count(array_intersect_key($b, $a)), (string) count($gained), (string) count($lost)],
                [$found->both, $found->gained, $found->lost],
                $where,
            );
            self::assertEquals(
                array_map(
                    static fn(array $pick): array => ['pick' => (object) $pick],
                    array_values(array_slice($gained, 0, 5)),
                ),
                $found->first['gained'],
                $where,
            );
            self::assertEquals(
                array_map(
                    static fn(array $pick): array => ['pick' => (object) $pick],
                    array_values(array_slice($lost, 0, 5)),
                ),
                $found->first['lost'],
                $where,
            );
            $met['gained'] += [] === $gained ? 0 : 1;
            $met['lost'] += [] === $lost ? 0 : 1;
            ++$met['compared'];
            foreach (['repriced' => false, 'dearest' => true] as $what => $most) {
                try {
                    $expected = self::repriced($oldReach, $newReach, $most);
                } catch (NotExact) {
                    continue;
                }
                self::assertNotNull($found->{$what}, $where . json_encode($found->reasons, JSON_THROW_ON_ERROR));
                self::assertSame($expected[0], $found->{$what}, $what . ' ' . $where);
                if (!$most) {
                    self::assertEquals(array_slice($expected[1], 0, 5), $found->first['repriced'], $where);
                    $met['repriced'] += [] === $expected[1] ? 0 : 1;
                }
                ++$met['priced'];
            }
        }
        self::assertGreaterThan(100, $met['compared'], json_encode($met, JSON_THROW_ON_ERROR));
        self::assertGreaterThan(5, min($met), json_encode($met, JSON_THROW_ON_ERROR));
    }

    public function testAtAnySize(): void
    {
        $options = array_map(
            static fn(int $n): array => [
                'code' => 'o' . $n,
                'label' => 'O' . $n,
                'kind' => 'one',
                'required' => true,
                'values' => array_map(
                    static fn(int $v): array => ['code' => 'v' . $v, 'label' => 'V' . $v, 'charge' => $v . '.50'],
                    range(0, 9),
                ),
            ],
            range(0, 39),
        );
        $edited = $options;
        $edited[3]['values'][2]['charge'] = '1.00';
        array_pop($edited[7]['values']);
        $edited[7]['values'][] = ['code' => 'w', 'label' => 'W'];
        [$edited[20], $edited[30]] = [$edited[30], $edited[20]];
        $found = self::diff(Documents::json(['options' => $options]), Documents::json(['options' => $edited]), 2);
        $nine = '9' . str_repeat('0', 39);
        self::assertSame(
            [$nine, '1' . str_repeat('0', 39), '1' . str_repeat('0', 39)],
            [$found->both, $found->gained, $found->lost],
        );
        self::assertSame(
            ['count' => '9' . str_repeat('0', 38), 'least' => '-1.50', 'greatest' => '-1.50'],
            $found->repriced,
        );
        self::assertSame(
            ['v9', 'v9'],
            array_map(static fn(array $first): string => $first['pick']->o7, $found->first['lost']),
        );
        self::assertSame(
            ['122.00', '120.50'],
            [$found->first['repriced'][0]['old'], $found->first['repriced'][0]['new']],
        );
        self::assertSame(
            ['/options/3/values/2/charge', '/options/7/values/9', '/options/7/values/9', '/options/20', '/options/30'],
            array_map(static fn($c): string => $c->at, $found->changes),
        );
        self::assertSame(
            ['new', 'new', 'old', 'new', 'new'],
            array_map(static fn($c): string => $c->side, $found->changes),
        );
    }

    public function testOnlyWhatMeansSomethingElseIsAChange(): void
    {
        $old = [
            'item' => ['sku' => 'A', 'name' => 'A', 'price' => '12.5'],
            'options' => [
                [
                    'code' => 'a',
                    'label' => 'A',
                    'kind' => 'one',
                    'required' => false,
                    'values' => [['code' => 'x', 'label' => 'X', 'charge' => ['how' => 'fixed', 'amount' => '5']]],
                    'stages' => ['page', 'cart', 'order', 'checkout'],
                ],
            ],
            'quantity' => ['min' => 1],
            'rounding' => ['mode' => 'half-up'],
        ];
        $new = [
            'item' => ['sku' => 'A', 'name' => 'A', 'price' => '12.50', 'salePrice' => null],
            'options' => [
                [
                    'code' => 'a',
                    'label' => 'A',
                    'kind' => 'one',
                    'values' => [['code' => 'x', 'label' => 'X', 'charge' => '5.00', 'hidden' => false]],
                ],
            ],
        ];
        self::assertSame([], self::changes($old, $new));
        $new['options'][0]['values'][0]['charge'] = '6.5';
        $new['options'][0]['shownWhen'] = ['option' => 'a', 'is' => ['x']];
        $new['guards'] = [['id' => 'g', 'never' => ['option' => 'a', 'is' => 'x'], 'because' => 'B']];
        self::assertSame(
            [
                ['/options/0/values/0/charge', 'new', '5.00', '6.50', 'A: X, charge was 5.00, is now 6.50.'],
                ['/options/0/shownWhen', 'new', null, ['option' => 'a', 'is' => 'x'], 'A, when it is shown is new.'],
                [
                    '/guards/0',
                    'new',
                    null,
                    ['id' => 'g', 'never' => ['option' => 'a', 'is' => 'x'], 'because' => 'B'],
                    'B is new.',
                ],
            ],
            self::changes($old, $new),
        );
        self::assertSame(
            [['/guards/0', 'old', 'B is gone.']],
            array_map(
                static fn(array $c): array => [$c[0], $c[1], $c[4]],
                self::changes(['guards' => $new['guards']] + $old, $old),
            ),
        );
    }

    public function testRowsAreMatchedByWhatTheyAreFor(): void
    {
        $rows = static fn(array $rows): array => [
            'options' => [Documents::one('a', ['x', 'y'])],
            'variants' => ['by' => ['a'], 'rows' => $rows],
        ];
        $old = $rows([
            ['pick' => ['a' => 'x'], 'price' => '1'],
            ['pick' => ['a' => 'y'], 'price' => '2', 'sku' => 'Y'],
            ['pick' => (object) []],
        ]);
        $new = $rows([
            ['pick' => ['a' => 'y'], 'price' => '3.00', 'sku' => 'Y'],
            ['pick' => ['a' => 'x'], 'price' => '1.00'],
        ]);
        self::assertSame(
            [
                ['/variants/rows/0/price', 'new', '2.00', '3.00', 'Row 1 (a y), price was 2.00, is now 3.00.'],
                ['/variants/rows/2', 'old', ['pick' => []], null, 'Row 3 () is gone.'],
            ],
            self::changes($old, $new),
        );
    }

    private static function diff(string $old, string $new, int $limit): DiffResult
    {
        $read = static fn(string $text): ReadDocument => ReadDocument::of(
            Reader::shipped(),
            $text,
            Today::of(Documents::TODAY),
        );

        return SetupDiff::between($read($old), $read($new), $limit);
    }

    /**
     * @param array<string, mixed> $old
     * @param array<string, mixed> $new
     *
     * @return list<array{string, string, mixed, mixed, string}>
     */
    private static function changes(array $old, array $new): array
    {
        $found = self::diff(Documents::json($old), Documents::json($new), 5);

        return array_map(static fn($c): array => [$c->at, $c->side, $c->old, $c->new, $c->message], $found->changes);
    }

    /**
     * @return array<string, array<string, string|bool|list<string>>> key => pick, in listing order
     */
    private static function listed(Reach $reach): array
    {
        $listed = [];
        foreach ((new Listing($reach))->from(gmp_init(0), 1_000) as $state) {
            $listed[self::key($reach, $state)] = StateText::pick($reach->setup, $state);
        }

        return $listed;
    }

    private static function key(Reach $reach, State $state): string
    {
        $pick = StateText::pick($reach->setup, $state);
        ksort($pick);

        return json_encode(
            array_map(static function (string|bool|array $answer): string|bool|array {
                is_array($answer) ? sort($answer) : null;

                return $answer;
            }, $pick),
            JSON_THROW_ON_ERROR,
        );
    }

    /**
     * @return array{array{count: string, least: string|null, greatest: string|null}, list<array<string, mixed>>}
     */
    private static function repriced(Reach $old, Reach $new, bool $most): array
    {
        $prices = [];
        foreach ([$old, $new] as $side => $reach) {
            foreach ((new OneByOne($reach, true, $reach->setup->quantity->min, $most))->amounts() as [$state, $price]) {
                $prices[$side][self::key($reach, $state)] = $price;
            }
        }
        $count = 0;
        $least = $greatest = null;
        $first = [];
        $text = static fn(?BigDecimal $amount): ?string => null === $amount
            ? null
            : Amount::text($amount, $new->setup->currency);
        foreach (self::listed($new) as $key => $pick) {
            [$a, $b] = [$prices[0][$key] ?? null, $prices[1][$key] ?? null];
            if (
                !array_key_exists($key, $prices[0] ?? []) ||
                (null === $a || null === $b ? $a === $b : $a->isEqualTo($b))
            ) {
                continue;
            }
            ++$count;
            if (null !== $a && null !== $b) {
                $change = $b->minus($a);
                $least = null === $least || $change->isLessThan($least) ? $change : $least;
                $greatest = null === $greatest || $change->isGreaterThan($greatest) ? $change : $greatest;
            }
            $first[] = ['pick' => (object) $pick, 'old' => $text($a), 'new' => $text($b)];
        }

        return [['count' => (string) $count, 'least' => $text($least), 'greatest' => $text($greatest)], $first];
    }

    /**
     * One to three changes such as people make.
     *
     * @param array<string, mixed> $document
     *
     * @return array<string, mixed>
     */
    private static function edited(array $document, int $seed): array
    {
        $random = new Randomizer(new Mt19937($seed + 99));
        $options = is_array($document['options']) ? $document['options'] : [];
        for ($n = $random->getInt(1, 3); $n > 0 && [] !== $options; --$n) {
            $o = $random->getInt(0, count($options) - 1);
            $values = $options[$o]['values'] ?? [];
            $v = [] === $values ? 0 : $random->getInt(0, count($values) - 1);
            switch ($random->getInt(0, 7)) {
                case 0:
                    if ([] !== $values && 'part' !== $options[$o]['kind']) {
                        $options[$o]['values'][$v]['charge'] = (string) $random->getInt(-3, 9);
                    }
                    break;
                case 1:
                    if (count($values) > 1) {
                        array_splice($options[$o]['values'], $v, 1);
                    }
                    break;
                case 2:
                    if ([] !== $values && 'part' !== $options[$o]['kind']) {
                        $options[$o]['values'][] = ['code' => 'new' . $n, 'label' => 'New', 'charge' => '2.25'];
                    }
                    break;
                case 3:
                    array_splice($options, $random->getInt(0, count($options) - 1), 0, array_splice($options, $o, 1));
                    break;
                case 4:
                    if (count($values) > 1) {
                        $options[$o]['values'] = array_reverse($values);
                    }
                    break;
                case 5:
                    $options[] = [
                        'code' => 'extra' . $n,
                        'label' => 'Extra',
                        'kind' => 'one',
                        'values' => [['code' => 'p', 'label' => 'P', 'charge' => '1']],
                    ];
                    break;
                case 6:
                    $options[$o]['required'] = !($options[$o]['required'] ?? false);
                    break;
                default:
                    $document['item']['price'] = (string) $random->getInt(90, 110);
            }
        }

        return ['options' => $options] + $document;
    }
}
