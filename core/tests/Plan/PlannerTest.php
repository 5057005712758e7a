<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Plan;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\Truth;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Click;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Plan\Planner;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class PlannerTest extends TestCase
{
    /**
     * @return iterable<string, array{string}>
     */
    public static function demoSetups(): iterable
    {
        foreach (glob(dirname(__DIR__, 3) . '/demo/setups/*.json') ?: [] as $file) {
            yield basename($file, '.json') => [$file];
        }
    }

    #[DataProvider('demoSetups')]
    public function testEveryRequiredAnswerIsLeftOutOnBothRoutes(string $file): void
    {
        [$reach, $plan] = $this->planned($file);
        $asked = $tried = [];
        foreach ($reach->setup->options as $option) {
            $isBought =
                [] !==
                array_filter(
                    $plan->checks,
                    static fn(Check $c): bool => [] !==
                        array_filter(
                            $c->chosen,
                            static fn(string $at): bool => $at === $option->at ||
                                str_starts_with($at, $option->at . '/'),
                        ),
                );
            if ($option->required && Kind::Note !== $option->kind && $isBought) {
                array_push($asked, $option->code . ' form', $option->code . ' express');
            }
        }
        foreach ($plan->checks as $check) {
            if (Purpose::Required === $check->purpose && null !== $check->field) {
                self::assertFalse($check->accepted);
                $tried[] = $check->field . ' ' . $check->route;
            }
        }
        self::assertEqualsCanonicalizing($asked, $tried);
    }

    public function testAPlanThatCannotBeWholeSaysWhatItLeftOut(): void
    {
        $reach = new Reach(
            Reader::shipped()->read(
                (string) file_get_contents(dirname(__DIR__, 3) . '/demo/setups/01-harbour-pendant.json'),
                Today::of(Documents::TODAY),
            ),
        );
        $whole = Planner::plan($reach);
        self::assertSame([], $whole->leftOut);
        $refusing = static function (int ...$refused): \Closure {
            $asked = 0;

            return static function (\Closure $part) use ($refused, &$asked): bool {
                if (in_array(++$asked, $refused, true)) {
                    return false;
                }
                $part();

                return true;
            };
        };
        $of = static fn(Plan $plan, Purpose $purpose): int => count(
            array_filter($plan->checks, static fn(Check $c): bool => $purpose === $c->purpose),
        );
        $thin = Planner::plan($reach, spend: $refusing(1));
        self::assertSame(['each two values that can meet (some combinations stand in for them)'], $thin->leftOut);
        self::assertSame(12, $of($thin, Purpose::Pairs));
        self::assertGreaterThan(0, $of($thin, Purpose::Charge));
        self::assertSame(
            range(1, count($thin->checks)),
            array_map(static fn(Check $c): int => $c->number, $thin->checks),
        );
        $late = static function (\Closure $part): bool {
            $part();

            return false;
        };
        self::assertSame(
            [0, 0, 0],
            [($broken = Planner::plan($reach, spend: $late))->pairs, $broken->lowerBound, $broken->combinations],
            'A cover that was broken off is not spoken of.',
        );
        $thin = Planner::plan($reach, spend: $refusing(4, 13, 14));
        self::assertSame(
            ['each charge beside the same without it', 'each required answer left out', 'two problems at once'],
            $thin->leftOut,
        );
        self::assertSame(
            [$of($whole, Purpose::Pairs), 0, $of($whole, Purpose::SoldOut)],
            [$of($thin, Purpose::Pairs), $of($thin, Purpose::Required), $of($thin, Purpose::SoldOut)],
        );
        self::assertSame($thin->leftOut, Plan::fromArray($thin->toArray())->leftOut);
    }

    #[DataProvider('demoSetups')]
    public function testEveryDeadValueThatIsNotOfferedIsTried(string $file): void
    {
        [$reach, $plan] = $this->planned($file);
        $tried = [];
        foreach ($plan->checks as $check) {
            if (Purpose::DeadValue === $check->purpose) {
                self::assertFalse($check->accepted);
                self::assertNotNull($check->offered);
                self::assertFalse($check->offered[2]);
                self::assertNotNull($check->sent, 'It is sent past the page too.');
                $tried[] = $check->route . ' ' . $check->offered[0] . ':' . $check->offered[1];
            }
        }
        $shown = [];
        foreach ($plan->checks as $check) {
            foreach ($check->chosen as $place) {
                $shown[explode('/', $place)[2]] = true;
            }
        }
        foreach ($reach->deadValues() as ['option' => $o, 'value' => $v, 'offered' => $offered]) {
            $option = $reach->setup->options[$o];
            if (!$offered && Kind::Flag !== $option->kind && isset($shown[(string) $o])) {
                self::assertContains('form ' . $option->code . ':' . $option->values[$v]->code, $tried);
            }
        }
        self::assertSame(count($tried), count(array_unique($tried)), 'Each is tried once.');
    }

    #[DataProvider('demoSetups')]
    public function testEverySelectableValueIsBoughtInSomeCheck(string $file): void
    {
        [$reach, $plan] = $this->planned($file);
        $bought = array_merge(...array_map(static fn(Check $c): array => $c->chosen, $plan->checks));
        $dead = [];
        foreach ($reach->deadValues() as ['option' => $o, 'value' => $v]) {
            $dead[$o . ':' . $v] = true;
        }
        foreach ($reach->setup->options as $option) {
            foreach ($option->values as $value) {
                if (!isset($dead[$option->index . ':' . $value->index]) && !$value->hidden) {
                    self::assertContains($value->at, $bought, $option->code . ': ' . $value->code);
                }
            }
        }
    }

    #[DataProvider('demoSetups')]
    public function testBothSidesOfEachConditionAreLookedAt(string $file): void
    {
        [$reach, $plan] = $this->planned($file);
        $sides = [];
        foreach ($plan->checks as $check) {
            if (Purpose::Condition === $check->purpose && null !== $check->offered) {
                $sides[$check->places[0]][$check->offered[2] ? 'yes' : 'no'] = true;
            }
        }
        $truth = new Truth($reach->setup);
        $states = [...(new Listing($reach, Listing::SELECTABLE))->from(gmp_init(0), 300)];
        foreach ($reach->setup->options as $option) {
            $held = array_unique(
                array_map(static fn(State $s): bool => $truth->holds($option->shownWhen, $s), $states),
                SORT_REGULAR,
            );
            if (null !== $option->shownWhen && 2 === count($held)) {
                self::assertCount(2, $sides[$option->at . '/shownWhen'] ?? [], $option->code);
            }
        }
        self::assertNotSame([], $states);
    }

    public function testAnEngravingIsPlannedAsATesterWouldTryIt(): void
    {
        $plan = Planner::plan(
            Documents::reach([
                'options' => [
                    Documents::one('metal', ['brass', 'steel'], ['required' => true]),
                    ['code' => 'plate', 'label' => 'Plate', 'kind' => 'flag', 'yes' => ['charge' => '5.00']],
                    [
                        'code' => 'name',
                        'label' => 'Name',
                        'kind' => 'text',
                        'length' => ['max' => 6],
                        'charge' => ['how' => 'per-character', 'amount' => '0.50'],
                        'shownWhen' => ['option' => 'plate', 'is' => true],
                    ],
                ],
            ]),
        );
        self::assertSame(
            range(1, count($plan->checks)),
            array_map(static fn(Check $c): int => $c->number, $plan->checks),
        );

        $emptied = $this->only($plan, Purpose::Emptied);
        $clicks = $emptied[0]->visits[0];
        self::assertSame('name', $clicks[count($clicks) - 1]->option);
        self::assertNull($clicks[count($clicks) - 1]->answer);
        self::assertSame('105.00', $emptied[0]->lines[0]['unitPrice'], 'The plate alone; the name is empty again.');

        $back = $this->only($plan, Purpose::SwitchBack);
        self::assertSame(['/options/2/shownWhen', '/options/2/charge'], $back[0]->places);
        self::assertSame('100.00', $back[0]->lines[0]['unitPrice']);
        self::assertContains(
            'name',
            array_map(static fn(Click $c): string => $c->option, $back[0]->visits[0]),
            'It was answered before it was hidden.',
        );

        $limits = array_map(
            static fn(Check $c): string => $c->about . ': ' . ($c->accepted ? 'taken' : 'refused, ' . $c->field),
            $this->only($plan, Purpose::Limit),
        );
        self::assertSame(
            [
                'Name: the most: 6 UTF-16 units: taken',
                'Name: one beyond the most: 7 UTF-16 units: refused, name',
                'Name: the most, accents composed: 6 UTF-16 units: taken',
                'Name: one beyond the most, accents composed: 7 UTF-16 units: refused, name',
                'Name: the most, emoji of several code points: 6 UTF-16 units: taken',
                'Name: one beyond the most, emoji of several code points: 7 UTF-16 units: refused, name',
                'Name: the most, a blank at both ends counted in: taken',
                'Name: the most, a line break as LF counted once: taken',
                'Name: leading zeros, to be carried as typed: taken',
                'Name: blanks alone: taken',
            ],
            $limits,
        );

        $two = $this->only($plan, Purpose::TwoLines);
        self::assertCount(2, $two[0]->visits);
        self::assertCount(2, $two[0]->lines);
    }

    public function testWhatIsSoldOutIsRefused(): void
    {
        $plan = Planner::plan(
            Documents::reach([
                'options' => [Documents::one('size', ['s', 'm'], ['required' => true])],
                'variants' => [
                    'by' => ['size'],
                    'rows' => [
                        ['pick' => ['size' => 's'], 'sku' => 'T-S', 'stock' => 3],
                        ['pick' => ['size' => 'm'], 'sku' => 'T-M', 'stock' => 0],
                    ],
                ],
            ]),
        );
        $soldOut = $this->only($plan, Purpose::SoldOut);
        self::assertSame(['form', 'express'], array_map(static fn(Check $c): string => $c->route, $soldOut));
        foreach ($soldOut as $check) {
            self::assertSame(['/variants/rows/1/stock'], $check->places);
            self::assertFalse($check->accepted);
            self::assertStringContainsString('T-M', $check->about);
        }
    }

    public function testAFloorIsTriedWhereItHolds(): void
    {
        $plan = Planner::plan(
            Documents::reach([
                'options' => [
                    [
                        'code' => 'w',
                        'label' => 'Width',
                        'kind' => 'number',
                        'required' => true,
                        'min' => '1',
                        'max' => '90',
                        'charge' => ['how' => 'formula', 'expr' => 'w * 2', 'min' => '30.00'],
                    ],
                ],
            ]),
        );
        $held = array_values(
            array_filter(
                $this->only($plan, Purpose::Charge),
                static fn(Check $c): bool => ['/options/0/charge/min'] === $c->places,
            ),
        );
        self::assertCount(1, $held);
        self::assertSame('130.00', $held[0]->lines[0]['unitPrice']);
        self::assertStringContainsString('floor', $held[0]->about);
    }

    public function testAPriceThatShowsWhereItIsRoundedIsAmongTheChecks(): void
    {
        $plan = Planner::plan(
            Documents::reach([
                'item' => ['sku' => 'T', 'name' => 'T', 'price' => '10.05'],
                'options' => [
                    [
                        'code' => 'a',
                        'label' => 'A',
                        'kind' => 'flag',
                        'yes' => ['charge' => ['how' => 'percent', 'rate' => '5']],
                    ],
                    [
                        'code' => 'b',
                        'label' => 'B',
                        'kind' => 'flag',
                        'yes' => ['charge' => ['how' => 'percent', 'rate' => '5']],
                    ],
                ],
            ]),
        );
        $rounding = $this->only($plan, Purpose::Rounding);
        self::assertCount(1, $rounding);
        self::assertContains('/rounding', $rounding[0]->charged);
    }

    public function testQuantitiesAtTheEdgesOfTheRule(): void
    {
        $plan = Planner::plan(
            Documents::reach([
                'quantity' => ['min' => 2, 'max' => 8, 'step' => 2],
                'options' => [Documents::one('size', ['s', 'm'], ['required' => true])],
            ]),
        );
        $tried = [];
        foreach ($this->only($plan, Purpose::Quantity) as $check) {
            $tried[$check->quantity[0]] = $check->accepted;
        }
        ksort($tried);
        self::assertSame(
            [-1 => false, 0 => false, 1 => false, 2 => true, 3 => false, 4 => true, 8 => true, 10 => false],
            $tried,
        );
    }

    public function testASetupThatCannotBeBoughtHasNoSale(): void
    {
        $plan = Planner::plan(
            Documents::reach([
                'item' => ['sku' => 'T', 'name' => 'T', 'price' => '1.00', 'stock' => 0],
                'options' => [Documents::one('size', ['s'], ['required' => true])],
            ]),
        );
        self::assertSame([], array_filter($plan->checks, static fn(Check $c): bool => $c->accepted));
        self::assertSame(0, $plan->combinations);
    }

    /**
     * @return non-empty-list<Check>
     */
    private function only(Plan $plan, Purpose $purpose): array
    {
        $checks = array_values(array_filter($plan->checks, static fn(Check $c): bool => $purpose === $c->purpose));
        self::assertNotSame([], $checks, $purpose->value);

        return $checks;
    }

    /**
     * @return array{Reach, Plan}
     */
    private function planned(string $file): array
    {
        static $planned = [];
        if (!isset($planned[$file])) {
            $reach = new Reach(Reader::shipped()->read((string) file_get_contents($file), Today::of(Documents::TODAY)));
            $planned[$file] = [$reach, Planner::plan($reach)];
        }

        /** @var array<string, array{Reach, Plan}> $planned */
        return $planned[$file];
    }

    public function testAPlanOfManyInputsStaysWithinItsBound(): void
    {
        $options = array_map(
            static fn(int $i): array => [
                'code' => 't' . $i,
                'label' => 'T' . $i,
                'kind' => 'text',
                'length' => ['min' => 2, 'max' => 5],
            ],
            range(1, 300),
        );
        $plan = Planner::plan(Documents::reach(['options' => $options]));
        $limits = count(array_filter($plan->checks, static fn(Check $c): bool => Purpose::Limit === $c->purpose));
        self::assertGreaterThan(500, $limits);
        self::assertLessThanOrEqual(600, $limits);
    }
}
