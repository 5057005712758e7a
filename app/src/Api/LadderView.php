<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\Ladder;
use Ithrel\App\Api\Dto\LadderCell;
use Ithrel\App\Api\Dto\Rung;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Pins;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * The rungs of the ladder in walk order, each value with its share of what the pins leave.
 */
final readonly class LadderView
{
    /**
     * @param list<string> $pins
     * @param list<string> $typed inputs as "option=text"
     */
    public function __construct(private Reach $reach, private string $set, private array $pins, private array $typed)
    {
    }

    public function ladder(): Ladder
    {
        $board = $this->reach->board;
        $listing = $this->listing($this->pins);
        $shares = $listing->shares();
        $total = $listing->total();
        $deadOptions = array_fill_keys($this->reach->deadOptions(), true);
        $deadValues = [];
        foreach ($this->reach->deadValues() as $dead) {
            $deadValues[$dead['option']][$dead['value']] = $dead['offered'] ? 'never-stocked' : 'never-offered';
        }
        $rungs = [];
        foreach ($board->dependencies->walk as $index) {
            $option = $this->reach->setup->options[$index];
            $rungs[] = $this->rung($option, isset($deadOptions[$index]), $deadValues[$index] ?? [], $shares, $total);
        }

        return new Ladder($this->set, gmp_strval($total), gmp_strval([] === $this->pins && [] === $this->typed ? $total : (new Listing($this->reach, $this->set))->total()), $rungs);
    }

    /**
     * @param array<int, string>           $dead   value => cause
     * @param array<int, array<int, \GMP>> $shares
     */
    private function rung(Option $option, bool $isDead, array $dead, array $shares, \GMP $total): Rung
    {
        $board = $this->reach->board;
        $mine = array_values(array_filter($this->pins, static fn (string $pin): bool => str_starts_with($pin, $option->code.'=')));
        $freed = $shares;
        if ([] !== $mine) {
            $freed = $this->listing(array_values(array_diff($this->pins, $mine)))->shares();
        }
        $cells = [];
        $ids = $option->kind->isChoice() ? $board->cellsOf[$option->index] : [];
        foreach ([] === $ids ? [] : $option->values as $value) {
            [$cell, $letter] = Kind::Several === $option->kind ? [$ids[$value->index], 0] : [$ids[0], $value->index];
            $count = $shares[$cell][$letter] ?? gmp_init(0);
            $cells[] = new LadderCell(
                $value->code,
                Kind::Flag === $option->kind ? 'Yes' : $value->label,
                gmp_strval($count),
                self::share($count, $total),
                in_array($option->code.'='.$value->code, $mine, true),
                gmp_strval($freed[$cell][$letter] ?? gmp_init(0)),
                $dead[$value->index] ?? null,
                $value->hidden,
                $value->default,
                $value->at,
            );
        }
        $none = gmp_init(0);
        if ([] !== $ids) {
            $none = Kind::Several === $option->kind
                ? $this->listing([...$this->pins, $option->code.'='])->total()
                : $shares[$ids[0]][$board->cells[$ids[0]]->none()] ?? $none;
        }

        return new Rung(
            $option->code,
            $option->label,
            $option->kind->value,
            $option->required,
            null !== $option->shownWhen,
            $isDead,
            $option->at,
            gmp_strval($none),
            self::share($none, $total),
            in_array($option->code.'=', $mine, true),
            $cells,
            array_map(fn (int $o): string => $this->reach->setup->options[$o]->code, $board->dependencies->of[$option->index]),
        );
    }

    /**
     * @param list<string> $pins
     */
    private function listing(array $pins): Listing
    {
        return new Listing($this->reach, $this->set, Pins::fromWords($this->reach->board, $pins), Pins::typed($this->reach->board, $this->typed));
    }

    /** A ratio for drawing, in millionths; the exact counts stand beside it. */
    private static function share(\GMP $count, \GMP $total): float
    {
        return 0 === gmp_sign($total) ? 0.0 : gmp_intval(gmp_div_q(gmp_mul($count, 1_000_000), $total)) / 1_000_000;
    }
}
