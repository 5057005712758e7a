<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Boundary;

use Ithrel\Core\Answer\Census;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Boundary\Requirement;
use Ithrel\Core\Boundary\Requirements;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Core\Tests\Support\RandomSetup;
use Ithrel\Core\Tests\Support\Seeds;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;

/**
 * When an option is required, held against a visit of every state that clicks reach.
 */
final class RequirementsTest extends TestCase
{
    #[
        TestDox(
            'always, sometimes, never, and the fewest choices under which it is, as every state visited one by ' .
                'one says',
        ),
    ]
    public function testAsTheCensusSays(): void
    {
        $start = Seeds::first();
        $met = [];
        for ($seed = $start; $seed < $start + 900; ++$seed) {
            $setup = Documents::setup(RandomSetup::document($seed, 0 === $seed % 2));
            try {
                $states = [...(new Census($setup, 4_000))->completeStates()];
            } catch (\OverflowException) {
                continue;
            }
            $reach = new Reach($setup);
            $requirements = new Requirements($reach);
            $listing = new Listing($reach, Listing::OFFERED);
            foreach ($setup->options as $option) {
                $found = $requirements->of($option);
                [$expected, $example] = self::expected($option, $states, $listing);
                $where = sprintf('Seed %d, option %s', $seed, $option->code);
                self::assertSame($expected, $found->required, $where);
                if (Requirement::SOMETIMES === $expected) {
                    self::assertNotNull($example);
                    self::assertEquals(StateText::pick($setup, $example), $found->example, $where);
                    self::assertNotNull($found->when, $where);
                }
                $met[$expected] = ($met[$expected] ?? 0) + 1;
            }
        }
        self::assertGreaterThan(
            50,
            min($met[Requirement::ALWAYS] ?? 0, $met[Requirement::SOMETIMES] ?? 0, $met[Requirement::NEVER] ?? 0),
        );
    }

    /**
     * @param list<array{State, array<int, true>}> $states
     *
     * @return array{string, State|null}
     */
    private static function expected(Option $option, array $states, Listing $listing): array
    {
        $with = array_filter($states, static fn(array $s): bool => isset($s[1][$option->index]));
        if (!$option->required || Kind::Note === $option->kind || [] === $with) {
            return [Requirement::NEVER, null];
        }
        if (count($with) === count($states)) {
            return [Requirement::ALWAYS, null];
        }
        $best = null;
        foreach ($with as [$state]) {
            $choices = new State(array_filter($state->answers, is_array(...)));
            $number = $listing->numberOf($choices);
            self::assertNotNull($number);
            $rank = [count($choices->answers), $number];
            if (null === $best || $rank[0] < $best[0] || ($rank[0] === $best[0] && gmp_cmp($rank[1], $best[1]) < 0)) {
                $best = [...$rank, $choices];
            }
        }

        return [Requirement::SOMETIMES, $best[2]];
    }

    public function testWhatTheShopperReads(): void
    {
        $setup = Documents::setup([
            'options' => [
                Documents::one('size', ['s', 'm'], ['required' => true, 'label' => 'Size *']),
                [
                    'code' => 'width',
                    'label' => 'Width',
                    'kind' => 'number',
                    'required' => true,
                    'shownWhen' => ['option' => 'size', 'is' => 'm'],
                ],
            ],
        ]);
        $requirements = new Requirements(new Reach($setup));
        self::assertEquals(
            new Requirement('always', null, null, ['form', 'express'], true),
            $requirements->of($setup->options[0]),
        );
        self::assertEquals(
            new Requirement('sometimes', 'Size is M', ['size' => 'm'], ['form', 'express'], false),
            $requirements->of($setup->options[1]),
        );
    }
}
