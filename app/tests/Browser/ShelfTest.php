<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Browser;

use Facebook\WebDriver\WebDriverKeys;
use Ithrel\Core\Tests\Support\Documents;

final class ShelfTest extends BrowserTestCase
{
    public function testTheShelfShowsWhatEachSetupHolds(): void
    {
        self::open('/');
        self::awaitText('tbody', 'Signal lantern');
        self::assertCount(self::demoSetups(), self::all('tbody tr'));
        self::assertStringContainsString('nothing found', self::text('//tr[.//a[normalize-space()="Signal lantern"]]'));
        self::assertStringContainsString(
            "641\u{2009}628\u{2009}650\u{2009}880",
            self::text('//tr[.//a[contains(., "Admiralty")]]'),
        );
        self::assertAccessible('shelf by day');
        self::picture('shelf');
        self::look('dark');
        self::assertAccessible('shelf by night');
        self::assertQuietConsole();
    }

    public function testAPastedDocumentIsRefusedWithItsPlacesAndStaysInTheField(): void
    {
        self::open('/');
        $text =
            '{"ithrel": "setup/1", "name": "<img src=x onerror=alert(1)>", "currency": "EUR", "item": {"sku": ' .
            '"A", "name": "A", "price": "12,5"}, "options": []}';
        self::first('.paste textarea')->sendKeys($text);
        self::click('//button[normalize-space()="Read it"]');
        self::awaitText('.trouble', '/item/price');
        self::awaitText('.trouble', 'no comma');
        self::assertSame($text, self::first('.paste textarea')->getAttribute('value'));
        self::assertAccessible('a refused document');
    }

    public function testASetupIsPastedRenamedAndRemoved(): void
    {
        self::open('/');
        self::first('.paste textarea')->sendKeys(
            Documents::json([
                'name' => 'Pasted <b>lamp</b>',
                'options' => [
                    Documents::one('size', ['small', 'large'], ['required' => true, 'help' => 'Please choose.']),
                ],
            ]),
        );
        self::click('//button[normalize-space()="Read it"]');
        self::awaitText('h1', 'Pasted <b>lamp</b>');
        self::awaitText('.ladder .left', '2 selectable');

        self::open('/');
        self::click('[aria-label="More for Pasted <b>lamp</b>"]');
        self::click('//div[normalize-space()="Rename"][contains(@class, "v-list-item-title")]');
        $field = self::first('.v-dialog input');
        self::eventually(static fn(): bool => $field->isDisplayed(), 'the dialog does not open');
        $field->sendKeys([WebDriverKeys::CONTROL, 'a']);
        $field->sendKeys('Renamed lamp');
        self::click('//button[normalize-space()="Rename"]');
        self::awaitText('tbody', 'Renamed lamp');

        self::click('[aria-label="More for Renamed lamp"]');
        self::click('//div[normalize-space()="Remove…"][contains(@class, "v-list-item-title")]');
        self::awaitText('.v-dialog', 'Its 1 revision goes with it');
        self::click('//button[normalize-space()="Remove"]');
        self::eventually(
            static fn(): bool => self::demoSetups() === count(self::all('tbody tr')),
            'the setup is still there',
        );
        self::assertStringNotContainsString('Renamed lamp', self::text('tbody'));
    }

    public function testAFileIsPicked(): void
    {
        $file = sys_get_temp_dir() . '/ithrel-picked.json';
        file_put_contents($file, Documents::json(['name' => 'Picked lamp']));
        self::open('/');
        self::first('input[type=file]')->sendKeys($file);
        self::awaitText('h1', 'Picked lamp');
        unlink($file);
        self::open('/');
        self::click('[aria-label="More for Picked lamp"]');
        self::click('//div[normalize-space()="Remove…"][contains(@class, "v-list-item-title")]');
        self::click('//button[normalize-space()="Remove"]');
        self::eventually(
            static fn(): bool => self::demoSetups() === count(self::all('tbody tr')),
            'the setup is still there',
        );
        self::assertCount(self::demoSetups(), self::all('tbody tr'));
    }

    private static function demoSetups(): int
    {
        return count(glob(dirname(__DIR__, 3) . '/demo/setups/*.json') ?: []);
    }
}
