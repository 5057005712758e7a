<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Browser;

use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\Attributes\TestDox;

/**
 * The way of docs/an-afternoon.md, step by step, so that it stays true: from a shop's page and a list of prices on
 * paper to a signed verdict.
 */
final class AfternoonTest extends BrowserTestCase
{
    /** What the shop sells; the tester has its page alone. */
    private const SHOP = [
        'ithrel' => 'setup/1',
        'name' => 'Pier lantern',
        'currency' => 'EUR',
        'item' => ['sku' => 'OLW-PL', 'name' => 'Pier lantern', 'price' => '64.00'],
        'quantity' => ['max' => 6],
        'options' => [
            [
                'code' => 'size',
                'label' => 'Size *',
                'kind' => 'one',
                'required' => true,
                'values' => [
                    ['code' => 's', 'label' => 'Small'],
                    ['code' => 'l', 'label' => 'Large (+18.00)', 'charge' => '18.00'],
                ],
            ],
            [
                'code' => 'glass',
                'label' => 'Glass *',
                'kind' => 'one',
                'required' => true,
                'values' => [
                    ['code' => 'c', 'label' => 'Clear'],
                    ['code' => 'a', 'label' => 'Amber (+6.50)', 'charge' => '6.50'],
                ],
            ],
            ['code' => 'gift', 'label' => 'Gift wrap (+4.00)', 'kind' => 'flag', 'yes' => ['charge' => '4.00']],
        ],
    ];

    private const PAPER =
        'Size;Glass;Gift ' .
        "wrap;Total\nSmall;Clear;no;64.00\nSmall;Amber;no;70.50\nLarge;Clear;no;82.00\nLarge;Amber;yes;92.50\n";

    #[TestDox('from a shop\'s page and a list of prices on paper to a signed verdict')]
    public function testAnAfternoon(): void
    {
        $item = self::$demoShop . '/items/pier';
        $put = stream_context_create([
            'http' => [
                'method' => 'PUT',
                'header' => 'Content-Type: application/json',
                'content' => json_encode(self::SHOP, JSON_THROW_ON_ERROR),
            ],
        ]);
        self::assertNotFalse(file_get_contents($item, false, $put));

        // 1. The page is read; what it does not say is written in.
        self::open('/');
        self::first('.draft input[type=url]')->sendKeys($item);
        self::click('//form[.//input[@type="url"]]//button[.="read"]');
        self::eventually(static fn(): bool => [] !== self::all('.draft table'), 'the page is not read', 40);
        self::write('.draft input[aria-label="item price"]', '64.00');
        self::write('.draft input[aria-label="item sku"]', 'OLW-PL');
        self::first('.draft table')->getLocationOnScreenOnceScrolledIntoView();
        self::picture('afternoon-draft');
        self::click('//section[contains(@class, "draft")]//button[contains(., "Take it")]');

        // 2. What is found is told beside what was entered.
        self::awaitText('h1', 'Pier lantern');
        self::awaitText('.finds', 'Size is required, but neither its label nor its help says so.');
        $setup = dirname((string) parse_url(self::$browser->getCurrentURL(), PHP_URL_PATH));

        // 3. The paper list is held against it.
        self::open($setup . '/ledger?view=sheet');
        self::first('textarea')->sendKeys(self::PAPER);
        self::click('//button[normalize-space()="Hold against"]');
        self::awaitText('.verdicts', '4 agree');
        self::assertStringContainsString('0 differ', self::text('.verdicts'));
        self::picture('afternoon-prices');

        // 4. The shop's page is mapped and rehearsed.
        self::open($setup . '/rehearsal?view=page');
        self::first('.address input')->sendKeys($item);
        self::click('//button[normalize-space()="Look at the page"]');
        self::eventually(static fn(): bool => [] !== self::all('.outlined img'), 'the page is not mapped', 60);
        self::click('//button[contains(., "Rehearse on this page")]');
        self::eventually(
            static fn(): bool => [] !== self::all('.filters') && str_contains(self::text('.state'), 'JUnit'),
            'the rehearsal does not end',
            120,
        );
        self::awaitText('.filters', '0 differ');

        // 5. What is left is accepted by name, with the reason, and the launch is signed.
        self::open($setup . '/gate');
        self::awaitText('.gate h2', 'Not yet');
        self::write('.who input', 'Mara Oskerrin');
        (new \Facebook\WebDriver\WebDriverSelect(self::first('.who select')))->selectByValue('lead');
        for ($most = 12; $most > 0 && [] !== self::all('.open button[aria-label^="Accept:"]'); --$most) {
            $left = count(self::all('.open button[aria-label^="Accept:"]'));
            self::click('.open button[aria-label^="Accept:"]');
            self::first('.accept .why input')->sendKeys('Looked at by hand on the shop page.');
            self::click('//form[contains(@class, "accept")]//button[normalize-space()="Accept"]');
            self::eventually(
                static fn(): bool => count(self::all('.open button[aria-label^="Accept:"]')) < $left,
                'it is still open',
            );
        }
        self::awaitText('.gate h2', 'May launch');
        self::picture('afternoon-gate');
        self::click('//button[contains(., "Sign the launch as Mara Oskerrin")]');
        self::awaitText('.gate', 'signed by Mara Oskerrin');
        self::assertQuietConsole();

        // The signed page can be read on its own.
        $page = (string) self::first('//section[@aria-label="Launch"]//a')->getDomProperty('href');
        self::assertStringContainsString('Mara Oskerrin', (string) file_get_contents($page));
        // A setup that was launched is put away, never destroyed.
        self::$browser->executeScript('return fetch(arguments[0], { method: "DELETE" })', ['/api' . $setup]);
        self::assertStringContainsString('May launch', (string) file_get_contents($page));
    }

    private static function write(string $selector, string $text): void
    {
        $field = self::first($selector);
        $field->click();
        $field->sendKeys([WebDriverKeys::CONTROL, 'a']);
        $field->sendKeys($text . WebDriverKeys::TAB);
    }
}
