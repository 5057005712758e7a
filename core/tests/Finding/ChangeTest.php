<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Finding;

use Ithrel\Core\Finding\Change;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Passes;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\TestCase;

final class ChangeTest extends TestCase
{
    public function testFindingsAreKnownAgainWhenThingsMove(): void
    {
        $dead = Documents::one('b', ['p'], ['shownWhen' => ['any' => []]]);
        $before = [
            'options' => [Documents::one('a', ['x', 'y']), $dead],
            'guards' => [['id' => 'g', 'never' => ['option' => 'a', 'is' => 'x']]],
        ];
        $after = [
            'options' => [$dead, ['code' => 'n', 'kind' => 'note', 'label' => 'N'], Documents::one('a', ['y', 'x'])],
            'guards' => [
                ['id' => 'h', 'never' => ['option' => 'a', 'is' => 'x']],
                ['id' => 'g', 'never' => ['option' => 'a', 'is' => 'x']],
            ],
        ];
        $change = $this->change($before, $after);
        self::assertSame(
            [
                [],
                ['reach.wrong-sale /guards/0'],
                ['reach.option-dead /options/0/shownWhen', 'reach.wrong-sale /guards/1'],
            ],
            $change,
        );
    }

    public function testWhatIsMendedIsSettled(): void
    {
        $row = static fn(string $value, string $sku): array => [
            'pick' => ['a' => $value],
            'sku' => $sku,
            'price' => '3',
        ];
        $a = Documents::one('a', ['x', 'y'], ['required' => true, 'help' => 'Please choose.']);
        $before = ['options' => [$a], 'variants' => ['by' => ['a'], 'rows' => [$row('x', '1'), $row('x', '2')]]];
        $after = ['options' => [$a], 'variants' => ['by' => ['a'], 'rows' => [$row('x', '1'), $row('y', '2')]]];
        [$settled, $new, $left] = $this->change($before, $after);
        self::assertSame(
            [
                'reach.value-dead /options/0/values/1',
                'reach.dead-end /variants/rows',
                'reach.idle-row /variants/rows/1',
                'row.duplicate /variants/rows/1',
            ],
            $settled,
        );
        self::assertSame([[], []], [$new, $left]);
    }

    public function testWhatIsNoLongerAskedIsNotMended(): void
    {
        $guard = ['id' => 'g', 'never' => ['option' => 'a', 'is' => 'x']];
        $dead = [
            'code' => 'b',
            'kind' => 'one',
            'label' => 'B',
            'values' => [
                ['code' => 'p', 'label' => 'P', 'allowedWhen' => ['any' => []]],
                ['code' => 'q', 'label' => 'Q'],
            ],
        ];
        $before = Documents::reach([
            'options' => [
                Documents::one('a', ['x', 'y']),
                $dead,
                Documents::one('c', ['z'], ['shownWhen' => ['any' => []]]),
            ],
            'guards' => [$guard],
        ]);
        $after = Documents::reach([
            'options' => [
                Documents::one('a', ['x', 'y']),
                ['values' => [['code' => 'q', 'label' => 'Q']]] + $dead,
                Documents::one('c', ['z']),
            ],
        ]);
        $change = Change::between($before->setup, Passes::run($before), $after->setup, Passes::run($after));
        $places = static fn(array $findings): array => array_map(
            static fn(Finding $f): string => $f->code . ' ' . $f->at,
            $findings,
        );
        self::assertSame(
            ['reach.option-dead /options/2/shownWhen', 'sibling.odd /options/1/values/1'],
            $places($change->settled),
        );
        self::assertSame(
            ['reach.value-dead /options/1/values/0/allowedWhen', 'reach.wrong-sale /guards/0'],
            $places($change->dropped),
        );
    }

    public function testNothingChangesWhereNothingDoes(): void
    {
        $setup = [
            'options' => [
                Documents::one('a', ['x'], ['shownWhen' => ['any' => []]]),
                ['code' => 't', 'kind' => 'text', 'label' => 'T'],
            ],
        ];
        [$settled, $new, $left] = $this->change($setup, $setup);
        self::assertSame([[], [], 2], [$settled, $new, count($left)]);
    }

    /**
     * @param array<string, mixed> $before
     * @param array<string, mixed> $after
     *
     * @return array{list<string>, list<string>, list<string>} gone (settled or dropped), new and left
     */
    private function change(array $before, array $after): array
    {
        [$earlier, $later] = [Documents::reach($before), Documents::reach($after)];
        $change = Change::between($earlier->setup, Passes::run($earlier), $later->setup, Passes::run($later));
        $names = static fn(array $findings): array => array_map(
            static fn(Finding $f): string => $f->code . ' ' . $f->at,
            $findings,
        );

        return [$names([...$change->settled, ...$change->dropped]), $names($change->new), $names($change->left)];
    }

    public function testChargesAreKnownAgainByTheirIdsWhenTheyMove(): void
    {
        $options = [Documents::one('a', ['x', 'y'], ['required' => true, 'help' => 'Please choose.'])];
        $broken = ['id' => 'glaze', 'how' => 'formula', 'expr' => '1 / 0', 'when' => ['option' => 'a', 'is' => 'x']];
        $sound = ['id' => 'box', 'how' => 'fixed', 'amount' => '2'];
        [$settled, $new, $left] = $this->change(
            ['options' => $options, 'charges' => [$broken]],
            ['options' => $options, 'charges' => [$sound, $broken]],
        );
        self::assertSame([[], []], [$settled, $new]);
        self::assertContains('price.formula /charges/1/expr', $left);
        [$settled, $new] = $this->change(
            ['options' => $options, 'charges' => [$broken, $sound]],
            ['options' => $options, 'charges' => [['id' => 'other'] + $broken, $sound]],
        );
        self::assertSame(
            [['price.formula /charges/0/expr'], ['price.formula /charges/0/expr']],
            [$settled, $new],
            'Another charge in its place is another fault.',
        );
    }
}
