<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\Ladder;
use Ithrel\App\Api\Dto\LadderCell;
use Ithrel\App\Api\Dto\Rung;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Pins;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\Weights;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * The rungs of the ladder in walk order, each value with its share of what the pins leave.
 */
final readonly class LadderView
{
    /** @var array<string, list<string>> option => its pins */
    private array $pinned;

    /**
     * @param list<string> $pins
     * @param list<string> $typed inputs as "option=text"
     */
    public function __construct(private Reach $reach, private string $set, private array $pins, private array $typed)
    {
        $pinned = [];
        foreach ($pins as $pin) {
            $pinned[explode('=', $pin, 2)[0]][] = $pin;
        }
        $this->pinned = $pinned;
    }

    public function ladder(): Ladder
    {
        $board = $this->reach->board;
        $listing = $this->listing($this->pins);
        $weights = $listing->weighed();
        $total = $listing->total();
        $deadOptions = array_fill_keys($this->reach->deadOptions(), true);
        $deadValues = [];
        foreach ($this->reach->deadValues() as $dead) {
            $deadValues[$dead['option']][$dead['value']] = $dead['offered'] ? 'never-stocked' : 'never-offered';
        }
        $rungs = [];
        foreach ($board->dependencies->walk as $index) {
            $option = $this->reach->setup->options[$index];
            $rungs[] = $this->rung($option, isset($deadOptions[$index]), $deadValues[$index] ?? [], $weights, $total);
        }

        return new Ladder(
            $this->set,
            gmp_strval($total),
            gmp_strval(
                [] === $this->pins && [] === $this->typed ? $total : (new Listing($this->reach, $this->set))->total(),
            ),
            $rungs,
        );
    }

    /**
     * @param array<int, string> $dead value => cause
     */
    private function rung(Option $option, bool $isDead, array $dead, Weights $weights, \GMP $total): Rung
    {
        $board = $this->reach->board;
        $mine = $this->pinned[$option->code] ?? [];
        $cells = [];
        $ids = $option->kind->isChoice() ? $board->cellsOf[$option->index] : [];
        foreach ([] === $ids ? [] : $option->values as $value) {
            [$cell, $letter] = Kind::Several === $option->kind ? [$ids[$value->index], 0] : [$ids[0], $value->index];
            $count = $weights->shares[$cell][$letter] ?? gmp_init(0);
            $text = self::text($count);
            $cells[] = new LadderCell(
                value: $value->code,
                label: Kind::Flag === $option->kind ? 'Yes' : $value->label,
                count: $text,
                share: self::share($count, $total),
                pinned: in_array($option->code . '=' . $value->code, $mine, true),
                freed: isset($weights->freed[$cell][$letter]) && [] !== $mine
                    ? self::text($weights->freed[$cell][$letter])
                    : $text,
                dead: $dead[$value->index] ?? null,
                hidden: $value->hidden,
                preselected: $value->default,
                at: $value->at,
            );
        }
        $none = gmp_init(0);
        if ([] !== $ids) {
            $none =
                Kind::Several === $option->kind
                    ? $weights->empty[$option->index] ?? $none
                    : $weights->shares[$ids[0]][$board->cells[$ids[0]]->none()] ?? $none;
        }

        return new Rung(
            option: $option->code,
            label: $option->label,
            kind: $option->kind->value,
            required: $option->required,
            conditional: null !== $option->shownWhen,
            dead: $isDead,
            at: $option->at,
            none: self::text($none),
            noneShare: self::share($none, $total),
            nonePinned: in_array($option->code . '=', $mine, true),
            cells: $cells,
            dependsOn: array_map(
                fn(int $o): string => $this->reach->setup->options[$o]->code,
                $board->dependencies->of[$option->index],
            ),
        );
    }

    /**
     * @param list<string> $pins
     */
    private function listing(array $pins): Listing
    {
        return new Listing(
            $this->reach,
            $this->set,
            Pins::fromWords($this->reach->board, $pins),
            Pins::typed($this->reach->board, $this->typed),
        );
    }

    /**
     * Exact; of a count with more than 60 digits the first twelve and its power of ten, as a ladder of hundreds of
     * rungs has thousands of them. What is pinned is told whole, in the total.
     */
    private static function text(\GMP $count): string
    {
        $digits = gmp_strval($count);

        return strlen($digits) <= 60
            ? $digits
            : $digits[0] . '.' . substr($digits, 1, 11) . 'e' . (strlen($digits) - 1);
    }

    /** A ratio for drawing, in millionths; the exact counts stand beside it. */
    private static function share(\GMP $count, \GMP $total): float
    {
        return 0 === gmp_sign($total) ? 0.0 : gmp_intval(gmp_div_q(gmp_mul($count, 1_000_000), $total)) / 1_000_000;
    }
}
