<?php

declare(strict_types=1);

namespace Ithrel\Shop\Tests;

use Brick\Math\BigDecimal;
use Ithrel\Core\Tests\Support\ChargeCases;
use Ithrel\Core\Tests\Support\InputCases;
use Ithrel\Shop\Conditions;
use Ithrel\Shop\Faults;
use Ithrel\Shop\Form;
use Ithrel\Shop\Formula;
use Ithrel\Shop\Inputs;
use Ithrel\Shop\Shop;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\DataProviderExternal;
use PHPUnit\Framework\TestCase;

/**
 * The shop's own reading of conditions, formulas, limits and prices, by examples worked out by hand.
 */
final class ReadingTest extends TestCase
{
    private const TODAY = '2026-11-24';

    private const KINDS = [
        'size' => 'one',
        'extras' => 'several',
        'wrap' => 'flag',
        'width' => 'number',
        'day' => 'date',
    ];

    /**
     * @return iterable<string, array{array<string, mixed>, bool}>
     */
    public static function conditions(): iterable
    {
        yield 'a value' => [['option' => 'size', 'is' => 'l'], true];
        yield 'one of several values' => [['option' => 'size', 'is' => ['s', 'l']], true];
        yield 'another value' => [['option' => 'size', 'is' => 's'], false];
        yield 'letter case counts' => [['option' => 'size', 'is' => 'L'], false];
        yield 'a pick of several' => [['option' => 'extras', 'is' => 'b'], true];
        yield 'a flag' => [['option' => 'wrap', 'is' => true], true];
        yield 'a flag that is not set' => [['option' => 'wrap', 'is' => false], false];
        yield 'a choice asked as a flag' => [['option' => 'size', 'is' => true], false];
        yield 'filled' => [['option' => 'width', 'filled' => true], true];
        yield 'empty' => [['option' => 'width', 'filled' => false], false];
        yield 'an option that is not there is empty' => [['option' => 'nothing', 'filled' => false], true];
        yield 'picks in between' => [['option' => 'extras', 'picks' => ['atLeast' => 2, 'atMost' => 2]], true];
        yield 'too few picks' => [['option' => 'extras', 'picks' => ['atLeast' => 3]], false];
        yield 'at least' => [['option' => 'width', 'atLeast' => '30'], true];
        yield 'above' => [['option' => 'width', 'above' => '30'], false];
        yield 'at most, and below' => [['option' => 'width', 'atMost' => '30', 'below' => '30.1'], true];
        yield 'a day' => [['option' => 'day', 'atMost' => '2026-12-01'], true];
        yield 'days from today' => [['option' => 'day', 'atLeast' => '+8d'], false];
        yield 'a number asked as a day' => [['option' => 'width', 'atLeast' => '2026-12-01'], false];
        yield 'all of none' => [['all' => []], true];
        yield 'any of none' => [['any' => []], false];
        yield 'all' => [['all' => [['option' => 'size', 'is' => 'l'], ['option' => 'wrap', 'is' => false]]], false];
        yield 'any' => [['any' => [['option' => 'size', 'is' => 'l'], ['option' => 'wrap', 'is' => false]]], true];
        yield 'not' => [['not' => ['option' => 'size', 'is' => 'l']], false];
        yield 'pieces' => [['quantity' => ['atLeast' => 2, 'atMost' => 4]], true];
        yield 'too many pieces' => [['quantity' => ['atMost' => 2]], false];
    }

    /**
     * @param array<string, mixed> $condition
     */
    #[DataProvider('conditions')]
    public function testConditions(array $condition, bool $holds): void
    {
        $answers = ['size' => 'l', 'extras' => ['a', 'b'], 'wrap' => true, 'width' => '30', 'day' => '2026-11-30'];
        self::assertSame(
            $holds,
            (new Conditions(self::KINDS, new Faults(), self::TODAY))->hold($condition, $answers, 3),
        );
    }

    public function testNoConditionHolds(): void
    {
        self::assertTrue((new Conditions([], new Faults(), self::TODAY))->hold(null, []));
    }

    /**
     * @return iterable<string, array{string, string}>
     */
    public static function formulas(): iterable
    {
        yield 'times before plus' => ['2 + 3 * 4', '14'];
        yield 'brackets' => ['(2 + 3) * 4', '20'];
        yield 'from the left' => ['10 - 3 - 2', '5'];
        yield 'powers first' => ['2 * 3 ** 2', '18'];
        yield 'a name' => ['width * 2', '60'];
        yield 'a sign' => ['-width + 1', '-29'];
        yield 'a branch' => ['width > 20 ? 5 : 1 / 0', '5'];
        yield 'a fallback' => ['nothing ?? 7', '7'];
        yield 'and, or, not' => ['not (width < 20) and (width == 30 or 1 / 0 > 0) ? 1 : 2', '1'];
        yield 'least and most' => ['min(3, 1, 2) + max(3, 1, 2)', '4'];
        yield 'rounded down and up' => ['floor(2.7) * 100 + ceil(2.1)', '203'];
        yield 'rounded half up' => ['round(2.345, 2)', '2.35'];
        yield 'in another unit' => ['to(width, "mm")', '300'];
        yield 'inches; 1 in is 25.4 mm by the agreement of 1959' => ['round(to(width, "in"), 4)', '11.8110'];
        yield 'characters' => ['chars(text) * 0.5', '2.5'];
    }

    #[DataProvider('formulas')]
    public function testFormulas(string $expression, string $value): void
    {
        $found = Formula::value(
            $expression,
            static fn(string $name): ?BigDecimal => 'width' === $name ? BigDecimal::of(30) : null,
            static fn(string $what, string $of): mixed => ['chars' => 5, 'unit' => 'cm'][$what] ?? null,
        );
        self::assertTrue($found->isEqualTo($value), $expression . ' = ' . $found);
    }

    public function testAnUnansweredNameHasNoValue(): void
    {
        $this->expectException(\DomainException::class);
        Formula::value('nothing + 1', static fn(): ?BigDecimal => null, static fn(): mixed => null);
    }

    /**
     * @return iterable<string, array{string, int, int, int, int}> text; UTF-16 units, code points, shown characters,
     *                                                             bytes
     */
    public static function lengths(): iterable
    {
        yield 'plain' => ['Ada', 3, 3, 3, 3];
        yield 'accent' => ['é', 1, 1, 1, 2];
        yield 'accent in two parts' => ["e\u{301}", 2, 2, 1, 3];
        yield 'emoji beyond the first plane' => ['🎉', 2, 1, 1, 4];
        yield 'family joined' => ["👩\u{200D}👧", 5, 3, 1, 11];
        yield 'line breaks count once' => ["a\r\nb", 3, 3, 3, 3];
    }

    #[DataProvider('lengths')]
    public function testLengths(string $text, int $utf16, int $codepoints, int $graphemes, int $bytes): void
    {
        self::assertSame(
            [$utf16, $codepoints, $graphemes, $bytes],
            [
                Inputs::length($text, 'utf16'),
                Inputs::length($text, 'codepoints'),
                Inputs::length($text, 'graphemes'),
                Inputs::length($text, 'bytes'),
            ],
        );
    }

    /**
     * @param array<string, mixed> $option
     */
    #[DataProviderExternal(InputCases::class, 'answers')]
    public function testInputs(array $option, mixed $answer, ?string $problem): void
    {
        $form = new Form(['options' => [$option + ['code' => 'in', 'label' => 'In']]], new Faults(), self::TODAY);
        self::assertSame(null === $problem, [] === (new Inputs($form, new Faults()))->problems('in', $answer));
    }

    /**
     * @param array<string, mixed> $setup
     * @param array<string, mixed> $pick
     */
    #[DataProviderExternal(ChargeCases::class, 'prices')]
    public function testCharges(array $setup, array $pick, int $quantity, string $unit, string $line): void
    {
        $document = $setup + ['currency' => 'EUR', 'item' => ['sku' => 'A', 'name' => 'A', 'price' => '20.00']];
        $shop = new Shop('item', $document, [], [], self::TODAY);
        foreach ($pick as $option => $answer) {
            self::assertTrue($shop->click($option, $answer));
        }
        self::assertSame([], $shop->add(null, $quantity, 'form')['problems']);
        $found = $shop->stage('cart')['lines'][0];
        self::assertSame([$unit, $line], [$found['unitPrice'], $found['lineTotal']]);
    }

    public function testTheServerChecksWhatThePageWouldNotLetThrough(): void
    {
        $shop = new Shop(
            'item',
            [
                'currency' => 'EUR',
                'item' => ['sku' => 'T', 'name' => 'T', 'price' => '10.00'],
                'options' => [
                    [
                        'code' => 'size',
                        'label' => 'Size',
                        'kind' => 'one',
                        'required' => true,
                        'values' => [
                            ['code' => 's', 'label' => 'Small'],
                            ['code' => 'x', 'label' => 'Hidden', 'hidden' => true],
                        ],
                    ],
                    [
                        'code' => 'wrap',
                        'label' => 'Wrap',
                        'kind' => 'flag',
                        'shownWhen' => ['option' => 'size', 'is' => 'x'],
                    ],
                ],
                'quantity' => ['min' => 2, 'max' => 6, 'step' => 2],
            ],
            [],
            [],
            self::TODAY,
        );
        $fields = static fn(?array $answers, int $quantity): array => array_column(
            $shop->add($answers, $quantity, 'form')['problems'],
            'field',
        );
        self::assertFalse($shop->click('size', 'x'), 'A hidden value cannot be clicked.');
        self::assertFalse($shop->click('wrap', true), 'Nor can an option that is not shown.');
        self::assertSame(['size'], $fields(null, 2));
        self::assertContains('size', $fields(['size' => 'x'], 2));
        self::assertContains('wrap', $fields(['size' => 's', 'wrap' => true], 2));
        self::assertContains('nothing', $fields(['size' => 's', 'nothing' => 'y'], 2));
        self::assertSame(['quantity'], $fields(['size' => 's'], 3));
        self::assertSame(['quantity'], $fields(['size' => 's'], 8));
        self::assertSame([], $fields(['size' => 's'], 4));
        self::assertSame('40.00', $shop->stage('order')['total']);
        $shop->emptyCart();
        self::assertSame([], $shop->stage('cart')['lines']);
    }

    public function testASessionCarriesTheCartOver(): void
    {
        $document = [
            'currency' => 'EUR',
            'item' => ['sku' => 'T', 'name' => 'T', 'price' => '10.00'],
            'options' => [['code' => 'wrap', 'label' => 'Wrap', 'kind' => 'flag', 'yes' => ['charge' => '2.00']]],
        ];
        $first = new Shop('item', $document, [], [], self::TODAY);
        $first->click('wrap', true);
        $first->add(null, 1, 'form');
        $second = new Shop('item', $document, $first->session(), [], self::TODAY);
        self::assertSame('12.00', $second->page()['unitPrice']);
        self::assertCount(1, $second->stage('cart')['lines']);
        $second->reopen();
        self::assertSame('10.00', $second->page()['unitPrice'], 'A page opened anew has no answers; the cart stays.');
        self::assertCount(1, $second->stage('cart')['lines']);
    }
}
