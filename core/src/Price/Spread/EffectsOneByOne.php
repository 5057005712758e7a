<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Work\Budget;

/**
 * What each value does to the price where combinations are few but their amounts cannot be added up: each combination
 * is priced by itself, and held against the one that differs from it in this value alone.
 */
final class EffectsOneByOne
{
    /**
     * @var array<string, array{
     *     State,
     *     BigDecimal|null,
     * }>  by the key of the choices: choices, and what they come to unrounded
     */
    private array $priced = [];

    /**
     * @throws NotExact where there are too many to be priced one by one
     */
    public function __construct(private readonly Reach $reach)
    {
        $quantity = $reach->setup->quantity->min;
        $isJoined = 1 === $quantity && PriceParts::isJoined($reach->board);
        // Where prices that a shopper sees are alike, those before rounding still tell which inputs are the cheapest.
        foreach ((new OneByOne($reach, !$isJoined, $quantity, false, [], false))->amounts() as [$choices, $amount]) {
            $this->priced[$choices->key()] = [$choices, $amount];
        }
    }

    /**
     * @return list<ValueEffect> in display order; values that can never be swapped are left out
     */
    public function all(): array
    {
        $effects = [];
        foreach ($this->reach->setup->options as $option) {
            $against = $option->kind->isChoice() ? $this->against($option) : null;
            foreach ($option->values as $value) {
                $differences = $against === $value->index ? [] : $this->differences($option, $value->index, $against);
                if ([] !== $differences) {
                    $effects[] = $this->effect($option, $value->index, $against, $differences);
                }
            }
        }

        return $effects;
    }

    /**
     * The same rule as for any number of combinations: no answer where the option can be left empty, else its default,
     * else its first value that can be bought.
     */
    private function against(Option $option): ?int
    {
        if (Kind::Several === $option->kind || Kind::Flag === $option->kind) {
            return null;
        }
        $met = [];
        foreach ($this->priced as [$choices]) {
            Budget::ask();
            $picked = $choices->picked($option->index)[0] ?? null;
            if (null !== $picked) {
                $met[$picked] = true;
            } elseif (!$option->required) {
                return null;
            }
        }
        ksort($met);
        foreach (array_keys($met) as $value) {
            if ($option->values[$value]->default) {
                return $value;
            }
        }

        return array_key_first($met);
    }

    /**
     * @return list<BigDecimal|null> of each combination in which it could be swapped; null where one side has no price
     */
    private function differences(Option $option, int $value, ?int $against): array
    {
        $differences = [];
        foreach ($this->priced as [$choices, $amount]) {
            Budget::ask();
            $picked = $choices->picked($option->index);
            if (!in_array($value, $picked, true)) {
                continue;
            }
            $rest =
                Kind::Several === $option->kind
                    ? array_values(array_diff($picked, [$value]))
                    : (null === $against
                        ? []
                        : [$against]);
            $other = $this->priced[$choices->with($option->index, [] === $rest ? null : $rest)->key()] ?? null;
            if (null !== $other) {
                $differences[] =
                    null === $amount || null === $other[1]
                        ? null
                        : $amount->minus($other[1])->strippedOfTrailingZeros();
            }
        }

        return $differences;
    }

    /**
     * @param non-empty-list<BigDecimal|null> $differences
     */
    private function effect(Option $option, int $value, ?int $against, array $differences): ValueEffect
    {
        usort($differences, TotalOrder::compare(...));
        $times = array_count_values(array_map(strval(...), $differences));
        $usual = (string) array_search(max($times), $times, true);

        return new ValueEffect(
            $option->index,
            $value,
            $against,
            $differences[0],
            '' === $usual ? null : BigDecimal::of($usual),
            $differences[count($differences) - 1],
            gmp_init(count($differences)),
        );
    }
}
