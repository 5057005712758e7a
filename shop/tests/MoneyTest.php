<?php

declare(strict_types=1);

namespace Ithrel\Shop\Tests;

use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Cart\Appraiser;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Currency;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Shop\MinorUnits;
use Ithrel\Shop\Shop;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;

final class MoneyTest extends TestCase
{
    /** Codes that ICU still knows and list one of the standard no longer has; nobody sells in them. */
    private const WITHDRAWN = ['ADP', 'BYR', 'ESP', 'ITL', 'LUF', 'MGF', 'MRO', 'STD', 'TMM', 'TRL', 'ZMK', 'ZWD'];

    #[TestDox('every currency has the minor units of the standard, in the shop as in the core')]
    public function testMinorUnits(): void
    {
        $known = 0;
        for ($n = 0; $n < 26 ** 3; ++$n) {
            $code = chr(65 + intdiv($n, 676)) . chr(65 + (intdiv($n, 26) % 26)) . chr(65 + ($n % 26));
            $currency = Currency::find($code);
            if (null !== $currency && !in_array($code, self::WITHDRAWN, true)) {
                self::assertSame($currency->minorUnits, MinorUnits::of($code), $code);
                ++$known;
            }
        }
        self::assertGreaterThan(150, $known);
    }

    #[TestDox('a formula without a value takes no price away from a line beside the item')]
    public function testOwnLinesKeepTheirPrice(): void
    {
        $document = Documents::json([
            'currency' => 'RSD',
            'item' => ['sku' => 'T-1', 'name' => 'Test lamp', 'price' => '10.56'],
            'parts' => [['sku' => 'P', 'name' => 'Bulb', 'price' => '3.25']],
            'options' => [
                ['code' => 'n', 'kind' => 'number', 'charge' => ['how' => 'formula', 'expr' => '1 / n']],
                ['code' => 'p', 'kind' => 'part', 'values' => [['code' => 'b', 'item' => 'P', 'line' => 'own']]],
            ],
        ]);
        /** @var array<string, mixed> $decoded */
        $decoded = json_decode($document, true, 64, JSON_THROW_ON_ERROR);
        $reach = new Reach(Reader::shipped()->read($document, Today::of(Documents::TODAY)));
        foreach (['0' => null, '2' => '11.06'] as $n => $unit) {
            $answers = ['n' => (string) $n, 'p' => 'b'];
            $shop = new Shop('item', $decoded, [], [], Documents::TODAY);
            $shop->click('n', (string) $n);
            $shop->click('p', 'b');
            self::assertTrue($shop->add(null, 1, 'form')['accepted']);
            $line = $shop->stage('cart')['lines'][0];
            $quote = (new Appraiser($reach))->appraise(
                GivenState::read($reach->setup, (object) ['pick' => (object) $answers]),
            )->quote;
            self::assertSame($unit, $line['unitPrice']);
            self::assertSame(
                $unit,
                null === $quote->unitPrice ? null : Amount::text($quote->unitPrice, $reach->setup->currency),
            );
            self::assertSame('3.25', $line['ownLines'][0]['unitPrice']);
            self::assertSame('3.25', (string) $quote->ownLines[0]->unitPrice);
        }
    }
}
