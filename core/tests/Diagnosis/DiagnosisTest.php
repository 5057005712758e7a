<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Diagnosis;

use Ithrel\Core\Compare\CheckComparison;
use Ithrel\Core\Compare\Found;
use Ithrel\Core\Diagnosis\Diagnosis;
use Ithrel\Core\Diagnosis\DocumentTree;
use Ithrel\Core\Diagnosis\Likely;
use Ithrel\Core\Diagnosis\ModelShop;
use Ithrel\Core\Diagnosis\Seen;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Planner;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Work\Budget;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * What is said of a shop that has one thing otherwise. That the places are right is held against a shop that shares no
 * code with core in shop/tests/MisenteredTest.
 */
final class DiagnosisTest extends TestCase
{
    private const TODAY = '2026-11-24';

    private const DOCUMENT = <<<'JSON'
    {"ithrel": "setup/1", "name": "Pier lamp", "currency": "EUR",
     "item": {"sku": "OLW-PL", "name": "Pier lamp", "price": "60.00", "weight": "1.2", "image": "pier.png", "data": [{"code": "origin", "label": "Origin", "value": "Oskerrin"}]},
     "options": [
      {"code": "glass", "label": "Glass", "kind": "one", "required": true, "values": [{"code": "clear", "label": "Clear", "default": true}, {"code": "green", "label": "Green", "charge": "7.50", "sku": "GR"}, {"code": "smoke", "label": "Smoke", "charge": {"how": "percent", "rate": "10"}, "image": "smoke.png"}]},
      {"code": "tag", "label": "Brass tag", "kind": "flag", "yes": {"charge": "4.00", "weight": "0.1"}},
      {"code": "text", "label": "Wording", "kind": "text", "required": true, "shownWhen": {"option": "tag", "filled": true}, "length": {"min": 2, "max": 12}, "charge": {"how": "per-character", "amount": "0.50", "free": 4}},
      {"code": "cord", "label": "Cord", "kind": "number", "min": "1", "max": "5", "step": "0.5", "unit": "m", "required": true, "charge": {"how": "formula", "expr": "cord * 2.5", "min": "4.00"}}
     ],
     "charges": [{"id": "many", "label": "Five and more", "how": "percent", "rate": "-5", "when": {"quantity": {"atLeast": 5}}}]}
    JSON;

    /**
     * @return iterable<string, array{
     *     list<array{list<string|int>, mixed}>,
     *     string,
     *     string|null,
     * }>  changes, place, "as if"
     */
    public static function deviations(): iterable
    {
        yield 'a charge' => [
            [[['options', 0, 'values', 1, 'charge'], '9.25']],
            '/options/0/values/1/charge',
            'it were 9.25, not 7.50',
        ];
        yield 'a charge where none is' => [
            [[['options', 0, 'values', 0, 'charge'], '1.00']],
            '/options/0/values/0/charge',
            'it were 1, where nothing is set',
        ];
        yield 'a rate' => [
            [[['options', 0, 'values', 2, 'charge', 'rate'], '15']],
            '/options/0/values/2/charge',
            'it were 15, not 10',
        ];
        yield 'a base price' => [[[['item', 'price'], '62.00']], '/item/price', 'it were 62, not 60.00'];
        yield 'a number in a formula' => [
            [[['options', 3, 'charge', 'expr'], 'cord * 2.8']],
            '/options/3/charge',
            'it were 2.8, not 2.5',
        ];
        yield 'a floor' => [[[['options', 3, 'charge', 'min'], null]], '/options/3/charge/min', 'it had no floor'];
        yield 'free characters' => [[[['options', 2, 'charge', 'free'], 5]], '/options/2/charge', '5 were free, not 4'];
        yield 'a charge of the setup' => [[[['charges', 0], null]], '/charges/0', 'it were not taken'];
        yield 'a weight' => [
            [[['options', 1, 'yes', 'weight'], '0.3']],
            '/options/1/yes/weight',
            'it were 0.3, not 0.1',
        ];
        yield 'a SKU' => [
            [[['options', 0, 'values', 1, 'sku'], 'GN']],
            '/options/0/values/1/sku',
            'it were “GN”, not “GR”',
        ];
        yield 'the SKU of the item' => [[[['item', 'sku'], 'OLW-PX']], '/item/sku', 'it were “OLW-PX”, not “OLW-PL”'];
        yield 'a picture' => [
            [[['options', 0, 'values', 2, 'image'], null]],
            '/options/0/values/2/image',
            'it were “pier.png”, not “smoke.png”',
        ];
        yield 'a label' => [[[['options', 1, 'label'], 'Tag']], '/options/1/label', 'its label were “Tag”'];
        yield 'a label of a value' => [
            [[['options', 0, 'values', 1, 'label'], 'Sea green']],
            '/options/0/values/1/label',
            'its label were “Sea green”',
        ];
        yield 'a fact' => [[[['item', 'data', 0, 'value'], 'Elsewhere']], '/item/data/0/value', 'it said “Elsewhere”'];
        yield 'a unit' => [[[['options', 3, 'unit'], 'ft']], '/options/3/unit', 'its unit were “ft”'];
        yield 'stages' => [
            [[['options', 2, 'stages'], ['page', 'cart', 'checkout']]],
            '/options/2/stages',
            'it were carried to page, cart, checkout, not to page, cart, checkout, order',
        ];
        yield 'sold out' => [
            [[['options', 0, 'values', 1, 'stock'], 0]],
            '/options/0/values/1/stock',
            'it were sold out',
        ];
        yield 'a default' => [
            [[['options', 0, 'values', 0, 'default'], null]],
            '/options/0/values/0/default',
            'it were not chosen as the page opens',
        ];
        yield 'required' => [[[['options', 2, 'required'], null]], '/options/2/required', 'it were not required'];
        yield 'a condition' => [
            [[['options', 2, 'shownWhen'], null]],
            '/options/2/shownWhen',
            'there were no condition',
        ];
        yield 'a length' => [[[['options', 2, 'length', 'max'], 11]], '/options/2/length', 'the most were 11, not 12'];
        yield 'a measure' => [
            [[['options', 2, 'length', 'measure'], 'bytes']],
            '/options/2/length',
            'it were counted in bytes',
        ];
        yield 'a step' => [[[['options', 3, 'step'], '0.05']], '/options/3/step', 'it were 0.05, not 0.5'];
        yield 'a bound of a condition' => [
            [[['charges', 0, 'when', 'quantity'], (object) ['atLeast' => 6]]],
            '/charges/0',
            'the bound of its condition were 6, not 5',
        ];
        yield 'every weight' => [
            [[['options', 1, 'yes', 'weight'], null], [['item', 'weight'], '1.2']],
            '/options/1/yes/weight',
            'it were 0, not 0.1',
        ];
    }

    /**
     * @param list<array{list<string|int>, mixed}> $changes
     */
    #[DataProvider('deviations')]
    public function testWhatStandsOtherwiseIsSaid(array $changes, string $at, ?string $as): void
    {
        [$setup, $checks] = $this->plan();
        $shop = $this->shop($changes);
        $likely = Diagnosis::of($setup, self::DOCUMENT, $this->seen($setup, $checks, $shop->try(...)));
        self::assertSame([$at, $as, ''], [$likely[0]->at, $likely[0]->as, $likely[0]->extent]);
        self::assertCount(1, $likely);
    }

    public function testAModelOfTheSetupDoesWhatEachCheckExpects(): void
    {
        [$setup, $checks] = $this->plan();
        $seen = $this->seen($setup, $checks, $this->shop([])->try(...));
        self::assertSame([], array_filter($seen, static fn(Seen $s): bool => [] !== $s->cells));
        self::assertSame([], Diagnosis::of($setup, self::DOCUMENT, $seen));
    }

    public function testWhatOneRouteAloneDoesIsSaid(): void
    {
        [$setup, $checks] = $this->plan();
        $sound = $this->shop([]);
        $lax = $this->shop([
            [['options', 2, 'required'], null],
            [['options', 3, 'required'], null],
            [['options', 0, 'required'], null],
        ]);
        $seen = $this->seen(
            $setup,
            $checks,
            static fn(Check $c): Found => 'express' === $c->route ? $lax->try($c) : $sound->try($c),
        );
        self::assertEquals(
            [
                new Likely(
                    '/options/0/required',
                    ($likely = self::differing($seen)),
                    'no answer were required',
                    'by the express route alone',
                ),
            ],
            Diagnosis::of($setup, self::DOCUMENT, $seen),
        );
        self::assertNotSame([], $likely);
    }

    public function testWhatTheOrderAloneShowsIsSaid(): void
    {
        [$setup, $checks] = $this->plan();
        $sound = $this->shop([]);
        $other = $this->shop([[['options', 0, 'values', 1, 'label'], 'Grün']]);
        $seen = $this->seen($setup, $checks, static function (Check $c) use ($sound, $other): Found {
            $found = $sound->try($c);
            $order = $other->try($c)->stages['order'] ?? null;

            return null === $order
                ? $found
                : new Found(
                    $found->refused,
                    $found->offered,
                    $found->page,
                    $found->accepted,
                    $found->fields,
                    ['order' => $order] + $found->stages,
                );
        });
        $likely = Diagnosis::of($setup, self::DOCUMENT, $seen);
        self::assertSame(['/options/0/values/1/label', 'on the order alone'], [$likely[0]->at, $likely[0]->extent]);
    }

    public function testAServerThatDoesNotLookIsSaid(): void
    {
        [$setup, $checks] = $this->plan();
        $sound = $this->shop([]);
        $lax = $this->shop([[['options', 2, 'shownWhen'], null], [['options', 2, 'required'], null]]);
        $seen = $this->seen(
            $setup,
            $checks,
            static fn(Check $c): Found => null === $c->sent ? $sound->try($c) : $lax->try($c),
        );
        $likely = Diagnosis::of($setup, self::DOCUMENT, $seen);
        self::assertSame(['/options/2/shownWhen', self::differing($seen)], [$likely[0]->at, $likely[0]->checks]);
        self::assertStringStartsWith('past the page alone', $likely[0]->extent);
    }

    public function testTwoThingsAtOnceAreTwoPlaces(): void
    {
        [$setup, $checks] = $this->plan();
        $likely = Diagnosis::of(
            $setup,
            self::DOCUMENT,
            $this->seen(
                $setup,
                $checks,
                $this->shop([
                    [['options', 0, 'values', 1, 'charge'], '9.25'],
                    [['options', 1, 'yes', 'charge'], '1.00'],
                ])->try(...),
            ),
        );
        $at = array_map(static fn(Likely $l): string => $l->at, $likely);
        sort($at);
        self::assertSame(['/options/0/values/1/charge', '/options/1/yes/charge'], $at);
    }

    public function testAnOptionThatTheSetupDoesNotHaveIsTold(): void
    {
        [$setup, $checks] = $this->plan();
        $seen = $this->seen(
            $setup,
            $checks,
            static fn(Check $c): Found => new Found(null, null, null, false, ['salutation'], []),
        );
        self::assertSame(
            ['/options', 'it had one option more, “salutation”, that has to be answered'],
            [($first = Diagnosis::of($setup, self::DOCUMENT, $seen)[0])->at, $first->as],
        );
    }

    public function testAnotherItemIsOneSentence(): void
    {
        [$setup, $checks] = $this->plan();
        $seen = $this->seen(
            $setup,
            $checks,
            static fn(Check $c): Found => new Found($c->visits[0][0]->option ?? 'glass', null, null, false, [], []),
        );
        self::assertSame(
            ['/item/sku', 'it sold another item than Pier lamp'],
            [($first = Diagnosis::of($setup, self::DOCUMENT, $seen)[0])->at, $first->as],
        );
    }

    public function testWhatWasNotLookedAtSpeaksAgainstNothing(): void
    {
        [$setup, $checks] = $this->plan();
        $shop = $this->shop([[['options', 0, 'values', 1, 'charge'], '9.25']]);
        $comparison = new CheckComparison($setup);
        $seen = array_map(static function (Check $c) use ($shop, $comparison): Seen {
            // Nothing but the cart was looked at, and of it no line totals.
            $found = $shop->try($c);
            $differences = array_values(
                array_filter(
                    $comparison->differences($c, $found),
                    static fn($d): bool => 'cart' === $d->stage && 'line total' !== $d->field,
                ),
            );

            return new Seen($c, $found, $differences, ['page', 'checkout', 'order', 'cart lineTotal']);
        }, $checks);
        $likely = Diagnosis::of($setup, self::DOCUMENT, $seen);
        self::assertSame(
            [['/options/0/values/1/charge', self::differing($seen)]],
            array_map(static fn(Likely $l): array => [$l->at, $l->checks], $likely),
        );
    }

    public function testWhenTheTimeIsOverTheCommonPlacesAreTold(): void
    {
        [$setup, $checks] = $this->plan();
        $seen = $this->seen($setup, $checks, $this->shop([[['options', 0, 'values', 1, 'charge'], '9.25']])->try(...));
        $asked = 0;
        // Three quarters of the time are over when it is first asked for.
        $budget = new Budget(static function () use (&$asked): int {
            return 0 === $asked++ ? 0 : 8_000_000;
        }, 10);
        self::assertEquals(
            Diagnosis::inCommon($seen),
            $budget->run(static fn(): array => Diagnosis::of($setup, self::DOCUMENT, $seen)),
        );
    }

    /**
     * @return array{Setup, list<Check>}
     */
    private function plan(): array
    {
        static $plan = null;
        if (null === $plan) {
            $reach = new Reach(Reader::shipped()->read(self::DOCUMENT, Today::of(self::TODAY)));
            $plan = [$reach->setup, Planner::plan($reach)->checks];
        }

        /** @var array{Setup, list<Check>} $plan */
        return $plan;
    }

    /**
     * @param list<array{list<string|int>, mixed}> $changes
     */
    private function shop(array $changes): ModelShop
    {
        $tree = DocumentTree::of(self::DOCUMENT);
        foreach ($changes as [$path, $new]) {
            $tree = $tree->with($path, $new);
        }

        return new ModelShop(Reader::shipped()->readSound($tree->root, Today::of(self::TODAY)));
    }

    /**
     * @param list<Check> $checks
     * @param \Closure(Check): Found $try
     *
     * @return list<Seen>
     */
    private function seen(Setup $setup, array $checks, \Closure $try): array
    {
        $comparison = new CheckComparison($setup);

        return array_map(
            static fn(Check $c): Seen => new Seen($c, ($found = $try($c)), $comparison->differences($c, $found)),
            $checks,
        );
    }

    /**
     * @param list<Seen> $seen
     *
     * @return list<int>
     */
    private static function differing(array $seen): array
    {
        return array_values(
            array_map(
                static fn(Seen $s): int => $s->check->number,
                array_filter($seen, static fn(Seen $s): bool => [] !== $s->cells),
            ),
        );
    }
}
