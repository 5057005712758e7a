<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Setup\Value;

/**
 * Places of a setup that something which differs in a shop can come from, as JSON Pointers.
 */
final readonly class DifferencePlaces
{
    public function __construct(private Setup $setup) {}

    /**
     * Where an amount comes from.
     *
     * @param bool $withLines whether what is charged on a line of its own has a part in it
     *
     * @return list<string>
     */
    public function ofAmount(Check $check, bool $withLines): array
    {
        $own = in_array($check->purpose, [Purpose::Charge, Purpose::Condition, Purpose::Rounding], true)
            ? $check->places
            : [];
        $charged = array_filter(
            $check->charged,
            static fn(string $p): bool => $withLines || !str_ends_with($p, '/line'),
        );

        return array_values(array_unique([...$own, ...$charged, ...$this->charging($check)]));
    }

    /**
     * Where lines come from that parts make beside the item.
     *
     * @return list<string>
     */
    public function ofOwnLines(Check $check): array
    {
        return array_values(array_filter($check->charged, static fn(string $p): bool => str_ends_with($p, '/line')));
    }

    /**
     * Places of the chosen values that have something of a kind, and of what the item has.
     *
     * @return list<string>
     */
    public function ofField(Check $check, string $field): array
    {
        $places = [];
        foreach ($this->setup->options as $option) {
            foreach ($option->values as $value) {
                $part = $value->own ? null : $this->setup->part($value->item);
                $has = match ($field) {
                    'weight' => null !== $value->weight || null !== $part?->weight,
                    'points' => null !== $value->points || null !== $part?->points,
                    'image' => null !== $value->image,
                    default => null !== $value->sku,
                };
                if ($has && in_array($value->at, $check->chosen, true)) {
                    $places[] = $value->at . '/' . $field;
                }
            }
        }

        return [...$places, ...[] === $places ? ['/item/' . $field] : []];
    }

    /** Where what a stage shows under a label comes from. */
    public function ofLabel(string $label): string
    {
        foreach ($this->setup->item->data as $i => $data) {
            if ($data->label === $label) {
                return '/item/data/' . $i;
            }
        }

        return $this->optionOf($label)->at ?? '/options';
    }

    /**
     * Where a label comes from that a stage should not have: from an answer that should not be there, or from a stage.
     *
     * @return list<string>
     */
    public function ofStranger(Check $check, string $label): array
    {
        $option = $this->optionOf($label);
        if (
            null === $option ||
            [] !==
                array_filter(
                    $check->chosen,
                    static fn(string $at): bool => $at === $option->at || str_starts_with($at, $option->at . '/'),
                )
        ) {
            return [$this->ofLabel($label) . '/stages'];
        }

        $conditions = $this->ofConditions($option->code);

        return [] === $conditions ? [$option->at] : $conditions;
    }

    /**
     * Where it comes from that a shop refuses what it should take.
     *
     * @return list<string>
     */
    public function ofRefusal(Check $check, Found $found): array
    {
        $places = Purpose::Limit === $check->purpose ? $check->places : [];
        foreach ($found->fields as $field) {
            $option = $this->setup->option($field);
            if (null === $option) {
                $places[] = 'row' === $field ? '/variants/rows' : ('quantity' === $field ? '/quantity' : '/item/stock');
                continue;
            }
            $isAnswered =
                [] !==
                array_filter(
                    $check->chosen,
                    static fn(string $at): bool => $at === $option->at || str_starts_with($at, $option->at . '/'),
                );
            if ($isAnswered) {
                $limit = match (true) {
                    null !== $option->text => ['/length'],
                    null !== $option->number => ['/step'],
                    null !== $option->file => ['/types'],
                    default => [],
                };
                array_push(
                    $places,
                    ...[] === $limit
                        ? $this->ofConditions($field)
                        : array_map(static fn(string $key): string => $option->at . $key, $limit),
                );
            } else {
                array_push($places, $option->at . '/required', ...$this->ofConditions($field));
            }
        }

        return array_values(array_unique($places));
    }

    /**
     * Conditions under which an option is shown and its values are allowed.
     *
     * @return list<string>
     */
    public function ofConditions(string $code): array
    {
        $option = $this->setup->option($code);
        if (null === $option) {
            return [];
        }
        $places = null === $option->shownWhen ? [] : [$option->at . '/shownWhen'];
        foreach ($option->values as $value) {
            if (null !== $value->allowedWhen) {
                $places[] = $value->at . '/allowedWhen';
            }
        }

        return $places;
    }

    /**
     * Chosen values of options in which values are charged: what such a value costs may be taken from its neighbour.
     *
     * @return list<string>
     */
    private function charging(Check $check): array
    {
        $places = [];
        foreach ($this->setup->options as $option) {
            $charged = array_filter($option->values, static fn(Value $v): bool => null !== $v->charge);
            foreach ([] === $charged ? [] : $option->values as $value) {
                if (in_array($value->at, $check->chosen, true)) {
                    $places[] = $value->at;
                }
            }
        }

        return $places;
    }

    private function optionOf(string $label): ?Option
    {
        foreach ($this->setup->options as $option) {
            if ($option->label === $label) {
                return $option;
            }
        }

        return null;
    }
}
