<?php

declare(strict_types=1);

namespace Ithrel\Core\Answer;

use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Row;
use Ithrel\Core\Setup\Setup;

/**
 * Which variant row matches a state, and whether everything in it is in stock.
 */
final class Stock
{
    /** @var array<string, Row>|null first row by the key of its picks */
    private ?array $rows = null;

    public function __construct(private readonly Setup $setup) {}

    public function row(State $state): ?Row
    {
        $variants = $this->setup->variants;
        if (null === $variants) {
            return null;
        }
        $key = [];
        foreach ($variants->by as $code) {
            $option = $this->setup->option($code);
            $key[] = null === $option ? '' : implode('+', $state->picked($option->index));
        }

        return $this->rows()[implode(';', $key)] ?? null;
    }

    public function isStocked(State $state): bool
    {
        if (!$this->setup->isEnough($this->setup->item->stock) || null !== $this->soldOutValue($state)) {
            return false;
        }
        if (null === $this->setup->variants) {
            return true;
        }
        $row = $this->row($state);

        return null !== $row && $this->setup->isEnough($row->stock);
    }

    /**
     * The first chosen value that is sold out, itself or its part.
     *
     * @return array{int, int}|null positions of option and value
     */
    public function soldOutValue(State $state): ?array
    {
        foreach ($state->answers as $option => $answer) {
            foreach (is_array($answer) ? $answer : [] as $value) {
                if (!$this->hasValue($option, $value)) {
                    return [$option, $value];
                }
            }
        }

        return null;
    }

    public function hasValue(int $option, int $value): bool
    {
        $v = $this->setup->options[$option]->values[$value];

        return $this->setup->isEnough($v->stock) && $this->setup->isEnough($this->setup->part($v->item)?->stock);
    }

    /**
     * What a row asks of each "by" option: the positions picked, or null where nothing can match.
     *
     * @return list<list<int>>|null in the order of "by"
     */
    public function picksOf(Row $row): ?array
    {
        $picks = [];
        foreach ($this->setup->variants->by ?? [] as $code) {
            $pick = $row->pick[$code] ?? [];
            $option = $this->setup->option($code);
            if (null === $option || !$option->kind->isChoice()) {
                if ([] !== $pick && false !== $pick) {
                    return null;
                }
                $picks[] = [];
                continue;
            }
            if (is_bool($pick)) {
                if ($pick && Kind::Flag !== $option->kind) {
                    return null;
                }
                $picks[] = $pick ? [0] : [];
                continue;
            }
            $positions = [];
            foreach (is_string($pick) ? [$pick] : $pick as $value) {
                $found = Kind::Flag === $option->kind ? null : $option->value($value);
                if (null === $found) {
                    return null;
                }
                $positions[$found->index] = $found->index;
            }
            if (count($positions) > 1 && Kind::Several !== $option->kind) {
                return null;
            }
            sort($positions);
            $picks[] = $positions;
        }

        return $picks;
    }

    /**
     * @return array<string, Row>
     */
    private function rows(): array
    {
        if (null === $this->rows) {
            $this->rows = [];
            foreach ($this->setup->variants->rows ?? [] as $row) {
                $picks = $this->picksOf($row);
                if (null !== $picks) {
                    $this->rows[
                        implode(';', array_map(static fn(array $p): string => implode('+', $p), $picks))
                    ] ??= $row;
                }
            }
        }

        return $this->rows;
    }
}
