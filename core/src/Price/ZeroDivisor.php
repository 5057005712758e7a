<?php

declare(strict_types=1);

namespace Ithrel\Core\Price;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Price\Formula\Evaluator;
use Ithrel\Core\Price\Formula\Formula;
use Ithrel\Core\Price\Formula\FormulaError;
use Ithrel\Core\Price\Formula\Node;

/**
 * Finds answers with which a formula divides by zero, among what a shopper can really select.
 */
final class ZeroDivisor
{
    /**
     * @return array{answers: State, quantity: int}|null null where none is found; only what has a part in it is answered
     */
    public static function of(Formula $formula, FormulaWays $ways): ?array
    {
        if (!self::divides($formula->root)) {
            return null;
        }
        foreach ($ways->all() as [$state, $quantity]) {
            if (self::isByZero($formula, $ways->names($state, $quantity)) && $ways->isSelectable($state)) {
                return ['answers' => $state, 'quantity' => $quantity];
            }
        }

        return null;
    }

    private static function divides(Node $node): bool
    {
        if (in_array($node->op, ['/', '%'], true) && Node::LITERAL !== $node->parts[1]->op) {
            return true;
        }
        foreach ($node->parts as $part) {
            if (self::divides($part)) {
                return true;
            }
        }

        return false;
    }

    private static function isByZero(Formula $formula, StateNames $names): bool
    {
        try {
            (new Evaluator($names))->value($formula);

            return false;
        } catch (FormulaError $error) {
            return FormulaError::DIVISION === $error->reason;
        }
    }
}
