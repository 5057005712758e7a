<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Finding;

use Ithrel\Core\Finding\Passes;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;

/**
 * What findings say, word by word: somebody who has never seen the setup has to understand it.
 */
final class MessagesTest extends TestCase
{
    /**
     * @return iterable<string, array{string, string}> code => case of FindingsTest, and the message of its first such
     *                                                 finding
     */
    public static function messages(): iterable
    {
        yield 'reach.nothing' => [
            'nothing selectable: the item is sold out',
            'Nothing can be bought: of 2 ways to fill the form none is in stock: the item has 0 in stock. Mend ' .
            'one of these places.',
        ];
        yield 'required.unreachable' => [
            'nothing selectable: the form cannot be completed',
            'B is required, but wherever it is shown no answer can be given: the shopper is stuck.',
        ];
        yield 'reach.option-dead' => [
            'a dead option, and what waits for it is not told again',
            'No shopper ever sees B: it is shown only when A is X and A is Y. Mend that, or take the option out. ' .
            'The same keeps C away.',
        ];
        yield 'reach.value-dead' => [
            'a value never offered, told at its root',
            'B: P can never be chosen in a form that can be completed: it is on offer under a condition that ' .
            'never holds. Mend that, or take the value out. The same keeps C: R away.',
        ];
        yield 'reach.dead-end' => [
            'a value never stocked',
            '2 of 6 combinations hold a value or a part that is sold out. 2 ways to answer walk into it. Once B ' .
            'is P, it is too late: B: P is sold out.',
        ];
        yield 'reach.circle' => [
            'two that wait for each other, told as the circle they are',
            'F and G depend on one another, and a shopper cannot click her way to every answer that would fit: ' .
            'one waits for the other. Let one of them stand without its condition. 2 combinations that would fit ' .
            'are missed.',
        ];
        yield 'reach.forward' => [
            'two that wait for each other, told as the circle they are',
            'F depends on G, which stands below it: an answer further down changes what was already passed. Move ' .
            'G above.',
        ];
        yield 'reach.wrong-sale' => [
            'a guard broken',
            'The page sells what must not be sold (it breaks): 1 of the selectable combinations, for instance A ' .
            'X, B P. A condition on the options would keep them apart.',
        ];
        yield 'reach.idle-row' => [
            'rows missing, sold out, idle',
            'Row 2 (2) has stock, but no choice on the page leads to it.',
        ];
        yield 'reach.always' => [
            'a condition that does nothing',
            'B has a condition, yet every form that can be completed shows it: the condition does nothing.',
        ];
        yield 'reach.default' => [
            'defaults that cannot be',
            'B: Q is a second default where only one answer is possible. Leave one.',
        ];
        yield 'price.default-charge' => [
            'a default that costs extra',
            'F is preselected and adds 2.00: a shopper pays for what she did not choose.',
        ];
        yield 'refer.unknown' => [
            'names that are not there',
            'There is no value of A "X", so this is never met. The nearest is "x", which differs only in case or ' .
            'spaces.',
        ];
        yield 'refer.twin' => ['twins', 'Two options are both called " A "; on the order nobody can tell them apart.'];
        yield 'sibling.odd' => [
            'a dependent list of which one value was linked to nothing, and its copy',
            'B: V2 is offered always, while the other 3 depend on a condition. Give all their condition, or make ' .
            'sure that this is meant. The same in C.',
        ];
        yield 'plan.thin' => [
            'a pattern that nothing was found for',
            'No text was found that fits what T asks for, so no check fills it in. Give one that fits.',
        ];
        yield 'row.duplicate' => [
            'rows that clash or lack something',
            'Rows 1 and 2 share the SKU "1": the stock of one is sold as the other.',
        ];
        yield 'row.empty' => ['rows that clash or lack something', 'Row 3 has no price, though 2 of 3 rows have one.'];
        yield 'price.negative' => [
            'sold for nothing, and for less',
            '1 selectable combination can cost less than nothing; the cheapest comes to -2.00. Look at discounts ' .
            'and at options that may be left empty.',
        ];
        yield 'price.zero' => [
            'sold for nothing, and for less',
            '1 selectable combination can cost nothing; the cheapest comes to 0.00. Look at discounts and at ' .
            'options that may be left empty.',
        ];
        yield 'price.two-bases' => [
            'two bases',
            'The charge of F and charge 1 of the setup each set the price; where both are active the charge of F wins.',
        ];
        yield 'price.caption' => ['captions', '"P (+5,00)" tells the shopper 5.00, but 6.00 is charged.'];
        yield 'limit.caption' => ['captions', '"Up to 20 letters." promises at most 20, but 30 is set.'];
        yield 'price.formula' => [
            'a formula that can meet a missing answer',
            'The price needs N, but a shopper can leave it unanswered or never see it; then there is no price. ' .
            'Require it, or give the formula a fallback with "??".',
        ];
        yield 'price.floor' => [
            'a floor over a range',
            'From 1 to 3 the floor of 7.00 holds: 3 answers of N cost the same.',
        ];
        yield 'unit.mixed' => [
            'units mixed',
            'The formula takes n in mm and m in cm together as they are; one is multiplied as if it were the ' .
            'other. Convert with to(option, "unit").',
        ];
        yield 'limit.impossible' => [
            'limits that no answer meets',
            'N can never be answered: no number is between its ends and on its step.',
        ];
        yield 'limit.none' => [
            'limits that are not set',
            'T has no longest length: a text of a million characters would be accepted.',
        ];
        yield 'required.unmarked' => [
            'required, and nothing says so',
            'B is required, but neither its label nor its help says so.',
        ];
        yield 'carry.nowhere' => [
            'answers nobody sees, and data everybody does',
            'The answer to B is kept off the order: nobody who makes the item will know it.',
        ];
        yield 'carry.leak' => [
            'answers nobody sees, and data everybody does',
            'Bay: 4 is shown to the shopper (page, cart, checkout) before the order.',
        ];
        yield 'price.below-cost' => [
            'a price below the cost of the item',
            '2 selectable combinations sell below what the store pays; the worst sells at 10.00 and costs 10.01. ' .
            'Raise its price, or take it off sale.',
        ];
        yield 'place.nowhere' => [
            'a text that no place takes, and a place that takes anything',
            'No place of any picture takes U, so a shopper never sees it there. If it belongs on one, name it there.',
        ];
        yield 'place.open' => [
            'a place that takes anything',
            'q takes any text and file, while other places name what they take. Name what belongs here.',
        ];
        yield 'place.crowded' => [
            'two texts for one place, unless only one of them can be given',
            'T and U can be given together, and then there is no room for U. Add room, or allow fewer.',
        ];
        yield 'place.outside' => [
            'places that leave the picture, and lie on one another',
            'q leaves the picture front: what is put there is cut off. Move it inside.',
        ];
        yield 'place.overlap' => [
            'places that lie on one another',
            'p and q lie on one another on the picture front: what is put on one covers the other.',
        ];
        yield 'place.pixels' => [
            'a picture smaller than its place',
            'A picture given as Art can be smaller than its place, p of front (400 × 300 pixels): 400 × 299 ' .
            'pixels are enough for it, and it is blown up.',
        ];
        yield 'place.style' => [
            'a font that is shown without its text',
            'B says how T looks, but there are choices under which only one of the two is shown. Show both under ' .
            'the same condition.',
        ];
        yield 'scope.none' => ['applies to nothing', 'The setup does not apply to its own item, T-1.'];
        yield 'scope.all' => [
            'applies to everything',
            'The setup applies to every item of the shop. Name the items it is meant for.',
        ];
    }

    #[DataProvider('messages')]
    #[TestDox('$_dataName')]
    public function testMessage(string $case, string $message): void
    {
        [$setup] = iterator_to_array(FindingsTest::cases())[$case];
        $code = (string) $this->dataName();
        foreach (Passes::run(Documents::reach($setup)) as $finding) {
            if ($finding->code === $code) {
                self::assertSame($message, $finding->message);

                return;
            }
        }
        self::fail('There is no ' . $code . '.');
    }

    #[
        TestDox(
            'every code that docs/findings.md describes has its message here, but those that a desk or a bound ' .
                'brings about',
        ),
    ]
    public function testEveryCode(): void
    {
        preg_match_all(
            '/^\\| (`[^|]+`) \\|/m',
            (string) file_get_contents(dirname(__DIR__, 3) . '/docs/findings.md'),
            $rows,
        );
        preg_match_all('/`([a-z-]+\\.[a-z-]+)`/', implode(' ', $rows[1]), $codes);
        self::assertSame(
            ['reach.too-large', 'scope.near', 'scope.clash', 'ceiling.reached'],
            array_values(array_diff($codes[1], array_keys(iterator_to_array(self::messages())))),
        );
    }
}
