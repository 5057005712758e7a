<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Plan;

use Ithrel\Core\Document\Today;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Click;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Plan\Planner;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\TestCase;

/**
 * What each rule of the plan has to bring in, on the smallest setup that asks for it.
 */
final class RulesTest extends TestCase
{
    public function testEveryRowIsBought(): void
    {
        $rows = [];
        foreach (['s', 'm', 'l', 'xl'] as $size) {
            foreach (['red', 'blue', 'green'] as $n => $colour) {
                $rows[] = [
                    'pick' => ['size' => $size, 'colour' => $colour, 'cord' => 0 === $n ? 'long' : 'short'],
                    'sku' => 'T-' . $size . '-' . $colour,
                    'stock' => 'xl' === $size && 2 === $n ? 0 : 5,
                ];
            }
        }
        $plan = $this->plan([
            'options' => [
                Documents::one('size', ['s', 'm', 'l', 'xl'], ['required' => true]),
                Documents::one('colour', ['red', 'blue', 'green'], ['required' => true]),
                Documents::one('cord', ['short', 'long'], ['required' => true]),
            ],
            'variants' => ['by' => ['size', 'colour', 'cord'], 'rows' => $rows],
        ]);
        $bought = array_merge(
            ...array_map(static fn(Check $c): array => array_column($c->lines, 'sku'), $plan->checks),
        );
        foreach ($rows as $row) {
            self::assertSame(0 !== $row['stock'], in_array($row['sku'], $bought, true), $row['sku']);
        }
        self::assertSame([], $plan->leftOut);
    }

    public function testRowsBeyondTheBoundAreSaid(): void
    {
        $codes = array_map(static fn(int $n): string => 'v' . $n, range(0, 19));
        $rows = [];
        foreach ($codes as $a) {
            foreach ($codes as $b) {
                foreach (['x', 'y'] as $c) {
                    $rows[] = ['pick' => ['a' => $a, 'b' => $b, 'c' => $c], 'sku' => $a . $b . $c];
                }
            }
        }
        $plan = $this->plan([
            'options' => [
                Documents::one('a', $codes, ['required' => true]),
                Documents::one('b', $codes, ['required' => true]),
                Documents::one('c', ['x', 'y'], ['required' => true]),
            ],
            'variants' => ['by' => ['a', 'b', 'c'], 'rows' => $rows],
        ]);
        self::assertCount(1, $plan->leftOut);
        self::assertMatchesRegularExpression('/^\d+ of 800 variant rows that can be bought$/', $plan->leftOut[0]);
    }

    public function testABoundOfAConditionIsLookedAtItself(): void
    {
        $plan = $this->plan([
            'options' => [
                [
                    'code' => 'w',
                    'label' => 'Width',
                    'kind' => 'number',
                    'required' => true,
                    'min' => '100',
                    'max' => '200',
                    'step' => '1',
                ],
                [
                    'code' => 'wide',
                    'label' => 'Brace',
                    'kind' => 'flag',
                    'yes' => ['charge' => '5.00'],
                    'shownWhen' => ['option' => 'w', 'above' => '150'],
                ],
            ],
            'charges' => [
                [
                    'label' => 'Freight',
                    'how' => 'fixed',
                    'amount' => '9.00',
                    'when' => ['option' => 'w', 'atLeast' => '180'],
                ],
            ],
        ]);
        $looks = $this->about($plan, 'Brace is not offered where Width is 150');
        self::assertSame(['wide', null, false], $looks[0]->offered);
        $freight = array_values(
            array_filter(
                $plan->checks,
                static fn(Check $c): bool => $c->accepted &&
                    in_array('/charges/0', $c->places, true) &&
                    '180' === $c->visits[0][0]->answer,
            ),
        );
        self::assertContains('/charges/0', $freight[0]->charged, 'At its bound it is charged.');
    }

    public function testABoundIsLookedAtWhereItDecides(): void
    {
        $plan = $this->plan([
            'options' => [
                Documents::one('cloth', ['linen', 'silk'], ['required' => true]),
                [
                    'code' => 'w',
                    'label' => 'Width',
                    'kind' => 'number',
                    'required' => true,
                    'min' => '200',
                    'max' => '900',
                    'step' => '5',
                ],
                [
                    'code' => 'lining',
                    'label' => 'Lining',
                    'kind' => 'one',
                    'values' => [
                        ['code' => 'white', 'label' => 'White'],
                        [
                            'code' => 'gold',
                            'label' => 'Gold',
                            'allowedWhen' => [
                                'all' => [['option' => 'cloth', 'is' => 'silk'], ['option' => 'w', 'below' => '200']],
                            ],
                        ],
                    ],
                ],
            ],
        ]);
        $looks = $this->about($plan, 'Lining: Gold is not offered where Width is 200');
        self::assertSame('silk', $looks[0]->visits[0][0]->answer, 'With linen it would not be offered at any width.');
    }

    public function testOneStepBeyondABoundIsLookedAtToo(): void
    {
        $plan = $this->plan([
            'options' => [
                [
                    'code' => 'w',
                    'label' => 'Width',
                    'kind' => 'number',
                    'required' => true,
                    'min' => '100',
                    'max' => '200',
                    'step' => '0.5',
                ],
                [
                    'code' => 'wide',
                    'label' => 'Brace',
                    'kind' => 'flag',
                    'shownWhen' => ['option' => 'w', 'above' => '150'],
                ],
                [
                    'code' => 'arms',
                    'label' => 'Arms',
                    'kind' => 'several',
                    'picks' => ['min' => 0, 'max' => 3],
                    'values' => [
                        ['code' => 'a', 'label' => 'A'],
                        ['code' => 'b', 'label' => 'B'],
                        ['code' => 'c', 'label' => 'C'],
                    ],
                ],
                [
                    'code' => 'tray',
                    'label' => 'Tray',
                    'kind' => 'flag',
                    'shownWhen' => ['option' => 'arms', 'picks' => ['atMost' => 1]],
                ],
            ],
        ]);
        $beyond = array_filter(
            $plan->checks,
            static fn(Check $c): bool => ['wide', null, true] === $c->offered &&
                '150.5' === ($c->visits[0][0]->answer ?? null),
        );
        self::assertNotSame([], $beyond);
        self::assertTrue($this->about($plan, 'Tray is offered where Arms is answered with 1')[0]->offered[2] ?? null);
        self::assertFalse(
            $this->about($plan, 'Tray is not offered where Arms is answered with 2')[0]->offered[2] ?? null,
        );
    }

    public function testThePageIsLookedAtAsItOpens(): void
    {
        $size = Documents::one('size', ['s', 'm'], ['required' => true]);
        $opens = $this->only($this->plan(['options' => [$size]]), Purpose::Opening);
        self::assertCount(1, $opens);
        self::assertSame(
            [[[]], false, '100.00'],
            [$opens[0]->visits, $opens[0]->accepted, $opens[0]->lines[0]['unitPrice']],
        );
        $size['values'][1] += ['default' => true, 'charge' => '5.00'];
        $opens = $this->only($this->plan(['options' => [$size]]), Purpose::Opening);
        self::assertSame([true, '105.00'], [$opens[0]->accepted, $opens[0]->lines[0]['unitPrice']]);
        $waits = $this->plan([
            'options' => [
                ['code' => 'w', 'label' => 'Width', 'kind' => 'number', 'required' => true, 'min' => '1', 'max' => '9'],
            ],
            'charges' => [['label' => 'By width', 'how' => 'formula', 'expr' => 'w * 2']],
        ]);
        self::assertSame(
            [],
            array_filter($waits->checks, static fn(Check $c): bool => Purpose::Opening === $c->purpose),
            'Until the width is typed there is no price.',
        );
    }

    public function testWhatIsSoldOutHasItsPriceOnThePage(): void
    {
        $size = Documents::one('size', ['s', 'm'], ['required' => true]);
        $size['values'][1] += ['charge' => '16.00', 'stock' => 0];
        $out = array_values(
            array_filter(
                $this->only($this->plan(['options' => [$size]]), Purpose::SoldOut),
                static fn(Check $c): bool => 'form' === $c->route,
            ),
        );
        self::assertSame([false, '116.00'], [$out[0]->accepted, $out[0]->lines[0]['unitPrice']]);
        self::assertContains('/options/0/values/1/charge', $out[0]->charged);
    }

    public function testTwoProblemsAtOnce(): void
    {
        $plan = $this->plan([
            'options' => [
                Documents::one('size', ['s', 'm'], ['required' => true]),
                Documents::one('glass', ['clear', 'green'], ['required' => true]),
            ],
        ]);
        $both = array_values(
            array_filter($this->only($plan, Purpose::Required), static fn(Check $c): bool => null === $c->field),
        );
        self::assertSame(['form', 'express'], array_map(static fn(Check $c): string => $c->route, $both));
        self::assertSame([false, []], [$both[0]->accepted, $both[0]->visits[0]]);
    }

    public function testPicksAreSentInAnotherOrder(): void
    {
        $plan = $this->plan([
            'options' => [
                [
                    'code' => 'arms',
                    'label' => 'Arms',
                    'kind' => 'several',
                    'picks' => ['min' => 2],
                    'values' => [
                        ['code' => 'a', 'label' => 'A'],
                        ['code' => 'b', 'label' => 'B'],
                        ['code' => 'c', 'label' => 'C'],
                    ],
                ],
            ],
        ]);
        $sent = $this->about($plan, 'the same picks, sent in another order')[0];
        $codes = $sent->sent['arms'] ?? [];
        self::assertIsArray($codes);
        rsort($codes);
        self::assertSame([true, $codes], [$sent->accepted, $sent->sent['arms'] ?? null]);
        self::assertSame(
            implode('; ', array_map(strtoupper(...), array_reverse($codes))),
            $sent->lines[0]['entries']['cart'][0]['value'],
        );
    }

    public function testAPlanThatBuysNothingSaysSo(): void
    {
        $text = ['code' => 't', 'label' => 'T', 'kind' => 'text', 'required' => true, 'length' => ['max' => 30]];
        $thin = $this->plan(['options' => [$text + ['pattern' => 'x(?=y)z']]]);
        self::assertTrue($thin->buysNothing());
        self::assertContains(
            'anything that is bought, as no answers are known that fit all that is required',
            $thin->leftOut,
        );
        self::assertFalse($this->plan(['options' => [$text]])->buysNothing());
    }

    public function testWhatMayBeLeftOutIsLeftOut(): void
    {
        $arms = [
            'code' => 'arms',
            'label' => 'Arms',
            'kind' => 'several',
            'values' => [['code' => 'a', 'label' => 'A'], ['code' => 'b', 'label' => 'B']],
        ];
        $plan = $this->plan(['options' => [$arms, Documents::one('size', ['s', 'm'], ['required' => true])]]);
        $empty = array_filter(
            $plan->checks,
            static fn(Check $c): bool => $c->accepted &&
                [] === array_filter($c->chosen, static fn(string $at): bool => str_starts_with($at, '/options/0')),
        );
        self::assertNotSame([], $empty);
    }

    public function testEachFigureIsTriedWhereNoFloorHidesIt(): void
    {
        $wood = [
            'code' => 'wood',
            'label' => 'Wood',
            'kind' => 'one',
            'required' => true,
            'values' => [
                ['code' => 'oak', 'label' => 'Oak', 'figures' => ['rate' => '0.50']],
                ['code' => 'ash', 'label' => 'Ash', 'figures' => ['rate' => '0.35']],
            ],
        ];
        $plan = $this->plan([
            'options' => [
                $wood,
                [
                    'code' => 'w',
                    'label' => 'Width',
                    'kind' => 'number',
                    'required' => true,
                    'min' => '1',
                    'max' => '1000',
                    'charge' => ['how' => 'formula', 'expr' => 'w * wood.rate', 'min' => '60.00'],
                ],
            ],
        ]);
        foreach (['Oak', 'Ash'] as $label) {
            $found = $this->about($plan, 'Width with Wood: ' . $label);
            self::assertSame(
                ['/options/1/charge', '/options/0/values/' . ('Oak' === $label ? 0 : 1)],
                $found[0]->places,
            );
            self::assertGreaterThan(160, (float) $found[0]->lines[0]['unitPrice']);
        }
    }

    public function testWhatThePageDoesNotOfferIsSentOnBothRoutes(): void
    {
        $plan = $this->plan([
            'options' => [
                Documents::one('holder', ['e27', 'gu10'], ['required' => true]),
                [
                    'code' => 'bulb',
                    'label' => 'Bulb',
                    'kind' => 'one',
                    'values' => [
                        ['code' => 'warm', 'label' => 'Warm', 'allowedWhen' => ['option' => 'holder', 'is' => 'e27']],
                        ['code' => 'spot', 'label' => 'Spot'],
                    ],
                ],
                [
                    'code' => 'name',
                    'label' => 'Name',
                    'kind' => 'text',
                    'length' => ['max' => 9],
                    'shownWhen' => ['option' => 'holder', 'is' => 'e27'],
                ],
            ],
        ]);
        $found = array_map(
            static fn(Check $c): string => $c->route . ': ' . $c->about . ' → ' . $c->field,
            $this->only($plan, Purpose::PastThePage),
        );
        self::assertSame(
            [
                'form: Bulb: Warm, sent where it is not allowed → bulb',
                'express: Bulb: Warm, sent where it is not allowed, by the express route → bulb',
                'form: Name, sent where it is hidden → name',
                'express: Name, sent where it is hidden, by the express route → name',
            ],
            $found,
        );
        foreach ($this->only($plan, Purpose::PastThePage) as $check) {
            self::assertSame('gu10', $check->sent['holder'] ?? null, 'It is sent with what makes it impossible.');
            self::assertFalse($check->accepted);
        }
    }

    public function testAnAnswerThatIsHiddenIsLookedAtBeforeAnythingElseAndDoesNotComeBack(): void
    {
        $plan = $this->plan([
            'options' => [
                ['code' => 'plate', 'label' => 'Plate', 'kind' => 'flag', 'yes' => ['charge' => '5.00']],
                [
                    'code' => 'text',
                    'label' => 'Text',
                    'kind' => 'text',
                    'length' => ['max' => 9],
                    'charge' => '3.00',
                    'shownWhen' => ['option' => 'plate', 'is' => true],
                ],
                [
                    'code' => 'why',
                    'label' => 'Why not',
                    'kind' => 'text',
                    'required' => true,
                    'length' => ['max' => 9],
                    'shownWhen' => ['option' => 'plate', 'is' => false],
                ],
            ],
        ]);
        $again = $this->about($plan, 'Text answered, hidden and shown again by Plate')[0];
        self::assertSame('105.00', $again->lines[0]['unitPrice'], 'The plate is charged again, the text is not.');
        $look = $this->about($plan, 'Text answered, then taken away again by Plate: no longer offered')[0];
        self::assertTrue($look->looksOnly());
        $clicks = $look->visits[0];
        self::assertSame('plate', $clicks[count($clicks) - 1]->option, 'Nothing is answered after it was taken away.');
    }

    public function testEveryRequiredTextIsEmptiedAgain(): void
    {
        $plan = $this->plan([
            'options' => [
                ['code' => 'name', 'label' => 'Name', 'kind' => 'text', 'required' => true, 'length' => ['max' => 9]],
            ],
        ]);
        $check = $this->only($plan, Purpose::Emptied)[0];
        self::assertSame([false, 'name'], [$check->accepted, $check->field]);
        self::assertSame(
            [null],
            array_map(static fn(Click $c): mixed => $c->answer, array_slice($check->visits[0], -1)),
        );
    }

    public function testPicksAtTheirEdges(): void
    {
        $several = [
            'code' => 'drops',
            'label' => 'Drops',
            'kind' => 'several',
            'picks' => ['min' => 2, 'max' => 3],
            'values' => array_map(static fn(string $c): array => ['code' => $c, 'label' => strtoupper($c)], [
                'a',
                'b',
                'c',
                'd',
            ]),
        ];
        $found = array_map(
            static fn(Check $c): string => $c->about . ($c->accepted ? '' : ' refused, ' . $c->field),
            $this->only($this->plan(['options' => [$several]]), Purpose::Limit),
        );
        self::assertSame(
            [
                'Drops: one pick too few: 1 refused, drops',
                'Drops: the fewest picks: 2',
                'Drops: the most picks: 3',
                'Drops: one pick too many: 4 refused, drops',
            ],
            $found,
        );
    }

    public function testWhatIsTypedThoughItIsNoNumberIsRefused(): void
    {
        $plan = $this->plan([
            'options' => [
                ['code' => 'w', 'label' => 'Width', 'kind' => 'number', 'min' => '10', 'max' => '40', 'step' => '1'],
            ],
        ]);
        $comma = $this->about($plan, 'Width: a decimal comma')[0];
        self::assertSame(['10,5', false, 'w'], [$comma->visits[0][0]->answer, $comma->accepted, $comma->field]);
        self::assertTrue($this->about($plan, 'Width: a point and a zero behind it')[0]->accepted);
        self::assertSame('w', $this->about($plan, 'Width: below zero')[0]->field);
    }

    public function testQuantitiesThatShowMoreThanThePrice(): void
    {
        $plan = $this->plan([
            'options' => [
                [
                    'code' => 'set',
                    'label' => 'Setting up',
                    'kind' => 'flag',
                    'yes' => ['charge' => ['how' => 'fixed', 'amount' => '9.00', 'per' => 'line']],
                ],
            ],
        ]);
        $about = array_map(static fn(Check $c): string => $c->about, $plan->checks);
        self::assertContains('2 pieces by the express route', $about);
        self::assertContains('10 pieces, a total of four digits before the point', $about);
        $line = array_values(
            array_filter(
                $plan->checks,
                static fn(Check $c): bool => in_array('/options/0/yes/charge', $c->charged, true) &&
                    2 === $c->quantity[0],
            ),
        );
        self::assertSame('209.00', $line[0]->lines[0]['lineTotal'] ?? null, 'Twice the price, once the setting up.');
    }

    public function testNoTwoChecksDoTheSame(): void
    {
        foreach ((array) glob(dirname(__DIR__, 3) . '/demo/setups/*.json') as $file) {
            if (!str_contains((string) $file, 'chandelier')) {
                $prints = array_map(
                    static fn(Check $c): string => $c->print(),
                    Planner::plan(
                        new Reach(
                            Reader::shipped()->read(
                                (string) file_get_contents((string) $file),
                                Today::of(Documents::TODAY),
                            ),
                        ),
                    )->checks,
                );
                self::assertSame(count($prints), count(array_unique($prints)), (string) $file);
            }
        }
    }

    public function testTheTableOfRulesInTheDocsIsThatOfThePlanner(): void
    {
        $named = array_map(static fn(string $class): string => basename(str_replace('\\', '/', $class)), [
            Rule\Pairs::class,
            ...Purpose::RULES,
        ]);
        preg_match_all(
            '/^\| `(\w+)` \|/m',
            (string) file_get_contents(dirname(__DIR__, 3) . '/docs/plan-rules.md'),
            $rows,
        );
        self::assertSame($named, $rows[1]);
    }

    /**
     * @return non-empty-list<Check>
     */
    private function about(Plan $plan, string $about): array
    {
        $found = array_values(array_filter($plan->checks, static fn(Check $c): bool => $about === $c->about));
        self::assertNotSame(
            [],
            $found,
            $about . ' among: ' . implode(' | ', array_map(static fn(Check $c): string => $c->about, $plan->checks)),
        );

        return $found;
    }

    /**
     * @return non-empty-list<Check>
     */
    private function only(Plan $plan, Purpose $purpose): array
    {
        $checks = array_values(array_filter($plan->checks, static fn(Check $c): bool => $purpose === $c->purpose));
        self::assertNotSame([], $checks);

        return $checks;
    }

    /**
     * @param array<string, mixed> $keys
     */
    private function plan(array $keys): Plan
    {
        return Planner::plan(Documents::reach($keys));
    }
}
