<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Click;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Setup\Setup;

/**
 * The plan for somebody who tries it in a shop by hand: a row for each thing to look at, with an empty column for what
 * was found.
 */
final class HandSheet
{
    private const HEADING = [
        'check',
        'purpose',
        'about',
        'route',
        'quantity',
        'steps',
        'stage',
        'line',
        'what',
        'expected',
        'found',
    ];

    /**
     * @return iterable<list<string>> rows of a CSV, the heading first
     */
    public static function rows(Setup $setup, Plan $plan, HandDepth $depth = HandDepth::Stage): iterable
    {
        yield self::HEADING;
        foreach ($plan->checks as $check) {
            $head = [
                $check->purpose->words(),
                $check->about,
                $check->route,
                implode(' and ', array_map(strval(...), $check->quantity)),
                self::line($setup, $check),
            ];
            $cells = match ($depth) {
                HandDepth::Check => [['', '', HandResult::WHAT, HandResult::words($setup, $check)]],
                HandDepth::Thing => self::merged(Cells::of($check, null)),
                HandDepth::Stage => array_map(
                    static fn(Cell $c): array => [
                        $c->stage,
                        0 === $c->line ? '' : (string) $c->line,
                        $c->what,
                        $c->expected,
                    ],
                    Cells::of($check, null),
                ),
            };
            foreach ($cells as $cell) {
                yield [(string) $check->number, ...$head, ...$cell, ''];
                $head = ['', '', '', '', ''];
            }
        }
    }

    /**
     * What is expected alike at several stages, once.
     *
     * @param list<Cell> $cells
     *
     * @return list<array{string, string, string, string}> stages, line, what, expected
     */
    private static function merged(array $cells): array
    {
        $rows = [];
        foreach ($cells as $cell) {
            // What the page shows of the item stands in the first line of the cart.
            $line = 'page' === $cell->stage && !in_array($cell->what, ['total', 'offered'], true) ? 1 : $cell->line;
            $key = $line . ' ' . $cell->what . ' ' . $cell->expected;
            while (isset($rows[$key]) && in_array($cell->stage, $rows[$key][0], true)) {
                $key .= '+';
            }
            $rows[$key] ??= [[], 0 === $line ? '' : (string) $line, $cell->what, $cell->expected];
            $rows[$key][0][] = $cell->stage;
        }

        return array_values(
            array_map(static fn(array $row): array => [implode(', ', $row[0]), $row[1], $row[2], $row[3]], $rows),
        );
    }

    /**
     * @return list<string> what the shopper does, one thing after the other, as a person reads it
     */
    public static function steps(Setup $setup, Check $check): array
    {
        $steps = [];
        foreach ($check->visits as $v => $clicks) {
            $steps[] = 0 === $v ? 'Open the item\'s page' : 'Open the item\'s page anew';
            array_push($steps, ...array_map(static fn(Click $c): string => $c->words, $clicks));
            $isLast = $v === count($check->visits) - 1;
            if (null !== $check->offered && null === $check->sent) {
                continue;
            }
            if ($isLast && null !== $check->sent) {
                $steps[] = $check->accepted
                    ? 'Send past the page, as an address or a script would, the same with each list of picks from ' .
                        'its end'
                    : 'Send past the page, as an address or a script would, the same with ' .
                        self::named($setup, $check);
            }
            $steps[] = sprintf(
                'Quantity %d: %s',
                $check->quantity[$v],
                'express' === $check->route ? 'go straight to the checkout' : 'add to the cart',
            );
        }

        return $steps;
    }

    public static function line(Setup $setup, Check $check): string
    {
        return implode('; ', self::steps($setup, $check));
    }

    private static function named(Setup $setup, Check $check): string
    {
        $code = $check->offered[0] ?? ($check->field ?? '');
        $option = $setup->option($code);
        $value = $option?->value($check->offered[1] ?? '');

        return ($option?->name() ?? $code) . (null === $value ? '' : ': ' . $value->label);
    }
}
