<?php

declare(strict_types=1);

namespace Ithrel\Core\Boundary;

use Ithrel\Core\Limit\Candidates;
use Ithrel\Core\Setup\QuantityRule;

/**
 * Quantities at the edges of what may be bought in one line.
 */
final readonly class QuantityCandidates
{
    public function __construct(private QuantityRule $rule) {}

    public function into(Candidates $to): void
    {
        [$min, $max, $step] = [$this->rule->min, $this->rule->max, $this->rule->step];
        $to->edge('quantity', 'the least', $min);
        $to->edge('quantity', 'one below the least', $min - 1);
        $to->edge('quantity', 'one step on', $min + $step);
        if ($step > 1) {
            $to->add('a step below the least', $min - $step);
            $to->edge('quantity', 'between two steps', $min + 1);
            $to->add('one below the next step', $min + $step - 1);
            if (0 !== $min % $step) {
                $to->add('a step as it would be counted from zero', $min - ($min % $step) + $step);
            }
        }
        if (null !== $max) {
            $most = $max - (($max - $min) % $step);
            $to->edge('quantity', 'the most', $most);
            $to->edge('quantity', 'one step above the most', $most + $step);
            $to->add('the most itself, as the limit has it', $max);
            $to->add('one above the most', $max + 1);
            $to->add('one below the most', $max - 1);
        }
        $to->edge('quantity', 'none', 0);
        $to->edge('quantity', 'below zero', -1);
        $to->add('half a piece', '1.5');
        $to->add('letters', 'abc');
        $to->add('nothing', '');
    }
}
