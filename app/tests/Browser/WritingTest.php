<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\Attributes\TestDox;

final class WritingTest extends BrowserTestCase
{
    #[TestDox('a setup is made from nothing by typing alone, checked while it is written, and saved')]
    public function testASetupFromNothing(): void
    {
        self::open('/');
        self::click('//button[normalize-space()="Begin from nothing"]');
        self::awaitText('.bar', 'Write in it');
        self::click('//button[contains(., "Write in it")]');
        self::awaitText('.bar', 'Writing');
        self::write('//aside[contains(@class, "sheet")]//input[@aria-label="Name of the setup"]', 'Pier lamp');
        self::write('(//aside[contains(@class, "sheet")]//input[@aria-label="SKU"])[1]', 'OLW-PL');
        self::write('//aside[contains(@class, "sheet")]//input[@aria-label="Price"]', '80.00');
        self::click('//p[contains(@class, "adds")]/button[.="one"]');
        self::awaitText('.sheet', 'Option');
        self::write('//aside[contains(@class, "sheet")]//input[@aria-label="Label"]', 'Size');
        self::click('//section[@id="at/options/0"]//button[.="Add many…"]');
        self::first('.many textarea')->sendKeys('Small; Large; small');
        self::awaitText('.many', '“small” is there twice.');
        self::first('.many textarea')->sendKeys(
            WebDriverKeys::BACKSPACE .
                WebDriverKeys::BACKSPACE .
                WebDriverKeys::BACKSPACE .
                WebDriverKeys::BACKSPACE .
                WebDriverKeys::BACKSPACE .
                WebDriverKeys::BACKSPACE .
                WebDriverKeys::BACKSPACE,
        );
        self::click('//form[contains(@class, "many")]//button[.="Add 2"]');
        self::click('//p[contains(@class, "adds")]/button[.="text"]');
        self::write('//aside[contains(@class, "sheet")]//input[@aria-label="Label"]', 'Motto');
        self::write('//aside[contains(@class, "sheet")]//input[@aria-label="Shown when"]', 'Size is Large');
        self::write('//aside[contains(@class, "sheet")]//input[@aria-label="Charge"]', '0.50 a character');
        self::awaitText('.finds', 'no longest length');
        self::awaitText('.said', '3 selectable');
        self::assertAccessible('the outline, written in');
        self::write('//aside[contains(@class, "sheet")]//input[@aria-label="Shown when"]', 'Size is Huge');
        self::awaitText('.sheet [role=alert]', 'a value of Size (Small, Large) was expected');
        self::$browser->executeScript('document.querySelector(".paper").dataset.same = "yes"');
        self::click('//button[contains(., "Save as revision 2")]');
        self::awaitText('.title', 'revision 2');
        self::awaitText('.bar', 'nothing changed yet');
        self::assertStringContainsString('Motto', self::text('.paper'));
        self::assertSame(
            'yes',
            self::$browser->executeScript('return document.querySelector(".paper").dataset.same'),
            'The paper stays where one reads.',
        );
    }

    #[TestDox('guards and charges are written as sentences, which follow what the shopper reads')]
    public function testGuardsAndChargesAreSentences(): void
    {
        $sheet = '//aside[contains(@class, "sheet")]//input[@aria-label="%s"]';
        self::open(self::desk('Signal lantern') . '/outline');
        self::awaitText('.paper', 'Guards');
        self::click('//button[contains(., "Write in it")]');
        self::click('//p[contains(@class, "adds")]/button[normalize-space()="guard"]');
        self::awaitText('[id="at/guards/2"]', 'never never');
        self::write(sprintf($sheet, 'Never'), 'Holder is E14 and Glass is green');
        self::awaitText('[id="at/guards/2"]', 'never Holder is E14 and Glass is Green');
        self::click('//p[contains(@class, "adds")]/button[normalize-space()="charge"]');
        self::awaitText('[id="at/charges/0"]', 'New charge: +0');
        self::write(sprintf($sheet, 'What it adds'), '-5%');
        self::write(sprintf($sheet, 'When'), 'at least 5 pieces are bought and Dimmer is yes');
        self::awaitText('[id="at/charges/0"]', 'New charge: −5% of the base');
        self::awaitText('[id="at/charges/0"]', 'when at least 5 pieces are bought and Dimmer is yes');
        self::click('//*[@id="at/options/1"]//h2');
        self::awaitText('.sheet', 'Option');
        self::write(sprintf($sheet, 'Label'), 'Socket *');
        self::awaitText('[id="at/guards/2"]', 'never Socket is E14 and Glass is Green');
        self::click('//button[@aria-label="Undo"]');
        self::awaitText('[id="at/guards/2"]', 'never Holder is E14 and Glass is Green');
    }

    #[TestDox('what is written survives a reload, is undone, and shows what it settled; the lantern keeps its bytes')]
    public function testADraftSurvivesAReload(): void
    {
        self::open(self::desk('Harbour pendant') . '/outline?at=/variants/rows/5');
        self::click('//button[contains(., "Write in it")]');
        self::awaitText('.sheet', 'Variant row');
        self::write('//aside[contains(@class, "sheet")]//input[@aria-label="Picture"]', 'm-ch.png');
        self::awaitText('.said', '1 settled, 0 new');
        self::awaitText('.since', 'Row 6 has no image');
        self::picture('outline-writing');
        self::look('dark');
        self::assertAccessible('the outline, written in by night');
        self::look('light');
        self::$browser->navigate()->refresh();
        self::awaitText('.said', '1 settled, 0 new');
        self::click('//button[@aria-label="Undo"]');
        self::awaitText('.said', 'nothing changed yet');
        self::click('//button[normalize-space()="Done"]');
        self::awaitText('.bar', 'Write in it');
    }

    #[TestDox('cells from a spreadsheet become a setup, with their guesses marked')]
    public function testCellsBecomeASetup(): void
    {
        self::open('/');
        self::first('textarea[aria-label=Cells]')->sendKeys(
            "Option;Value;Charge;Required\nGlass;Clear;;yes\n;Ruby;7,50 €;\nName plate;;6.00;",
        );
        self::click('//section[contains(@class, "draft")]//form[2]//button');
        self::awaitText('.draft', 'guesses not confirmed');
        self::assertAccessible('a draft out of cells');
        self::write('//input[@aria-label="item price"]', '64.00');
        self::click('//button[contains(., "Take it")]');
        self::awaitText('.paper', 'Ruby');
        self::assertStringContainsString('+7.50', self::text('.paper'));
        self::assertStringContainsString('64.00 EUR', self::text('.paper'));
    }

    private static function write(string $xpath, string $text): void
    {
        self::eventually(static fn(): bool => [] !== self::$browser->findElements(WebDriverBy::xpath($xpath)), $xpath);
        $field = self::$browser->findElement(WebDriverBy::xpath($xpath));
        $field->click();
        $field->sendKeys(WebDriverKeys::CONTROL . 'a' . WebDriverKeys::NULL . $text . WebDriverKeys::ENTER);
    }
}
