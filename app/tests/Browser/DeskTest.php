<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Browser;

use Facebook\WebDriver\Remote\RemoteWebElement;
use Facebook\WebDriver\WebDriverKeys;

final class DeskTest extends BrowserTestCase
{
    public function testPinningWeighsEveryRungAgainAndTheSlipFollows(): void
    {
        $desk = self::desk('Harbour pendant');
        self::open($desk . '/ladder');
        self::awaitText('.left', '180 selectable');
        self::awaitText('.slip', 'Still missing: Size, Finish, Lamp holder, Cord');
        self::click('//button[contains(normalize-space(.), "Size: Small")]');
        self::awaitText('.left', '108 of 180 left');
        self::click('//button[contains(normalize-space(.), "Lamp holder: E14")]');
        self::awaitText('.left', '54 of 180 left');
        self::assertStringContainsString(
            'gone',
            (string) self::first('//button[contains(normalize-space(.), "Size: Large")]')->getAttribute('class'),
        );
        self::click('//button[contains(normalize-space(.), "Finish: Chalk")]');
        self::click('//button[contains(normalize-space(.), "Cord: 2 m")]');
        self::awaitText('.slip', 'Complete: this can be bought.');
        self::awaitText('.total', '139.50');
        self::assertStringContainsString(
            'pin=size%3Ds',
            str_replace('pin=size=s', 'pin=size%3Ds', self::$browser->getCurrentURL()),
        );
        self::click('//button[contains(normalize-space(.), "Bulb: Warm, E27")]');
        self::awaitText('.slip', 'This must not be sold: an E27 bulb does not fit an E14 holder');
        self::assertAccessible('ladder by day');
        self::picture('ladder');
        self::look('dark');
        self::assertAccessible('ladder by night');
        self::picture('ladder-night');
        self::look('light');

        $address = self::$browser->getCurrentURL();
        self::$browser->get($address);
        self::awaitText('.slip', 'This must not be sold');
        self::click('//button[normalize-space()="Clear pins"]');
        self::awaitText('.left', '180 selectable');
        self::assertQuietConsole();
    }

    public function testTypedInputsReachLadderAndSlip(): void
    {
        self::open(self::desk('Breakwater shade, by measure') . '/ladder?pin=shape=cone&pin=cloth=silk');
        $field = self::first('//input[@aria-label="Width"]');
        $field->sendKeys('620' . WebDriverKeys::ENTER);
        self::awaitText('.left', 'of 48 left');
        self::first('//input[@aria-label="Height"]')->sendKeys('30' . WebDriverKeys::ENTER);
        self::awaitText('.total', '689.52');
        self::first('//input[@aria-label="Height"]')->sendKeys([WebDriverKeys::CONTROL, 'a']);
        self::first('//input[@aria-label="Height"]')->sendKeys('5' . WebDriverKeys::ENTER);
        self::awaitText('.slip', 'Height: 5 is below the least, 12.');
    }

    public function testTheLadderWorksFromTheKeyboard(): void
    {
        self::open(self::desk('Signal lantern') . '/ladder');
        $cell = self::first('//button[contains(normalize-space(.), "Glass: Clear")]');
        self::$browser->executeScript('arguments[0].focus()', [$cell]);
        $cell->sendKeys(WebDriverKeys::ARROW_RIGHT);
        self::active()->sendKeys(WebDriverKeys::ARROW_RIGHT);
        self::assertStringContainsString('Glass: Ruby', (string) self::active()->getDomProperty('textContent'));
        self::awaitText('.reading', 'Glass: Ruby');
        self::active()->sendKeys(WebDriverKeys::ARROW_DOWN);
        self::assertStringContainsString('Holder: E14', (string) self::active()->getDomProperty('textContent'));
        self::active()->sendKeys(WebDriverKeys::ENTER);
        self::awaitText('.left', '12 of 36 left');
        self::active()->sendKeys('c');
        self::awaitText('.left', '36 selectable');
        self::active()->sendKeys('3');
        self::awaitText('table', 'Unit price');
        self::first('body')->sendKeys('?');
        self::awaitText('.v-dialog', 'next / previous finding');
    }

    public function testFindingsLeadToTheirPlaceAndBack(): void
    {
        self::open(self::desk('Harbour pendant') . '/outline');
        self::awaitText('.finds', 'Chalk enamel (+12.00)');
        self::click('//aside//button[contains(., "but 15.00 is charged")]');
        self::awaitText('.marked', 'Chalk enamel (+12.00)');
        self::assertStringContainsString('at=/options/1/values/2/label', urldecode(self::$browser->getCurrentURL()));
        self::assertAccessible('outline by day');
        self::picture('outline');
        self::click('//ul[contains(@class, "margin")]//button[contains(., "Aged copper")]');
        self::eventually(
            static fn(): bool => str_contains((string) self::active()->getAttribute('class'), 'here'),
            'the finding in the list is not in focus',
        );
        self::assertStringContainsString('Aged copper', self::active()->getText());
        self::active()->sendKeys('n');
        self::eventually(
            static fn(): bool => str_contains(self::first('.finds .here')->getText(), 'GU10'),
            'the next finding is not chosen',
        );
        self::click('//div[contains(@class, "filters")]//button[contains(., "note")]');
        self::eventually(static fn(): bool => 1 === count(self::all('.finds li')), 'the filter shows only notes');
        self::look('dark');
        self::assertAccessible('outline by night');
        self::assertQuietConsole();
    }

    public function testTheListGoesToAnyNumber(): void
    {
        self::open(self::desk('Admiralty chandelier, modular') . '/list');
        self::awaitText('.bar', "641\u{2009}628\u{2009}650\u{2009}880 combinations");
        self::assertCount(100, self::all('tbody tr'));
        self::first('.jump input')->sendKeys('641628650880');
        self::awaitText('.jump', 'The last is number');
        self::first('.jump input')->sendKeys([WebDriverKeys::CONTROL, 'a']);
        self::first('.jump input')->sendKeys('400 000 000 000' . WebDriverKeys::ENTER);
        self::awaitText('tbody tr:first-child', "400\u{2009}000\u{2009}000\u{2009}000");
        self::click('//button[normalize-space()="Last"]');
        self::awaitText('tbody', "641\u{2009}628\u{2009}650\u{2009}879");
        self::open(self::desk('Admiralty chandelier, modular') . '/list?from=400000000000&pin=frame%3Dbar');
        self::awaitText('tbody tr:last-child', "3\u{2009}312\u{2009}666\u{2009}239");
        self::assertAccessible('list by day');
        self::click('//button[contains(@class, "pin")]');
        self::click('//button[normalize-space()="Wrong sales"]');
        self::awaitText('.bar', "257\u{2009}608\u{2009}677\u{2009}888 combinations");
        self::look('dark');
        self::assertAccessible('list by night');
        self::assertQuietConsole();
    }

    public function testACombinationLeadsFromTheListToTheLadder(): void
    {
        self::open(self::desk('Harbour pendant') . '/list?set=wrong-sale');
        self::awaitText('.bar', '48 combinations');
        self::picture('list');
        self::click('//td//button[normalize-space()="E14"]');
        self::awaitText('.bar', '27 combinations');
        self::click('//button[contains(@class, "pin")]');
        self::awaitText('.bar', '48 combinations');
        self::click('tbody tr:first-child th a');
        self::awaitText('.slip', 'This must not be sold');
        self::assertStringContainsString('/ladder', self::$browser->getCurrentURL());
    }

    public function testATrapLeadsToTheLadderWithItsTrailPinned(): void
    {
        self::open(self::desk('Harbour pendant') . '/ladder');
        self::click('//dt[normalize-space()="traps"]/following-sibling::dd//a');
        self::awaitText('table', 'Size is Medium, 34 cm');
        self::assertAccessible('traps by day');
        self::picture('traps');
        self::click('//tr[contains(., "Slate enamel")]//a[normalize-space()="Walk into it"]');
        self::awaitText('.left', '0 of 180 left');
        self::open(self::desk('Harbour pendant') . '/list?set=idle-rows');
        self::awaitText('table', 'OLW-HP-L-NI');
        self::assertAccessible('idle rows by day');
        self::click('tbody th a');
        self::awaitText('.marked', 'OLW-HP-L-NI');
    }

    public function testAFindingShowsThePlacesThatBringItAbout(): void
    {
        self::open(self::desk('Printed shade') . '/outline');
        self::click('//aside//button[contains(., "No shopper ever sees Inner ring")]');
        self::awaitText('.because', 'Varnish is shown only when');
        self::click('//ul[contains(@class, "because")]//button[contains(., "Varnish is shown only when")]');
        self::awaitText('.marked', 'shown when Sides is');
    }

    public function testTheLedgerCountsTotalsAndFollowsAPath(): void
    {
        self::open(self::desk('Admiralty chandelier, modular') . '/ledger');
        self::awaitText('.ends', '799.00');
        self::awaitText('.axis', "641\u{2009}628\u{2009}650\u{2009}880 combinations");
        self::awaitText('tbody', 'Frame: Bar, six arms');
        self::assertAccessible('ledger, totals by day');
        self::picture('ledger-totals');
        self::look('dark');
        self::assertAccessible('ledger, totals by night');
        self::look('light');
        self::click('//button[normalize-space()="Dearest"]');
        self::awaitText('tbody tr:last-child', '1681.00');
        self::click('tbody tr:last-child a');
        self::awaitText('.path', 'Complete: this can be bought.');
        self::awaitText('.path', '1681.00');
        self::assertAccessible('ledger, path by day');
        self::open(self::desk('Quay desk lamp') . '/ledger?view=path&pin=size%3Dl&qty=2');
        self::awaitText('.path', 'By quantity');
        self::assertQuietConsole();
    }

    public function testAPriceSheetIsPastedAndHeldAgainstTheSetup(): void
    {
        self::open(self::desk('Harbour pendant') . '/ledger?view=sheet');
        self::first('textarea')->sendKeys(
            "Size;Finish;Lamp holder;Cord;Total\ns;brass;e27;1 m;118.00\ns;chalk;e27;1 m;132.00\nm;chalk;e27;2 " .
                "m;162.50\nl;slate;e14;1 m;222.00\n",
        );
        self::click('//button[normalize-space()="Hold against"]');
        self::awaitText('.verdicts', '2 differ');
        self::awaitText('.explained', 'off by -3.00: Finish: Chalk enamel (+12.00)');
        self::assertAccessible('ledger, price sheet by day');
        self::picture('ledger-price-sheet');
        self::click('//div[contains(@class, "verdicts")]//button[contains(., "no shopper can reach")]');
        self::eventually(
            static fn(): bool => 1 === count(self::all('.table tbody tr')),
            'the filter shows only rows that nobody reaches',
        );
        self::click('.explained a');
        self::awaitText('.marked', 'Chalk enamel');
        self::open(self::desk('Harbour pendant') . '/ledger?view=values');
        self::awaitText('table', 'not the same everywhere');
        self::assertAccessible('ledger, values by day');
        self::assertQuietConsole();
    }

    public function testAPhoneCanRead(): void
    {
        self::look('light', 390, 800);
        foreach (['/ladder', '/limits', '/gate', '/outline', '/list', '/ledger', '/ledger?view=path'] as $station) {
            self::open(self::desk('Signal lantern') . $station);
            self::awaitText('h1', 'Signal lantern');
            self::first('.station, .limits, .gate');
            $overflow = self::$browser->executeScript(
                'return document.documentElement.scrollWidth - window.innerWidth',
            );
            self::assertLessThanOrEqual(1, $overflow, $station . ' is wider than the phone');
        }
    }

    public function testAnAddressThatLeadsNowhereSaysSo(): void
    {
        self::open('/setups/01ARZ3NDEKTSV4RRFFQ69G5FAV/ladder');
        self::awaitText('.trouble', 'There is no such setup on the shelf');
        self::open('/some/where');
        self::awaitText('h1', 'There is nothing at this address');
    }

    private static function active(): RemoteWebElement
    {
        $element = self::$browser->switchTo()->activeElement();
        \assert($element instanceof RemoteWebElement);

        return $element;
    }

    public function testLimitsAreWalkedEdgeByEdge(): void
    {
        self::open(self::desk('Quay desk lamp') . '/limits');
        self::awaitText('.sheet h2', 'required when Stand is Table clamp');
        self::click('[aria-label="Set: one step below the least"]');
        self::awaitText('.try [role=status]', 'Set by a script, it says: range underflow');
        self::first('.try input')->clear();
        self::first('.try input')->sendKeys('12');
        self::awaitText('.try [role=status]', 'Typed or pasted, it takes it');
        self::click('//nav[@aria-label="Boundary sheets"]//a[contains(., "Quantity")]');
        self::awaitText('.sheet h2', 'Quantity');
        self::assertAccessible('limits');
        self::open(self::desk('Engraved plate') . '/limits');
        self::awaitText('.sheet h2', 'Engraving');
        self::assertAccessible('limits of a text');
        self::picture('limits');
        self::assertQuietConsole();
    }

    public function testTheGateSaysWhyNot(): void
    {
        self::open(self::desk('Harbour pendant') . '/outline');
        self::first('body')->sendKeys('7');
        self::awaitText('.gate h2', 'Must not launch');
        self::awaitText('.gate header', '6 blockers are open.');
        self::assertAccessible('gate by day');
        self::picture('gate');
        self::look('dark');
        self::assertAccessible('gate by night');
        self::click('//section[@aria-label="Open"]//a[contains(., "Rows 3 and 6 share the SKU")]');
        self::awaitText('.marked', 'OLW-HP-S-CH');
        self::open(self::desk('Signal lantern') . '/gate');
        self::awaitText('.gate h2', 'Not yet');
        self::awaitText('.gate', '75 of 75 checks of the plan were not tried on this document.');
        self::assertQuietConsole();
    }
}
