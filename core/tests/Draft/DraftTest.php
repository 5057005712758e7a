<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Draft;

use Ithrel\Core\Document\Today;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Draft\Draft;
use Ithrel\Core\Draft\Drafter;
use Ithrel\Core\Draft\PageReader;
use Ithrel\Core\Draft\SourceText;
use Ithrel\Core\Draft\TableReader;
use Ithrel\Core\Setup\Reader;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/**
 * Pages and tables as shops and people write them, and the document that comes of each.
 */
final class DraftTest extends TestCase
{
    private const PAGE = <<<'HTML'
    <!doctype html><html><head><meta charset="utf-8">
    <script type="application/ld+json">{"@context":"https://schema.org","@graph":[{"@type":"WebSite","name":"Lamp Works"},{"@type":"Product","name":"Harbour pendant","sku":"HP-100","image":["harbour.png"],
      "weight":{"@type":"QuantitativeValue","value":"1850","unitCode":"GRM"},"isRelatedTo":{"@type":"Product","name":"Other"},
      "offers":{"@type":"Offer","price":"99.00","priceCurrency":"EUR","availability":"https://schema.org/OutOfStock","priceSpecification":[{"@type":"UnitPriceSpecification","priceType":"https://schema.org/ListPrice","price":"120"}]}}]}</script></head>
    <body><form role="search"><input type="search" name="q"></form><h1>Something</h1>
    <form id="buy">
    <label for="size">Size *</label><select id="size" name="size" required><option value="">Please choose</option><option value="S">Small</option><option value="L">Large (+11.45)</option><option>Extra large (+€20)</option></select>
    <fieldset><legend>Finish</legend><label><input type="radio" name="f" value="br" checked> Brass</label><label><input type="radio" name="f" value="ni"> <img src="ni.png" alt="Nickel"> (−5,00 €)</label></fieldset>
    <fieldset><legend>Extras</legend><label><input type="checkbox" name="x[]" value="a"> Canopy +4.50</label><label><input type="checkbox" name="x[]" value="b"> Spare shade</label></fieldset>
    <label><input type="checkbox" name="gift"> Gift wrap (+10%)</label>
    <label for="w">Width (cm)</label><input id="w" type="number" min="22" max="100" name="w" required aria-describedby="h"><p id="h">Measure twice.</p>
    <label>Motto <input name="motto" maxlength="30" minlength="2" pattern="[A-Za-z ]+"></label>
    <label>Note<textarea name="note" maxlength="200"></textarea></label>
    <label>Day <input type="date" name="day" min="2030-01-07"></label>
    <label>Your picture <input type="file" name="art" accept=".png,image/jpeg,.xyz"></label>
    <label>Shade colour <input type="color" value="#FFAA00" name="col"></label>
    <label>Cord <select name="cord"><option>1 m</option><option>2 m (+4)</option></select></label>
    <label>Quantity <input type="number" name="qty" min="1" max="20" step="1" value="1"></label>
    <label>E-mail <input type="email" name="mail"></label><input type="hidden" name="id" value="4"><button>Add</button></form>
    <form id="news"><label>Your e-mail <input type="email" name="email"></label></form></body></html>
    HTML;

    public function testAPageWithAllKindsOfFields(): void
    {
        $draft = Drafter::of([PageReader::read(self::PAGE, 'saved', 2)]);
        $document = self::plain($draft);
        self::assertSame(
            [
                'sku' => 'HP-100',
                'name' => 'Harbour pendant',
                'price' => '120.00',
                'salePrice' => '99.00',
                'weight' => '1.85',
                'stock' => '0',
                'image' => 'harbour.png',
            ],
            $document['item'],
        );
        self::assertSame(
            ['EUR', ['min' => 1, 'max' => 20, 'step' => 1]],
            [$document['currency'], $document['quantity']],
        );
        self::assertSame(
            [
                [
                    'code' => 'size',
                    'label' => 'Size',
                    'kind' => 'one',
                    'required' => true,
                    'values' => [
                        ['code' => 'small', 'label' => 'Small'],
                        ['code' => 'large', 'label' => 'Large (+11.45)', 'charge' => '11.45'],
                        ['code' => 'extra_large', 'label' => 'Extra large (+€20)', 'charge' => '20.00'],
                    ],
                ],
                [
                    'code' => 'finish',
                    'label' => 'Finish',
                    'kind' => 'one',
                    'values' => [
                        ['code' => 'brass', 'label' => 'Brass', 'default' => true],
                        ['code' => 'nickel', 'label' => 'Nickel (−5,00 €)', 'charge' => '-5.00', 'swatch' => 'ni.png'],
                    ],
                ],
                [
                    'code' => 'extras',
                    'label' => 'Extras',
                    'kind' => 'several',
                    'values' => [
                        ['code' => 'canopy', 'label' => 'Canopy +4.50', 'charge' => '4.50'],
                        ['code' => 'spare_shade', 'label' => 'Spare shade'],
                    ],
                ],
                [
                    'code' => 'gift_wrap',
                    'label' => 'Gift wrap (+10%)',
                    'kind' => 'flag',
                    'yes' => ['charge' => ['how' => 'percent', 'rate' => '10']],
                ],
                [
                    'code' => 'width_cm',
                    'label' => 'Width (cm)',
                    'kind' => 'number',
                    'required' => true,
                    'min' => '22',
                    'max' => '100',
                    'step' => '1',
                    'unit' => 'cm',
                    'help' => 'Measure twice.',
                ],
                [
                    'code' => 'motto',
                    'label' => 'Motto',
                    'kind' => 'text',
                    'length' => ['max' => 30, 'min' => 2],
                    'pattern' => '[A-Za-z ]+',
                ],
                ['code' => 'note', 'label' => 'Note', 'kind' => 'text', 'length' => ['max' => 200]],
                ['code' => 'day', 'label' => 'Day', 'kind' => 'date', 'earliest' => '2030-01-07'],
                [
                    'code' => 'your_picture',
                    'label' => 'Your picture',
                    'kind' => 'file',
                    'types' => ['image/png', 'image/jpeg'],
                    'files' => ['max' => 1],
                ],
                ['code' => 'shade_colour', 'label' => 'Shade colour', 'kind' => 'colour', 'default' => '#ffaa00'],
                [
                    'code' => 'cord',
                    'label' => 'Cord',
                    'kind' => 'one',
                    'values' => [
                        ['code' => '1_m', 'label' => '1 m', 'default' => true],
                        ['code' => '2_m', 'label' => '2 m (+4)', 'charge' => '4.00'],
                    ],
                ],
            ],
            $document['options'],
        );
        $left = array_column($draft->left, 'why', 'from');
        self::assertSame(
            'It stands in another form, not in the one that the item is bought with.',
            $left['input name "q"'],
        );
        self::assertSame('It asks about the person, not about the item.', $left['input name "mail"']);
        self::assertArrayHasKey('input name "id"', $left);
        self::assertArrayHasKey('input name "art", accept', $left);
        self::assertContains(
            [
                'at' => '/options/0/values/1/charge',
                'from' => 'select name "size", option "L", the label',
                'sure' => 'yes',
            ],
            $draft->read,
        );
        self::assertContains(
            ['at' => '/options/4/unit', 'from' => 'input name "w", the label', 'sure' => 'guess'],
            $draft->read,
        );
    }

    public function testWidgetsOfWaiAriaAndMicrodataInAnotherLanguage(): void
    {
        $page = '<html><body><div itemscope itemtype="https://schema.org/Product"><h1 itemprop="name">Leuchtturm</h1><meta itemprop="sku" content="LT-7"><div itemprop="offers" itemscope itemtype="https://schema.org/Offer"><span itemprop="price" content="89.5">89,50 €</span><meta itemprop="priceCurrency" content="EUR"></div></div>
            <form><p id="lg">Größe</p><div role="radiogroup" aria-labelledby="lg" aria-required="true"><div role="radio" aria-checked="true">Klein</div><div role="radio">Groß (+ 12,00 €)</div></div>
            <span id="s1">Geschenkpapier</span><button type="button" role="switch" aria-checked="false" aria-labelledby="s1"></button>
            <ul role="listbox" aria-label="Farbe" aria-multiselectable="true"><li role="option">Rot</li><li role="option" aria-selected="true">Blau</li></ul>
            <label>Menge<input type="number" name="menge" min="2" step="2"></label><button>Kaufen</button></form></body></html>';
        $document = self::plain(Drafter::of([PageReader::read($page, 'x', 2)]));
        self::assertSame(['sku' => 'LT-7', 'name' => 'Leuchtturm', 'price' => '89.50'], $document['item']);
        self::assertSame(['min' => 2, 'step' => 2], $document['quantity']);
        self::assertSame(
            [
                [
                    'code' => 'grosse',
                    'label' => 'Größe',
                    'kind' => 'one',
                    'required' => true,
                    'values' => [
                        ['code' => 'klein', 'label' => 'Klein', 'default' => true],
                        ['code' => 'gross', 'label' => 'Groß (+ 12,00 €)', 'charge' => '12.00'],
                    ],
                ],
                ['code' => 'geschenkpapier', 'label' => 'Geschenkpapier', 'kind' => 'flag'],
                [
                    'code' => 'farbe',
                    'label' => 'Farbe',
                    'kind' => 'several',
                    'values' => [
                        ['code' => 'rot', 'label' => 'Rot'],
                        ['code' => 'blau', 'label' => 'Blau', 'default' => true],
                    ],
                ],
            ],
            $document['options'],
        );
    }

    public function testButtonsWithAPressedStateAreChoices(): void
    {
        $page = '<form><fieldset><legend>Glass *</legend><button type="button" aria-pressed="true">Clear</button><button type="button" aria-pressed="false"><img alt="Ruby (+7.50)" src="r.png"></button></fieldset>
            <div><h3>Cord</h3><p><button type="button" aria-pressed="false">1 m</button><span role="button" aria-pressed="false" tabindex="0">2 m</span></p></div>
            <button type="button" aria-pressed="false">Gift wrap</button><button>Add to cart</button></form>';
        $draft = Drafter::of([PageReader::read($page, 'x', 2)]);
        self::assertSame(
            [
                [
                    'code' => 'glass',
                    'label' => 'Glass',
                    'kind' => 'one',
                    'required' => true,
                    'values' => [
                        ['code' => 'clear', 'label' => 'Clear', 'default' => true],
                        ['code' => 'ruby', 'label' => 'Ruby (+7.50)', 'charge' => '7.50', 'swatch' => 'r.png'],
                    ],
                ],
                [
                    'code' => 'cord',
                    'label' => 'Cord',
                    'kind' => 'one',
                    'values' => [['code' => '1_m', 'label' => '1 m'], ['code' => '2_m', 'label' => '2 m']],
                ],
                ['code' => 'gift_wrap', 'label' => 'Gift wrap', 'kind' => 'flag'],
            ],
            self::plain($draft)['options'],
        );
        $sure = array_column($draft->read, 'sure', 'at');
        self::assertSame(
            ['guess', 'guess', 'yes'],
            [$sure['/options/0/kind'], $sure['/options/1/kind'], $sure['/options/2/kind']],
            'whether one excludes the other is not said',
        );
    }

    #[
        TestDox(
            'a price that is only shown is a guess, of several it is not told which; the first entry of a list ' .
                'may be a prompt in any language',
        ),
    ]
    public function testAPageWithoutDataForMachines(): void
    {
        $page =
            '<title>Laterne | Werk</title><header><b>ab 9,00 €</b></header><main><h2>Laterne</h2><p>6 LED, 12 ' .
            'USB</p><p>Preis: <b>1.249,00</b> €</p>%s<form>' .
            '<label>Farbe <select><option>– bitte wählen ' .
            '–</option><option>Blau</option><option>Rot…</option></select></label><b>5,00 €</b></form><p>2,00 ' .
            '€</p></main>';
        $draft = Drafter::of([PageReader::read(sprintf($page, ''), 'x', 2)]);
        self::assertSame(['sku' => 'x', 'name' => 'Laterne', 'price' => '1249.00'], self::plain($draft)['item']);
        self::assertContains(
            [
                'at' => '/item/price',
                'from' => '"1.249,00 €", the only amount between the heading and the form',
                'sure' => 'guess',
            ],
            $draft->read,
        );
        self::assertSame(
            [['code' => 'blau', 'label' => 'Blau'], ['code' => 'rot', 'label' => 'Rot…']],
            self::plain($draft)['options'][0]['values'],
        );
        self::assertContains(
            '"– bitte wählen –" reads like a prompt, not like a value.',
            array_column($draft->left, 'why'),
        );
        $draft = Drafter::of([PageReader::read(sprintf($page, '<p>statt 1.400,00 €</p>'), 'x', 2)]);
        self::assertSame('0', self::plain($draft)['item']['price']);
        self::assertContains(
            'Several amounts stand there (1.249,00 €, 1.400,00 €): which of them is the price is not told.',
            array_column($draft->left, 'why'),
        );
    }

    #[TestDox('a charge of a table may be a sentence, with decimals as they are written there')]
    public function testAChargeInWords(): void
    {
        $draft = Drafter::of([
            TableReader::read("Option;Kind;Surcharge\nMotto;text;0,50 € a character after 10\nWrap;flag;12%\n", 't', 2),
        ]);
        [$motto, $wrap] = self::plain($draft)['options'];
        self::assertSame(
            [
                ['how' => 'per-character', 'amount' => '0.50', 'free' => 10],
                ['charge' => ['how' => 'percent', 'rate' => '12']],
            ],
            [$motto['charge'], $wrap['yes']],
        );
    }

    public function testPagesWithoutAFormAndInAnotherEncoding(): void
    {
        $headed =
            '<form><section><h3>Glass *</h3><div><label><input type="radio" name="o7" ' .
            'value="a">Clear</label><label><input type="radio" name="o7" ' .
            'value="b">Ruby</label></div></section></form>';
        self::assertSame(
            [
                [
                    'code' => 'glass',
                    'label' => 'Glass',
                    'kind' => 'one',
                    'required' => true,
                    'values' => [['code' => 'clear', 'label' => 'Clear'], ['code' => 'ruby', 'label' => 'Ruby']],
                ],
            ],
            self::plain(Drafter::of([PageReader::read($headed, 'x', 2)]))['options'],
        );
        $draft = Drafter::of(
            [PageReader::read('<html><body><h1>Lamp</h1><p>Nothing to choose.</p></body></html>', 'lamp-7', 2)],
            'JPY',
        );
        $document = self::plain($draft);
        self::assertSame(['sku' => 'lamp-7', 'name' => 'Lamp', 'price' => '0'], $document['item']);
        self::assertSame(['JPY', []], [$document['currency'], $document['options']]);
        self::assertContains(
            ['from' => 'the page', 'why' => 'It has no form whose fields could be options.'],
            $draft->left,
        );
        self::assertContains(
            ['from' => 'lamp-7', 'why' => 'No price of the item is told; 0 stands for it.'],
            $draft->left,
        );
        $latin =
            "<html><head><meta charset=\"iso-8859-1\"></head><body><form><label>Gr\xF6\xDFe <select><option " .
            "value=''>-</option><option>Gr\xFCn</option></select></label></form></body></html>";
        $document = self::plain(Drafter::of([PageReader::read(SourceText::utf8($latin), 'x', 2)]));
        self::assertSame(
            ['Größe', 'Grün'],
            [$document['options'][0]['label'], $document['options'][0]['values'][0]['label']],
        );
    }

    #[TestWith(['<div>'])]
    #[TestWith(['<option>a<li>'])]
    #[TestWith(['<b><i><u>'])]
    public function testAPageOfElementsWithinOneAnotherIsRefusedWhileItIsRead(string $tags): void
    {
        self::assertSame([], PageReader::read(str_repeat($tags, 100) . 'x', 'x', 2)->options);
        $this->expectException(UnreadableDocument::class);
        $this->expectExceptionMessage('elements within one another, more than 1000 deep');
        PageReader::read(str_repeat($tags, 100_000) . 'x', 'x', 2);
    }

    public function testALabelIsOfTheFirstFieldOfItsId(): void
    {
        $page =
            '<form><label for="a">Name</label><input id="a" name="n1"><input id="a" name="n2" title="Other"></form>';
        $options = self::plain(Drafter::of([PageReader::read($page, 'x', 2)]))['options'];
        self::assertSame(['Name', 'Other'], array_column($options, 'label'));
    }

    public function testALongListIsReadOnceAndItsCodesAreNumbered(): void
    {
        $page = '<form><label>Q <select>' . str_repeat('<option>Same</option>', 3_000) . '</select></label></form>';
        $values = self::plain(Drafter::of([PageReader::read($page, 'x', 2)]))['options'][0]['values'];
        self::assertSame(
            ['same', 'same_2', 'same_3000'],
            [$values[0]['code'], $values[1]['code'], $values[2999]['code']],
        );
    }

    public function testATableOfOptionsAsPeopleWriteThem(): void
    {
        $table =
            "OPTION;Value;Kind;Sur-Charge;SKU;Required;Min;Max;Step;Unit;Default;Shown_when;Colour code\nSize " .
            "*;Small;;;S;yes;;;;;;;\n;Large;;+11,45 €;L;;;;;;x;;\nFinish;Brass;;\"EUR 1.234,50\";BR;;;;;;;Size " .
            "is Large;\n;Nickel;;-5;NI;;;;;;;;\nGift " .
            "wrap;;flag;3,00;GW;;;;;;;;\nWidth;;number;;;yes;22;100;0,5;cm;;Gift wrap is yes and Size is Small " .
            'or ' .
            "Large;\nMotto;;text;0,50;;;2;30;;;Ada;;\nDay;;date;;;;2030-01-07;2030-02-01;;;;;\nArt;;file;;;;1;3;;;;;\nExtras;A;several;1.234;;;0;2;;;;;\n;B;;5 " .
            "%;;;;;;;;;\nMystery;;;;;;;;;;;;\n";
        $draft = Drafter::of([TableReader::read($table, 'lamp', 2)]);
        $document = self::plain($draft);
        self::assertSame(
            [
                [
                    'code' => 'size',
                    'label' => 'Size',
                    'kind' => 'one',
                    'required' => true,
                    'values' => [
                        ['code' => 'small', 'label' => 'Small', 'sku' => 'S'],
                        ['code' => 'large', 'label' => 'Large', 'charge' => '11.45', 'sku' => 'L', 'default' => true],
                    ],
                ],
                [
                    'code' => 'finish',
                    'label' => 'Finish',
                    'kind' => 'one',
                    'shownWhen' => ['option' => 'size', 'is' => 'large'],
                    'values' => [
                        ['code' => 'brass', 'label' => 'Brass', 'charge' => '1234.50', 'sku' => 'BR'],
                        ['code' => 'nickel', 'label' => 'Nickel', 'charge' => '-5.00', 'sku' => 'NI'],
                    ],
                ],
                [
                    'code' => 'gift_wrap',
                    'label' => 'Gift wrap',
                    'kind' => 'flag',
                    'yes' => ['sku' => 'GW', 'charge' => '3.00'],
                ],
                [
                    'code' => 'width',
                    'label' => 'Width',
                    'kind' => 'number',
                    'required' => true,
                    'unit' => 'cm',
                    'min' => '22',
                    'max' => '100',
                    'step' => '0.5',
                    'shownWhen' => [
                        'all' => [
                            ['option' => 'gift_wrap', 'is' => true],
                            ['option' => 'size', 'is' => ['small', 'large']],
                        ],
                    ],
                ],
                [
                    'code' => 'motto',
                    'label' => 'Motto',
                    'kind' => 'text',
                    'length' => ['max' => 30, 'min' => 2],
                    'charge' => '0.50',
                    'default' => 'Ada',
                ],
                [
                    'code' => 'day',
                    'label' => 'Day',
                    'kind' => 'date',
                    'earliest' => '2030-01-07',
                    'latest' => '2030-02-01',
                ],
                ['code' => 'art', 'label' => 'Art', 'kind' => 'file', 'files' => ['max' => 3, 'min' => 1]],
                [
                    'code' => 'extras',
                    'label' => 'Extras',
                    'kind' => 'several',
                    'picks' => ['max' => 2, 'min' => 0],
                    'values' => [
                        ['code' => 'a', 'label' => 'A', 'charge' => '1234.00'],
                        ['code' => 'b', 'label' => 'B', 'charge' => ['how' => 'percent', 'rate' => '5']],
                    ],
                ],
            ],
            $document['options'],
        );
        self::assertContains(
            ['at' => '/options/0/values/1/charge', 'from' => 'line 3, column Sur-Charge', 'sure' => 'yes'],
            $draft->read,
        );
        self::assertContains(
            ['from' => 'column Colour code', 'why' => 'The column is none of those that a table of options has.'],
            $draft->left,
        );
        self::assertContains(
            [
                'from' => 'line 13, column OPTION',
                'why' => 'Mystery has neither a kind nor values, so what is asked is not known.',
            ],
            $draft->left,
        );
    }

    public function testATableOfRowsAndAPageMakeOneDocument(): void
    {
        $rows =
            "Size\tFinish\tPrice\tSale " .
            "price\tSKU\tStock\tWeight\tPicture\tCost\nSmall\tBrass\t120.00\t99.90\tS-BR\t4\t1.7 " .
            "kg\ts.png\t60\nLarge\tNickel\t\"1,132.00\"\t\tL-NI\t0\t\t\t\nLarge\tCopper\tfree\t\tL-CO\t\t\t\t\n";
        $draft = Drafter::of([PageReader::read(self::PAGE, 'page', 2), TableReader::read($rows, 'rows', 2)]);
        $document = self::plain($draft);
        self::assertSame(
            [
                'by' => ['size', 'finish'],
                'rows' => [
                    [
                        'pick' => ['size' => 'small', 'finish' => 'brass'],
                        'price' => '120.00',
                        'salePrice' => '99.90',
                        'cost' => '60.00',
                        'stock' => '4',
                        'weight' => '1.7',
                        'sku' => 'S-BR',
                        'image' => 's.png',
                    ],
                    [
                        'pick' => ['size' => 'large', 'finish' => 'nickel'],
                        'price' => '1132.00',
                        'stock' => '0',
                        'sku' => 'L-NI',
                    ],
                    ['pick' => ['size' => 'large', 'finish' => 'copper'], 'sku' => 'L-CO'],
                ],
            ],
            $document['variants'],
        );
        self::assertSame(['brass', 'nickel', 'copper'], array_column($document['options'][1]['values'], 'code'));
        self::assertContains(['from' => 'rows: line 4, column Price', 'why' => '"free" is no amount.'], $draft->left);
        $alone = self::plain(Drafter::of([TableReader::read($rows, 'rows', 2)]));
        self::assertSame(
            [true, 'one', ['small', 'large']],
            [
                $alone['options'][0]['required'],
                $alone['options'][0]['kind'],
                array_column($alone['options'][0]['values'], 'code'),
            ],
        );
    }

    public function testThousandsAreToldByTheirColumn(): void
    {
        $charge = static fn(string $cells, int $minor): array => array_column(
            self::plain(
                Drafter::of(
                    [TableReader::read("option,value,charge\n" . $cells, 't', $minor)],
                    3 === $minor ? 'KWD' : null,
                ),
            )['options'][0]['values'],
            'charge',
        );
        self::assertSame(['1234.00', '2.00'], $charge("A,x,1.234\n,y,2\n", 2));
        self::assertSame(['1.234', '2.000'], $charge("A,x,1.234\n,y,2\n", 3));
        self::assertSame(['1.234', '12.50'], $charge("A,x,1.234\n,y,12.5\n", 2));
        self::assertSame(['1234.50', '0.125'], $charge("A,x,\"1,234.50\"\n,y,0.125\n", 2));
    }

    public function testCodesAreLatin(): void
    {
        $document = self::plain(
            Drafter::of([TableReader::read("option,value\n3D-Größe,Ø 20\n,Ø 20\n,红\n3D Grösse,a\n", 't', 2)]),
        );
        self::assertSame(['option_3d_grosse', 'option_3d_grosse_2'], array_column($document['options'], 'code'));
        // An à ends with a byte that a blank has too; the two options are two.
        $accented = self::plain(
            Drafter::of([TableReader::read("option,value\nQualità *,a\nVarietà,b\nqualità,c\n", 't', 2)]),
        );
        self::assertSame(
            [['Qualità', 2], ['Varietà', 1]],
            array_map(static fn(array $o): array => [$o['label'], count($o['values'])], $accented['options']),
        );
        self::assertSame(['o_20', 'o_20_2', 'hong'], array_column($document['options'][0]['values'], 'code'));
    }

    public function testATableWithoutLines(): void
    {
        $this->expectException(UnreadableDocument::class);
        TableReader::read("option,value\n", 't', 2);
    }

    public function testSignsSortNumbersAndSeveralValuesInOneCell(): void
    {
        $table =
            "Option,Value,+/-,Price,Sort order,Inventory\nSize,Large,+,5.00,20,3\n,Small,-,2.00,10,4\n" .
            "Colour,Red | Green | Blue,,,,\n";
        $draft = Drafter::of([TableReader::read($table, 'lamp', 2)]);
        $options = self::plain($draft)['options'];
        self::assertIsArray($options);
        self::assertSame(
            [['Small', '-2.00', '4'], ['Large', '5.00', '3']],
            array_map(static fn(array $v): array => [$v['label'], $v['charge'], $v['stock']], $options[0]['values']),
        );
        self::assertSame(['Red', 'Green', 'Blue'], array_column($options[1]['values'], 'label'));
        self::assertStringContainsString('was taken for 3 values', implode(' ', array_column($draft->left, 'why')));
    }

    public function testAConditionOnALineIsOfItsValueThoughTheOptionIsNamedOnEach(): void
    {
        $table =
            "Option,Value,Shown when\nSize,Small,\nSize,Large,\nBulb,E14,Size is Small\nBulb,E27,Size is Large\n" .
            "Cord,Short,Size is Large\nCord,Long,Size is Large\n";
        $options = self::plain(Drafter::of([TableReader::read($table, 'lamp', 2)]))['options'];
        self::assertIsArray($options);
        self::assertSame(
            [['option' => 'size', 'is' => 'small'], ['option' => 'size', 'is' => 'large']],
            array_column($options[1]['values'], 'allowedWhen'),
        );
        self::assertSame(['option' => 'size', 'is' => 'large'], $options[2]['shownWhen']);
        self::assertArrayNotHasKey('allowedWhen', $options[2]['values'][1]);
    }

    public function testANumberThatIsNearlyTheSameInEveryRowIsNoOption(): void
    {
        $table = "Size,SKU,Price,Pack,Qty\n";
        foreach (['A', 'B', 'C', 'D', 'E', 'F'] as $i => $size) {
            $table .= sprintf("%s,S%d,1%d.00,%d,1\n", $size, $i, $i, 5 === $i ? 12 : 6);
        }
        $draft = Drafter::of([TableReader::read($table, 'lamp', 2)]);
        $options = self::plain($draft)['options'];
        self::assertIsArray($options);
        self::assertSame(['size'], array_column($options, 'code'));
        self::assertSame(
            ['column Pack', 'column Qty'],
            array_values(
                array_filter(
                    array_column($draft->left, 'from'),
                    static fn(string $f): bool => str_starts_with($f, 'column'),
                ),
            ),
        );
    }

    /**
     * As JSON has it, and read by the reader of documents without a problem.
     *
     * @return array<string, mixed>
     */
    private static function plain(Draft $draft): array
    {
        $json = json_encode($draft->document, JSON_THROW_ON_ERROR);
        Reader::shipped()->read($json, Today::of('2026-11-24'));
        $document = json_decode($json, true, 512, JSON_THROW_ON_ERROR);
        self::assertIsArray($document);

        /* @var array<string, mixed> $document */
        return $document;
    }
}
