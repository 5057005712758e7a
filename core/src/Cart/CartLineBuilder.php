<?php

declare(strict_types=1);

namespace Ithrel\Core\Cart;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\Stock;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Setup\Stage;
use Ithrel\Core\Setup\Value;

/**
 * Works out the cart line of a settled state (section 7 of the setup document).
 */
final readonly class CartLineBuilder
{
    private Stock $stock;

    public function __construct(private Setup $setup)
    {
        $this->stock = new Stock($setup);
    }

    public function build(State $state, int $quantity): CartLine
    {
        $item = $this->setup->item;
        $row = $this->stock->row($state);
        $weight = $row->weight ?? ($item->weight ?? BigDecimal::zero());
        $points = $item->points ?? BigDecimal::zero();
        $sku = $item->sku;
        $image = null;
        foreach ($this->chosen($state) as $value) {
            $part = $value->own ? null : $this->setup->part($value->item);
            $weight = $weight->plus($value->weight ?? 0)->plus($part->weight ?? 0);
            $points = $points->plus($value->points ?? 0)->plus($part->points ?? 0);
            $sku .= null === $value->sku ? '' : '-' . $value->sku;
            $image = $value->image ?? $image;
        }

        return new CartLine(
            $row->sku ?? $sku,
            $item->name,
            $quantity,
            $weight,
            $points,
            $image ?? ($row->image ?? $item->image),
            $this->entries($state),
            [] === $this->setup->views ? null : (new Previews($this->setup))->of($state),
        );
    }

    /** The SKU alone, for lists of many. */
    public function sku(State $state): string
    {
        $row = $this->stock->row($state);
        if (null !== $row?->sku) {
            return $row->sku;
        }
        $sku = $this->setup->item->sku;
        foreach ($this->chosen($state) as $value) {
            $sku .= null === $value->sku ? '' : '-' . $value->sku;
        }

        return $sku;
    }

    /** What the cart shows as the answer of an option. */
    public function carried(Option $option, State $state): string
    {
        $answer = $state->answers[$option->index] ?? [];
        if ($answer instanceof Input) {
            return Kind::Number === $option->kind && null !== $option->number?->unit
                ? $answer->text . ' ' . $option->number->unit
                : $answer->text;
        }

        return Kind::Flag === $option->kind
            ? 'Yes'
            : implode('; ', array_map(static fn(int $v): string => $option->values[$v]->label, $answer));
    }

    /**
     * @return list<Value>
     */
    private function chosen(State $state): array
    {
        $values = [];
        foreach ($state->answers as $option => $answer) {
            foreach (is_array($answer) ? $answer : [] as $value) {
                $values[] = $this->setup->options[$option]->values[$value];
            }
        }

        return $values;
    }

    /**
     * @return array<string, list<array{label: string, value: string, at: string}>>
     */
    private function entries(State $state): array
    {
        $entries = [];
        foreach (Stage::cases() as $stage) {
            $entries[$stage->value] = [];
            foreach (array_keys($state->answers) as $index) {
                $option = $this->setup->options[$index];
                if (in_array($stage, $option->stages, true)) {
                    $entries[$stage->value][] = [
                        'label' => $option->label,
                        'value' => $this->carried($option, $state),
                        'at' => $option->at,
                    ];
                }
            }
            foreach ($this->setup->item->data as $i => $data) {
                if (in_array($stage, $data->stages, true)) {
                    $entries[$stage->value][] = [
                        'label' => $data->label,
                        'value' => $data->value,
                        'at' => '/item/data/' . $i,
                    ];
                }
            }
        }

        return $entries;
    }
}
