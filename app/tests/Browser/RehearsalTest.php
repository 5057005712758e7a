<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Browser;

use Facebook\WebDriver\WebDriverKeys;
use Facebook\WebDriver\WebDriverSelect;
use PHPUnit\Framework\Attributes\TestDox;

/**
 * A tester rehearses: in the shop beside Ithrel, in a shop she names, and by hand.
 */
final class RehearsalTest extends BrowserTestCase
{
    public function testARehearsalShowsWhereTheShopDoesSomethingElse(): void
    {
        self::open(self::desk('Harbour pendant') . '/outline');
        self::first('body')->sendKeys('6');
        self::awaitText('.empty', 'Not rehearsed yet.');
        self::assertAccessible('rehearsal, empty');
        self::click('//button[normalize-space()="Rehearse"]');
        self::awaitText('.state', '65 checks. The 111 pairs of values that can meet lie in');
        self::awaitText('.verdicts', '65 as expected');
        self::assertSame([], self::all('.likely'));

        self::click('.faults .v-field');
        self::$browser->switchTo()->activeElement()->sendKeys('row-price');
        self::click('//div[contains(@class, "v-list-item") and contains(., "row-price-ignored")]');
        self::$browser->switchTo()->activeElement()->sendKeys(WebDriverKeys::ESCAPE);
        self::click('//button[normalize-space()="Rehearse"]');
        self::awaitText('.state', 'The page tried, with row-price-ignored');
        self::awaitText('.likely', 'variant row');
        self::awaitText('.state', 'JUnit XML');
        self::click('//button[contains(@class, "bad")]');
        self::eventually(
            static fn(): bool => [] === self::all('tbody tr.good') && [] !== self::all('tbody tr.bad'),
            'only what differs is shown',
        );
        self::assertAccessible('rehearsal by day');
        self::picture('rehearsal');
        self::click('tbody tr:first-child th button');
        self::awaitText('aside.panel', 'Open the item\'s page');
        self::awaitText('aside.panel tr.differs', '≠');
        self::assertStringContainsString('check=', self::$browser->getCurrentURL());
        $first = self::text('tbody tr.chosen th');
        self::first('body')->sendKeys('n');
        self::eventually(
            static fn(): bool => self::text('tbody tr.chosen th') !== $first,
            'the next check that differs',
        );
        self::look('dark');
        self::assertAccessible('one check by night');
        self::look('light');
        self::picture('check');

        $last = self::all('tbody tr')[count(self::all('tbody tr')) - 1];
        self::$browser->executeScript('arguments[0].scrollIntoView()', [$last]);
        $last->click();
        self::eventually(
            static fn(): bool => str_contains(self::text('aside.panel h2'), '.'),
            'the last check is shown',
        );
        $top = self::$browser->executeScript(
            'return document.querySelector("aside.panel").getBoundingClientRect().top',
        );
        self::assertThat(
            $top,
            self::logicalAnd(self::greaterThanOrEqual(0), self::lessThan(400)),
            'The check in full stands beside its row, however far down that is.',
        );

        // The address opens the same place, and the places lead into the outline.
        $address = self::$browser->getCurrentURL();
        self::$browser->get($address);
        self::awaitText('aside.panel', 'In the setup:');
        self::click('.likely li a');
        self::eventually(
            static fn(): bool => str_contains(urldecode(self::$browser->getCurrentURL()), '/outline?at='),
            'a place leads into the outline',
        );
        self::open('/');
        self::awaitText('//tr[contains(., "Harbour pendant")]', 'all 65 as expected');
        self::assertQuietConsole();
    }

    public function testAnotherRunIsChosenAndAShopThatIsNotThereGivesNoVerdict(): void
    {
        self::open(self::desk('Regatta string lights') . '/rehearsal');
        self::click('//button[normalize-space()="Rehearse"]');
        self::awaitText('.verdicts', '33 as expected');
        self::first('.address input')->sendKeys('http://elsewhere.example/lamps' . WebDriverKeys::ENTER);
        self::awaitText('.trouble', 'There is no host "elsewhere.example".');
        self::first('.address input')->sendKeys([WebDriverKeys::CONTROL, 'a']);
        $page = str_replace(
            '/items/',
            '/items/not',
            (string) self::first('//a[normalize-space()="The page tried"]')->getAttribute('href'),
        );
        self::first('.address input')->sendKeys($page . WebDriverKeys::ENTER);
        self::awaitText('.verdicts', '33 no answer');
        self::awaitText('tbody', 'The shop answered 404');
        $runs = new WebDriverSelect(self::first('.which select'));
        $runs->selectByIndex(1);
        self::awaitText('.verdicts', '33 as expected');
    }

    public function testThePlanGoesOutByHandAndComesBack(): void
    {
        self::open(self::desk('Regatta string lights') . '/rehearsal?view=hand');
        self::awaitText('.sheet h2', '33 checks by hand');
        self::assertCount(33, self::all('.list tbody tr'), 'a line a check');
        self::assertAccessible('by hand, a line a check');
        self::picture('by-hand');
        (new WebDriverSelect(self::first('.depth select')))->selectByValue('thing');
        self::awaitText('.check', 'Look at');
        self::assertAccessible('by hand');
        $csv = self::$browser->executeAsyncScript(
            'const done = arguments[arguments.length - 1]; ' .
                'fetch(document.querySelector("a[href*=\'hand-sheet.csv\']").href.replace("thing", ' .
                '"stage")).then((r) => r.text()).then(done)',
        );
        self::assertIsString($csv);
        $rows = array_map(static fn(string $r): array => str_getcsv($r, ',', '"', ''), explode("\r\n", trim($csv)));
        $filled = fopen($file = sys_get_temp_dir() . '/ithrel-filled-' . bin2hex(random_bytes(4)) . '.csv', 'w');
        self::assertNotFalse($filled);
        foreach ($rows as $row) {
            if ('1' === $row[0] && 'order' === $row[6] && 'image' === $row[8]) {
                $row[10] = 'other.png';
            }
            fputcsv($filled, $row, ',', '"', '');
        }
        fclose($filled);
        self::first('input[aria-label="Filled sheet"]')
            ->setFileDetector(new \Facebook\WebDriver\Remote\LocalFileDetector())
            ->sendKeys($file);
        self::awaitText('.verdicts', '1 differs');
        self::awaitText('.verdicts', '32 not tried');
        self::awaitText('tbody', 'other.png');
        unlink($file);
    }

    /**
     * What the shop's own page does with a browser: native constraints, and what the script shows, hides and prices.
     */
    public function testTheShopPageShowsHidesAndPricesAsOneChooses(): void
    {
        self::open(self::desk('Signal lantern') . '/ladder');
        $desk = self::$browser->getWindowHandle();
        self::click('//button[contains(., "Shop page")]');
        self::eventually(
            static fn(): bool => 2 === count(self::$browser->getWindowHandles()),
            'the shop page opens beside the desk',
        );
        $address = '';
        foreach (array_diff(self::$browser->getWindowHandles(), [$desk]) as $tab) {
            self::$browser->switchTo()->window($tab);
            self::eventually(
                static fn(): bool => str_contains(self::$browser->getCurrentURL(), '/items/'),
                'it is led to the item',
            );
            $address = self::$browser->getCurrentURL();
            self::$browser->close();
        }
        self::$browser->switchTo()->window($desk);
        self::$browser->get($address);
        self::awaitText('h1', 'Signal lantern');
        self::assertSame('64.00', self::text('#price'));
        self::assertFalse(self::first('#f-name')->isDisplayed());
        self::click('#f-plate input');
        self::eventually(
            static fn(): bool => self::first('#f-name')->isDisplayed(),
            'the field behind the tick appears',
        );
        self::awaitText('#price', '70.00');
        // What is chosen while the answer to an earlier click is on its way is not taken back by it.
        self::$browser->executeScript(
            'const quick = window.fetch; window.fetch = async (...call) => {' .
                ' const answer = await quick(...call);' .
                ' await new Promise((after) => setTimeout(after, 700)); window.fetch = quick; return answer }',
        );
        self::click('#f-glass input[value=green]');
        (new WebDriverSelect(self::first('#f-holder select')))->selectByValue('e14');
        self::eventually(
            static fn(): bool => !self::first('#f-bulb option[value=e27w]')->isEnabled() &&
                self::first('#f-bulb option[value=e14w]')->isEnabled(),
            'bulbs that do not fit are not on offer',
        );

        self::click('//button[normalize-space()="Add to cart"]');
        self::assertSame('Signal lantern', self::text('h1'), 'The browser itself keeps the form from being sent.');
        $name = self::first('#f-name input');
        self::assertTrue(self::$browser->executeScript('return arguments[0].validity.valueMissing', [$name]));
        $name->sendKeys('Ada Lovelace' . WebDriverKeys::TAB);
        self::awaitText('#price', '74.90');
        self::awaitText('#entries', 'Ada Lovelace');
        self::assertAccessible('shop page');
        self::picture('shop-page');
        self::click('//button[normalize-space()="Add to cart"]');
        self::awaitText('h1', 'Cart');
        self::awaitText('table', 'Ada Lovelace');
        self::assertSame('74.90', self::text('tfoot td.n'));
        self::click('//a[normalize-space()="To the checkout"]');
        self::awaitText('h1', 'Checkout');
        self::click('//button[normalize-space()="Place the order"]');
        self::awaitText('h1', 'Order');
        self::assertStringContainsString('Bench', self::text('table'), 'What is for the order alone.');
        self::assertSame('74.90', self::text('tfoot td.n'));
        self::assertAccessible('shop order');
        self::assertQuietConsole();
    }

    #[
        TestDox(
            'a page is mapped from its address, shown over its picture, mended by pointing, and rehearsed; what ' .
                'differs is outlined',
        ),
    ]
    public function testAnyShopsPageIsMappedMendedAndRehearsed(): void
    {
        self::open(self::desk('Engraved plate') . '/rehearsal?view=page');
        self::click('//button[contains(., "The page in the rehearsal shop")]');
        self::awaitText('[role=status].waits', 'A browser is looking at');
        self::eventually(static fn(): bool => [] !== self::all('.outlined img'), 'the page is not mapped', 60);
        self::awaitText('.state', 'found on');
        self::assertAccessible('a map over its picture');
        self::picture('page-map');
        $found = self::text('.state strong');
        self::click('//ul[contains(@class, "things")]//button[contains(., "Unit price")]');
        self::awaitText('.more', 'It has to read');
        self::click('//button[contains(., "It is not there")]');
        self::eventually(static fn(): bool => $found !== self::text('.state strong'), 'it still counts as found');
        self::click('//button[contains(., "Point at it")]');
        // It stands where it was found at first: the price of the page.
        $price = self::$browser->executeScript(
            'const map = await fetch("/api/pages/" + new URL(location.href).searchParams.get("page")).then((r) ' .
                '=> r.json()); const s = map.stages[0]; const spot = s.spots.find((p) => p.text === ' .
                'map.things.find((t) => t.what === "page unitPrice").expected); const svg = ' .
                'document.querySelector(".outlined svg").getBoundingClientRect(); return [svg.left + (spot.box[0] + ' .
                'spot.box[2] / 2) * svg.width / s.width, svg.top + (spot.box[1] + spot.box[3] / 2) * svg.height / ' .
                's.height]',
        );
        self::press($price[0], $price[1]);
        self::eventually(
            static fn(): bool => $found === self::text('.state strong'),
            'pointing does not find it again',
        );
        self::awaitText('.things', 'Unit price');
        self::click('//button[contains(., "Rehearse on this page")]');
        self::eventually(
            static fn(): bool => 1 ===
                preg_match(
                    '/^[3-9] of \d+ tried/',
                    implode('', array_map(static fn($e): string => $e->getText(), self::all('.state [role=status]'))),
                ),
            'nothing is tried on the page',
            60,
        );
        self::click('//button[contains(., "Cancel")]');
        self::awaitText('.state', 'Cancelled with');
        self::awaitText('.which', 'on its page');
    }
}
