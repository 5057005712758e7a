<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Answer\InputCheck;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Charge\FixedCharge;
use Ithrel\Core\Setup\Kind;

/**
 * reach.default: a preselected answer that the opening page cannot have; price.default-charge: one that costs extra.
 */
final class Defaults implements Pass
{
    public function find(Reach $reach): iterable
    {
        $board = $reach->board;
        $open = $board->page->opening();
        $check = new InputCheck();
        foreach ($reach->setup->options as $option) {
            $count = 0;
            foreach ($option->values as $value) {
                if (!$value->default) {
                    continue;
                }
                $name = Kind::Flag === $option->kind ? $option->name() : $option->name() . ': ' . $value->label;
                $at = Kind::Flag === $option->kind ? $option->at . '/default' : $value->at . '/default';
                $detail = ['option' => $option->code, 'value' => $value->code];
                if (++$count > 1 && Kind::Several !== $option->kind) {
                    yield new Finding(
                        'reach.default',
                        Severity::Blocker,
                        $at,
                        sprintf('%s is a second default where only one answer is possible. Leave one.', $name),
                        $detail,
                    );
                    continue;
                }
                if ($value->hidden) {
                    yield new Finding(
                        'reach.default',
                        Severity::Blocker,
                        $at,
                        sprintf('%s is preselected but hidden: the page opens without it.', $name),
                        $detail,
                    );
                } elseif (
                    $board->page->isShown($option, $open) &&
                    !in_array($value->index, $board->page->allowed($option, $open), true)
                ) {
                    yield new Finding(
                        'reach.default',
                        Severity::Blocker,
                        $at,
                        sprintf('%s is preselected but not allowed on the opening page.', $name),
                        $detail,
                    );
                } elseif (!$board->stock->hasValue($option->index, $value->index)) {
                    yield new Finding(
                        'reach.default',
                        Severity::Blocker,
                        $at,
                        sprintf('%s is preselected but sold out.', $name),
                        $detail,
                    );
                }
                if ($value->charge instanceof FixedCharge && $value->charge->amount->isPositive()) {
                    yield new Finding(
                        'price.default-charge',
                        Severity::Warning,
                        $at,
                        sprintf(
                            '%s is preselected and adds %s: a shopper pays for what she did not choose.',
                            $name,
                            Amount::text($value->charge->amount, $reach->setup->currency),
                        ),
                        $detail + ['amount' => Amount::text($value->charge->amount, $reach->setup->currency)],
                    );
                }
            }
            if (null !== $option->default) {
                $input = $check->parse($option, $option->default);
                if (null === $input || [] !== $check->problems($option, $input)) {
                    yield new Finding(
                        'reach.default',
                        Severity::Blocker,
                        $option->at . '/default',
                        sprintf('%s opens with "%s", which its own limits refuse.', $option->name(), $option->default),
                        ['option' => $option->code],
                    );
                }
            }
        }
    }
}
