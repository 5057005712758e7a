<?php

declare(strict_types=1);

namespace Ithrel\Core\Price;

use Brick\Math\BigDecimal;
use Ithrel\Core\Formula\Evaluator;
use Ithrel\Core\Formula\FormulaError;
use Ithrel\Core\Setup\Charge\FormulaCharge;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * Finds the answers of a number over which a floor or ceiling holds the value of a formula, so that they cost the same.
 */
final class HeldRange
{
    /**
     * @param 'min'|'max' $bound
     *
     * @return array{
     *     option: Option,
     *     from: BigDecimal,
     *     to: BigDecimal,
     *     count: int,
     *     isAll: bool,
     * }|null  null where fewer than two answers are held, or where they are too many to be all looked at
     */
    public static function of(FormulaCharge $charge, FormulaWays $ways, string $bound): ?array
    {
        $end = 'min' === $bound ? $charge->min : $charge->max;
        $numbers = array_values(array_filter($ways->asked, static fn(Option $o): bool => Kind::Number === $o->kind));
        if (null === $end || 1 !== count($numbers) || !$ways->isWhole($numbers[0])) {
            return null;
        }
        $held = $free = [];
        foreach ($ways->all() as [$state, $quantity]) {
            $number = $state->input($numbers[0]->index)?->number;
            try {
                $value =
                    null === $number ? null : (new Evaluator($ways->names($state, $quantity)))->value($charge->formula);
            } catch (FormulaError) {
                continue;
            }
            if (null !== $number && null !== $value) {
                $isHeld = 'min' === $bound ? $value->isLessThan($end) : $value->isGreaterThan($end);
                $isHeld ? ($held[(string) $number] = $number) : ($free[(string) $number] = $number);
            }
        }
        // Held whatever else is answered.
        $held = array_values(array_diff_key($held, $free));
        if (count($held) < 2) {
            return null;
        }
        usort($held, static fn(BigDecimal $a, BigDecimal $b): int => $a->compareTo($b));

        return [
            'option' => $numbers[0],
            'from' => $held[0],
            'to' => $held[count($held) - 1],
            'count' => count($held),
            'isAll' => [] === $free,
        ];
    }
}
