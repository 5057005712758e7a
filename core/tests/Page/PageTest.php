<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Page;

use Ithrel\Core\Page\Assignment;
use Ithrel\Core\Page\CarriedEntries;
use Ithrel\Core\Page\Control;
use Ithrel\Core\Page\ControlFinder;
use Ithrel\Core\Page\EntriesPlace;
use Ithrel\Core\Page\LinePlaces;
use Ithrel\Core\Page\Observation;
use Ithrel\Core\Page\OptionMatcher;
use Ithrel\Core\Page\PageAmount;
use Ithrel\Core\Page\PageElement;
use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Page\PagePrint;
use Ithrel\Core\Page\PageSnapshot;
use Ithrel\Core\Page\PlaceLearner;
use Ithrel\Core\Page\Signature;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * How the pages of a shop are understood: controls, amounts, and where each thing stands.
 */
final class PageTest extends TestCase
{
    /** A flag is carried in a shop's own words; what was not chosen may be carried as such. */
    public function testAFlagIsCarriedInAnyWords(): void
    {
        $setup = Documents::setup([
            'options' => [
                ['code' => 'gift', 'label' => 'Geschenk', 'kind' => 'flag'],
                ['label' => 'Größe'] + Documents::one('size', ['Klein', 'Groß']),
            ],
        ]);
        $entries = new CarriedEntries($setup);
        $line = static fn(string $gift): PageElement => Trees::of(
            "<ul><li>Größe: Klein</li><li>Geschenk: {$gift}</li></ul>",
        )->root;
        [$chosen, $not] = [
            [['label' => 'Geschenk', 'value' => 'Yes'], ['label' => 'Größe', 'value' => 'Klein']],
            [['label' => 'Größe', 'value' => 'Klein']],
        ];
        foreach (['Ja', 'Yes', '✓', '1'] as $yes) {
            self::assertSame($chosen, $entries->read($line($yes), $chosen), $yes);
            self::assertNotSame($not, $entries->read($line($yes), $not), $yes . ', though it was not chosen');
        }
        foreach (['Nein', 'non', '–'] as $no) {
            self::assertSame($not, $entries->read($line($no), $not), $no);
            self::assertNotSame($chosen, $entries->read($line($no), $chosen), $no . ', though it was chosen');
        }
    }

    public function testALabelThatBeginsLikeAnotherIsNotTakenForIt(): void
    {
        $setup = Documents::setup([
            'options' => [
                ['code' => 'mm', 'label' => 'Width *', 'kind' => 'text'],
                ['code' => 'in', 'label' => 'Width in inches *', 'kind' => 'text'],
            ],
        ]);
        $expected = [['label' => 'Width in inches *', 'value' => '36 in']];
        foreach (
            [
                'Width in inches *: 36 in',
                '<b>Width in inches *</b> <em>36 in</em>',
                '<b>Width in inches *</b><em>36 in</em>',
            ]
            as $html
        ) {
            self::assertSame(
                $expected,
                (new CarriedEntries($setup))->read(Trees::of("<ul><li>{$html}</li></ul>")->root, $expected),
                $html,
            );
        }
    }

    public function testOfTwoOptionsWithOneLabelEachIsReadAsItStands(): void
    {
        $setup = Documents::setup([
            'options' => [
                ['code' => 'gift', 'label' => 'Gift', 'kind' => 'flag'],
                ['code' => 'words', 'label' => 'Gift', 'kind' => 'text'],
            ],
        ]);
        $expected = [['label' => 'Gift', 'value' => 'Yes'], ['label' => 'Gift', 'value' => 'For Ada']];
        $read = static fn(string $text): array => (new CarriedEntries($setup))->read(
            Trees::of("<ul><li>Gift: Yes</li><li>Gift: {$text}</li></ul>")->root,
            $expected,
        );
        self::assertSame($expected, $read('For Ada'));
        self::assertNotSame($expected, $read('For Ad'));
        // A page shows a break in a text as a blank.
        $broken = [$expected[0], ['label' => 'Gift', 'value' => "For\nAda"]];
        self::assertSame(
            $broken,
            (new CarriedEntries($setup))->read(
                Trees::of('<ul><li><b>Gift</b> <em>Yes</em></li><li><b>Gift</b> <em>For Ada</em></li></ul>')->root,
                $broken,
            ),
        );
    }

    #[TestDox('the best assignment is worth as much as the best of all that there are')]
    public function testAssignmentIsTheBest(): void
    {
        $random = new Randomizer(new Mt19937(7));
        for ($n = 0; $n < 200; ++$n) {
            $rows = $random->getInt(1, 5);
            $columns = $random->getInt(1, 5);
            $worth = array_map(
                static fn(): array => array_map(
                    static fn(): int => $random->getInt(0, 3) * $random->getInt(0, 40),
                    range(1, $columns),
                ),
                range(1, $rows),
            );
            $best = 0;
            foreach (Assignment::best($worth) as $i => $j) {
                $best += $worth[$i][$j];
            }
            self::assertSame(self::most($worth, 0, []), $best, json_encode($worth, JSON_THROW_ON_ERROR));
        }
    }

    /**
     * @param list<list<int>> $worth
     * @param array<int, true> $used
     */
    private static function most(array $worth, int $row, array $used): int
    {
        if (!isset($worth[$row])) {
            return 0;
        }
        $best = self::most($worth, $row + 1, $used);
        foreach ($worth[$row] as $column => $value) {
            $best = isset($used[$column])
                ? $best
                : max($best, $value + self::most($worth, $row + 1, $used + [$column => true]));
        }

        return $best;
    }

    #[DataProvider('amounts')]
    public function testAmountsAsShopsWriteThem(string $text, int $minor, ?string $amount): void
    {
        $found = PageAmount::in($text, $minor);
        self::assertSame($amount, null === $found ? null : (string) $found);
    }

    /**
     * @return iterable<string, array{string, int, string|null}>
     */
    public static function amounts(): iterable
    {
        foreach (
            [
                ['120.00 EUR', 2, '120.00'],
                ['12,50 €', 2, '12.50'],
                ['Now only € 1.234,50', 2, '1234.50'],
                ['1 234.50', 2, '1234.50'],
                ["1\u{202F}234,50 €", 2, '1234.50'],
                ['CHF 12.–', 2, '12'],
                ['from 12.50', 2, '12.50'],
                ["1'234.50", 2, '1234.50'],
                ['¥ 1,234', 0, '1234'],
                ['1.234', 3, '1.234'],
                ['-5,00 €', 2, '-5.00'],
                ['12.50 / 15.00', 2, null],
                ['no price', 2, null],
                ["\u{661}\u{662}\u{66B}\u{665}\u{660}", 2, '12.50'],
                ['$1,234,567.89', 2, '1234567.89'],
                ['5 pieces', 2, '5'],
            ]
            as $case
        ) {
            yield $case[0] => $case;
        }
    }

    private const ITEM = <<<'HTML'
    <form role="search"><input type="search" name="q" aria-label="Size"></form>
    <form id="buy"><label for="s">Size *</label><select id="s" name="x1"><option value="">–</option><option>Small</option><option>Large (+11.45)</option></select>
    <fieldset><legend>Finish</legend><label><input type="radio" name="f" value="1"> Brass</label><label><input type="radio" name="f" value="2"> <img alt="Nickel" src="n.png"></label></fieldset>
    <p>Cord length</p><div><button type="button" aria-pressed="false">1 m</button><button type="button" aria-pressed="true">2 m</button></div>
    <span id="gl">Gift wrap</span><div role="switch" aria-labelledby="gl" aria-checked="false"></div>
    <div role="radiogroup" aria-label="Glass"><div role="radio">Clear</div><div role="radio">Ruby (+7.50)</div></div>
    <label hidden>Width <input type="number" name="w"></label>
    <label>Width of the shade <input type="number" name="w2"></label>
    <label>Quantity <input type="number" name="qty" value="1"></label><button>Add</button></form>
    HTML;

    public function testOptionsFindTheirControls(): void
    {
        $setup = Documents::setup([
            'options' => [
                Documents::one('size', ['small', 'large']),
                Documents::one('finish', ['brass', 'nickel']),
                [
                    'code' => 'cord',
                    'label' => 'Cord length',
                    'kind' => 'one',
                    'values' => [['code' => 'a', 'label' => '1 m'], ['code' => 'b', 'label' => '2 m']],
                ],
                ['code' => 'gift', 'label' => 'Gift wrap', 'kind' => 'flag'],
                [
                    'code' => 'glass',
                    'label' => 'Glass',
                    'kind' => 'one',
                    'values' => [['code' => 'c', 'label' => 'Clear'], ['code' => 'r', 'label' => 'Ruby (+7.50)']],
                ],
                ['code' => 'w', 'label' => 'Width', 'kind' => 'number', 'min' => '1', 'max' => '9'],
            ],
        ]);
        $controls = ControlFinder::of(Trees::of(self::ITEM));
        $found = array_map(
            static fn(array $match): string => $match[0]->key(),
            OptionMatcher::match($setup->options, $controls),
        );
        self::assertSame(
            [
                'size' => 'list name=x1',
                'finish' => 'radios name=f',
                'cord' => 'radios label=cord length',
                'gift' => 'check label=gift wrap',
                'glass' => 'radios label=glass',
                'w' => 'number name=w',
            ],
            $found,
        );
        $width = array_values(array_filter($controls, static fn(Control $c): bool => 'number name=w' === $c->key()))[0];
        self::assertFalse($width->isShown());
        self::assertNotNull(OptionMatcher::item($controls[1], 'Large'));
    }

    public function testPlacesAreLearnedByWhatChanges(): void
    {
        // A shop whose price is 3 too much wherever it stands, beside a price that never changes and one of another
        // item.
        $page = static fn(string $price, string $total): string => '<header><b>99.00</b></header><div id="p-18823">' .
            $price .
            ' €</div><section><p>Other lamp <b>123.00 €</b></p><p><span>Together </span><strong>' .
            $total .
            '</strong> €</p></section>';
        $seen = static fn(string $html, string $unit, string $total): Observation => new Observation(Trees::of($html), [
            'unitPrice' => $unit,
            'total' => $total,
        ]);
        $learner = new PlaceLearner(
            [
                $seen($page('123,00', '123,00'), '120.00', '120.00'),
                $seen($page('134,45', '134,45'), '131.45', '131.45'),
                $seen($page('123,00', '246,00'), '120.00', '240.00'),
            ],
            2,
        );
        self::assertSame('#document[1]/html[1]/body[1]/div[1]', $learner->place('unitPrice')[0] ?? null);
        self::assertSame('#document[1]/html[1]/body[1]/section[1]/p[2]/strong[1]', $learner->place('total')[0] ?? null);
        self::assertNull(
            (new PlaceLearner([$seen('<p>1</p>', '5.00', '5.00'), $seen('<p>1</p>', '6.00', '6.00')], 2))->place(
                'unitPrice',
            ),
        );
    }

    public function testPricesThatAreWrongEverywhereAreToldApartByWhatTheyComeTo(): void
    {
        // Every price is another than expected, figures are split over elements, and the sum once comes to the price
        // expected.
        $amount = static fn(string $whole): string => '<span>' . $whole . '<sup>,00</sup> <i>€</i></span>';
        $page = static fn(string $each, string $sum): string => '<main><div>' .
            $amount($each) .
            '</div><p>Sum ' .
            $amount($sum) .
            '</p></main>';
        $seen = static fn(string $html, string $unit, string $total, string $quantity): Observation => new Observation(
            Trees::of($html),
            ['unitPrice' => $unit, 'total' => $total, 'quantity' => $quantity],
        );
        $learner = new PlaceLearner(
            [
                $seen($page('144', '303'), '124.50', '264.60', '2'),
                $seen($page('152', '152'), '161.00', '161.00', '1'),
                $seen($page('215', '265'), '265.00', '315.00', '1'),
            ],
            2,
        );
        [$units, $totals] = $learner->pair('total');
        self::assertSame('#document[1]/html[1]/body[1]/main[1]/div[1]/span[1]', $units[count($units) - 1]);
        self::assertSame('#document[1]/html[1]/body[1]/main[1]/p[1]/span[1]', $totals[count($totals) - 1]);
        // A page that shows the price of one alone, whatever the quantity.
        $alone = new PlaceLearner(
            [
                $seen('<p>20.00</p>', '20.00', '20.00', '1'),
                $seen('<p>25.00</p>', '25.00', '50.00', '2'),
                $seen('<p>30.00</p>', '30.00', '30.00', '1'),
            ],
            2,
        );
        [$units, $totals] = $alone->pair('total');
        self::assertSame('#document[1]/html[1]/body[1]/p[1]', $units[count($units) - 1]);
        self::assertSame([], $totals);
        // One that says both is the total's alone.
        $one = new PlaceLearner(
            [$seen('<p>20.00</p>', '20.00', '20.00', '1'), $seen('<p>50.00</p>', '25.00', '50.00', '2')],
            2,
        );
        [$units, $totals] = $one->pair('total');
        self::assertSame([], $units);
        self::assertSame('#document[1]/html[1]/body[1]/p[1]', $totals[count($totals) - 1]);
    }

    public function testAPageIsKnownAgainWithoutWhatIsAnotherAtEachVisit(): void
    {
        $page = static fn(string $visit, string $price = '12.00', string $more = ''): PageSnapshot => Trees::of(
            '<p>You are visitor ' .
                $visit .
                '</p><h1>Lamp</h1><p>' .
                $price .
                '</p><label>Size <select><option>Small</option><option>Large</option></select></label>' .
                $more,
        );
        $print = PagePrint::fromArray(
            (array) json_decode(
                json_encode(PagePrint::of($page('1'), $page('2'))->toArray(), JSON_THROW_ON_ERROR),
                true,
            ),
        );
        self::assertTrue($print->isOf($page('3')));
        self::assertFalse($print->isOf($page('3', '13.00')), 'another price');
        self::assertFalse($print->isOf($page('3', '12.00', '<p>Only today</p>')), 'something more');
        self::assertFalse(
            $print->isOf(Trees::of('<p>You are visitor 3</p><h1>Lamp</h1><p>12.00</p>')),
            'a list that is gone',
        );
    }

    public function testAThingOfAMapIsSaidToStandElsewhere(): void
    {
        $map = new PageMap('http://shop.test/lamp');
        self::assertTrue($map->put('option size', 'list name=size'));
        self::assertTrue($map->put('add button', 'id=add'));
        self::assertTrue($map->put('page unitPrice', '@price'));
        self::assertFalse($map->put('cart lineTotal', 'td[3]'), 'there is no line yet');
        self::assertTrue($map->put('cart line', '@cart/tr[1]'));
        self::assertTrue($map->put('cart lineTotal', 'td[3]'));
        self::assertTrue($map->put('cart total', '@sum'));
        foreach (['', 'cart', 'cart colour', 'page sku', 'option ', 'nothing'] as $what) {
            self::assertFalse($map->put($what, 'x'), $what);
        }
        $again = PageMap::fromArray(
            (array) json_decode(json_encode($map->toArray(), JSON_THROW_ON_ERROR), true),
            'http://shop.test/lamp',
        );
        self::assertEquals($map, $again);
        self::assertEquals($map, PageMap::fromArray($map->toArray(), 'http://shop.test/lamp'));
        self::assertSame(
            ['list name=size', 'id=add', '@price', '@cart/tr[1]', 'td[3]', '@sum', null, null],
            array_map($again->place(...), [
                'option size',
                'add button',
                'page unitPrice',
                'cart line',
                'cart lineTotal',
                'cart total',
                'checkout line',
                'quantity',
            ]),
        );
        $map->put('option size', null);
        $map->put('cart lineTotal', null);
        self::assertSame(
            [null, null, '@cart/tr[1]'],
            array_map($map->place(...), ['option size', 'cart lineTotal', 'cart line']),
        );
    }

    public function testLinesOfACartAreLearnedAndRead(): void
    {
        $row = static fn(
            string $name,
            string $sku,
            string $each,
            string $count,
            string $sum,
            string $entries,
        ): string => sprintf(
            '<li><h3>%s</h3><i>%s</i><ul>%s</ul><div><span>%s</span> × <input type="number" value="%s"> = ' .
                '<b>%s</b></div></li>',
            $name,
            $sku,
            $entries,
            $each,
            $count,
            $sum,
        );
        $cart = static fn(string $rows, string $total): string => '<main><h1>Cart</h1><ul class="cart">' .
            $rows .
            '</ul><p>Together <b>' .
            $total .
            '</b></p></main>';
        $one = $cart($row('Lamp', 'L-S', '20,00', '1', '20,00', '<li>Size: Small</li>'), '20,00');
        $two = $cart($row('Lamp', 'L-L', '25,00', '2', '50,00', '<li>Size: Large</li>'), '50,00');
        $expected = static fn(string $sku, string $unit, string $count, string $sum): array => [
            'sku' => $sku,
            'unitPrice' => $unit,
            'quantity' => $count,
            'lineTotal' => $sum,
            'total' => $sum,
        ];
        $places = LinePlaces::learn(
            [
                new Observation(Trees::of($one), $expected('L-S', '20.00', '1', '20.00')),
                new Observation(Trees::of($two), $expected('L-L', '25.00', '2', '50.00')),
            ],
            [['Small'], ['Large']],
            2,
            'Lamp',
        );
        self::assertNotNull($places);
        self::assertSame('#document[1]/html[1]/body[1]/main[1]/ul[1]/li[1]', $places->line);
        self::assertSame('#document[1]/html[1]/body[1]/main[1]/p[1]/b[1]', $places->total);
        self::assertSame(
            [
                'sku' => 'i[1]',
                'quantity' => 'div[1]/input[1]',
                'unitPrice' => 'div[1]/span[1]',
                'lineTotal' => 'div[1]/b[1]',
            ],
            $places->fields,
        );
        $both = Trees::of(
            $cart(
                $row('Lamp', 'L-S', '20,00', '1', '20,00', '<li>Size: Small</li>') .
                    $row('Lamp', 'L-L', '25,00', '2', '50,00', '<li>Size: Large (+5.00)</li><li>Motto: Ada</li>'),
                '70,00',
            ),
        );
        $lines = $places->lines($both);
        self::assertCount(2, $lines);
        $setup = Documents::setup([
            'options' => [
                Documents::one('size', ['small', 'large']),
                ['code' => 'm', 'label' => 'Motto', 'kind' => 'text'],
            ],
        ]);
        self::assertSame(
            [['label' => 'Size', 'value' => 'Large'], ['label' => 'Motto', 'value' => 'Ada']],
            (new CarriedEntries($setup))->read($lines[1], [['label' => 'Size', 'value' => 'Large']]),
        );
        self::assertSame(
            [['label' => 'Size', 'value' => 'Small']],
            (new CarriedEntries($setup))->read($lines[0], [['label' => 'Size', 'value' => 'Large']]),
        );
    }

    public function testCarriedWordsKeepTheirFirstAndLastSign(): void
    {
        $setup = Documents::setup(['options' => [['code' => 'm', 'label' => 'Motto', 'kind' => 'text']]]);
        foreach (['“Ada”', '€ 5', '–', 'Ada…', '中文', 'Qualità'] as $value) {
            foreach (
                Trees::of('<article><dl><dt>Motto</dt><dd>' . $value . '</dd></dl></article>')->all()
                as $element
            ) {
                if ('article' === $element->tag) {
                    self::assertSame(
                        [['label' => 'Motto', 'value' => $value]],
                        (new CarriedEntries($setup))->read($element, []),
                    );
                }
            }
        }
    }

    public function testASignatureLeadsBack(): void
    {
        $page = Trees::of('<div id="box"><p>a</p><p>b <b>c</b></p></div><div id="x-1234567"><p>d</p></div>');
        foreach ($page->all() as $element) {
            if ('#text' !== $element->tag) {
                self::assertSame($element, Signature::find($page->root, Signature::of($element)));
            }
        }
        $map = new PageMap('http://127.0.0.1/');
        $map->options = ['a' => 'list name=a'];
        $map->cartLines = new LinePlaces('@box', ['sku' => 'p[1]'], null);
        $again = PageMap::fromArray(
            (array) json_decode(json_encode($map->toArray(), JSON_THROW_ON_ERROR), true),
            'http://127.0.0.1/',
        );
        self::assertEquals($map->toArray()['shop'], $again->toArray()['shop']);
        self::assertEquals($map->options, $again->options);
    }

    public function testAnotherFormThatAsksForTheSameIsToldApart(): void
    {
        $search =
            '<form action="/find"><label>Size <select ' .
            'name="size"><option>Small</option><option>Large</option></select></label><button>Find</button></form>';
        $item =
            '<form method="post"><label>Size <select ' .
            'name="size"><option>Small</option><option>Large</option></select></label><label>Cord <input ' .
            'name="cord"></label></form>';
        $setup = Documents::setup([
            'options' => [
                Documents::one('size', ['Small', 'Large']),
                ['code' => 'cord', 'label' => 'Cord', 'kind' => 'text'],
            ],
        ]);
        $page = Trees::of($search . $item);
        $controls = ControlFinder::of($page);
        self::assertSame(
            [
                'list name=size in html[1]/body[1]/form[1]',
                'list name=size in html[1]/body[1]/form[2]',
                'text name=cord',
            ],
            array_map(
                static fn(Control $c): string => (string) preg_replace('~#document\[1\]/~', '', $c->key()),
                $controls,
            ),
        );
        $own = OptionMatcher::inItsForm($setup->options, $controls, static fn(): int => 0);
        self::assertSame([$controls[1], $controls[2]], $own, 'the form in which both are asked for');
        // Of two that ask for all, the one that looks more like buying.
        $setup = Documents::setup(['options' => [Documents::one('size', ['Small', 'Large'])]]);
        $own = OptionMatcher::inItsForm(
            $setup->options,
            $controls,
            static fn(PageElement $form): int => 'post' === $form->attribute('method') ? 1 : 0,
        );
        self::assertSame([$controls[1], $controls[2]], $own);
        self::assertSame(
            ['list name=size', 'text name=cord'],
            array_map(static fn(Control $c): string => $c->key(), ControlFinder::of(Trees::of($item))),
            'alone it needs no form',
        );
    }

    public function testWhatNeverRestsIsFoundAndNotLearnedFrom(): void
    {
        $page = static fn(string $clock, string $price): PageSnapshot => Trees::of(
            "<p>Time <b>{$clock}</b></p><p>Price <b>{$price} EUR</b></p>",
        );
        [$one, $two] = [$page('100.00', '100.00'), $page('112.50', '100.00')];
        self::assertSame(
            ['html[1]/body[1]/p[1]/b[1]/#text[1]'],
            array_map(
                static fn(string $s): string => (string) preg_replace('~#document\[1\]/~', '', $s),
                $two->changes($one),
            ),
        );
        self::assertSame([], $page('1', '2')->changes($page('1', '2')));
        $three = $page('112.50', '112.50');
        foreach ([$one, $three] as $each) {
            $each->mark($two->changes($one));
        }
        $place = (new PlaceLearner(
            [new Observation($one, ['unitPrice' => '100.00']), new Observation($three, ['unitPrice' => '112.50'])],
            2,
        ))->place('unitPrice');
        self::assertStringEndsWith('p[2]/b[1]', $place[0] ?? '', 'the clock went the same way by chance');
        self::assertTrue($one->root->moves());
    }

    public function testAPictureThatNeverChangesIsUnderstoodWhereItIsTheOnlyOne(): void
    {
        $page = static fn(string $more): PageSnapshot => Trees::of(
            '<main><img src="/p/lamp.png" alt="Lamp"><p>Lamp</p></main>' . $more,
        );
        $seen = static fn(string $more): array => [
            new Observation($page($more), ['image' => 'lamp.png']),
            new Observation($page($more), ['image' => 'ruby.png']),
        ];
        self::assertStringEndsWith(
            'main[1]/img[1]',
            (new PlaceLearner($seen(''), 2, ['image' => 'lamp.png']))->place('image')[0] ?? '',
        );
        self::assertNull(
            (new PlaceLearner($seen('<footer><img src="lamp.png" alt="Lamp"></footer>'), 2, [
                'image' => 'lamp.png',
            ]))->place('image'),
            'one of two is none',
        );
        self::assertNull((new PlaceLearner($seen(''), 2, ['image' => 'other.png']))->place('image'));
        self::assertNull((new PlaceLearner($seen(''), 2))->place('image'));
        $line = static fn(string $sum): PageSnapshot => Trees::of(
            "<p>Lamp <span><b>1.2 kg</b></span> <i>{$sum} EUR</i></p>",
        );
        $weights = [
            new Observation($line('10.00'), ['weight' => '1.3']),
            new Observation($line('12.00'), ['weight' => '1.5']),
        ];
        self::assertStringEndsWith(
            'p[1]/span[1]/b[1]',
            (new PlaceLearner($weights, 2, ['weight' => '1.2']))->place('weight')[0] ?? '',
            'a weight to which nothing is added',
        );
    }

    public function testTheAnswersThatAPageShowsAreFoundBesideItsFields(): void
    {
        $setup = Documents::setup([
            'options' => [
                ['label' => 'Size'] + Documents::one('size', ['Small', 'Large']),
                ['code' => 'cord', 'label' => 'Cord', 'kind' => 'text'],
            ],
        ]);
        $fields =
            '<form><p>Size <label><input type="radio" name="s">Small</label><label><input type="radio" ' .
            'name="s">Large</label></p><p>Cord <input name="cord"></p></form>';
        $page = static fn(string $size, string $cord): PageSnapshot => Trees::of(
            "{$fields}<aside><h2>So " .
                "far</h2><dl><dt>Size</dt><dd>{$size}</dd><dt>Cord</dt><dd>{$cord}</dd></dl></aside>",
        );
        $entries = static fn(string $size, string $cord): array => [
            ['label' => 'Size', 'value' => $size],
            ['label' => 'Cord', 'value' => $cord],
        ];
        $place = new EntriesPlace(new CarriedEntries($setup));
        $seen = [[$page('Small', '2 m'), $entries('Small', '2 m')], [$page('Large', '3 m'), $entries('Large', '3 m')]];
        self::assertStringEndsWith('aside[1]/dl[1]', $place->learn($seen) ?? '');
        // A shop that shows one of them wrong is understood all the same.
        self::assertStringEndsWith(
            'aside[1]/dl[1]',
            $place->learn([[$page('Small', 'two'), $entries('Small', '2 m')], $seen[1]]) ?? '',
        );
        self::assertNull($place->learn([$seen[0]]), 'what was seen once may stand there anyway');
        self::assertNull(
            $place->learn([
                [Trees::of($fields), $entries('Small', '2 m')],
                [Trees::of($fields), $entries('Large', '3 m')],
            ]),
            'the fields themselves are no list',
        );
    }
}
