<?php

declare(strict_types=1);

namespace Ithrel\Core\Words;

use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * A place of the setup, or of the shop, as a person calls it.
 */
final readonly class PlaceWords
{
    /** What the last part of a place is about. */
    private const ABOUT = [
        'charge' => 'the charge of %s',
        'line' => 'the line beside that %s makes',
        'shownWhen' => 'when %s is shown',
        'allowedWhen' => 'when %s is on offer',
        'required' => 'whether %s is required',
        'hidden' => '%s, kept for later',
        'stages' => 'where %s is carried',
        'picks' => 'the picks of %s',
        'control' => 'the two controls of %s',
        'price' => 'the price of %s',
        'salePrice' => 'the sale price of %s',
        'sku' => 'the SKU of %s',
        'weight' => 'the weight of %s',
        'points' => 'the points of %s',
        'image' => 'the picture of %s',
        'stock' => 'the stock of %s',
        'when' => 'when %s is charged',
        'label' => 'the label of %s',
        'default' => 'the default of %s',
        'value' => 'what %s says',
        'free' => 'whether %s is free',
        'figures' => 'the figures of %s',
        'amount' => 'the amount of %s',
        'percent' => 'the percentage of %s',
    ];

    /** @var array<string, string> the same with what each kind of input calls its limits */
    private array $about;

    public function __construct(private Setup $setup)
    {
        $this->about = array_merge(
            self::ABOUT,
            ...array_map(static fn(string $type): array => $type::places(), Kind::types()),
        );
    }

    /**
     * @param string $at JSON Pointer, or "/checkout" for what no place of the setup can explain
     */
    public function of(string $at): string
    {
        $fixed = [
            '/checkout' => 'the shop itself: no place of the setup asks for this',
            '/rounding' => 'how amounts are rounded',
            '/quantity' => 'the quantity',
            '/variants/rows' => 'the variant rows',
            '/options' => 'the options, or their order',
            '/item' => 'how lines are put together in the cart',
        ];
        if (isset($fixed[$at])) {
            return $fixed[$at];
        }
        [$name, $rest] = $this->thing($at);
        $words = $name;
        // The nearest part says most: the floor of a charge is "the least of the charge of Area".
        foreach ($rest as $key) {
            $words = sprintf($this->about[$key] ?? $key . ' of %s', $words);
        }

        return $words;
    }

    /**
     * @return array{string, list<string>} what it belongs to, and the parts below
     */
    private function thing(string $at): array
    {
        $parts = explode('/', substr($at, 1));
        $option = 'options' === $parts[0] ? $this->setup->options[(int) ($parts[1] ?? -1)] ?? null : null;
        if (null !== $option) {
            $rest = array_slice($parts, 2);
            if ('yes' === ($rest[0] ?? '')) {
                return [$option->name(), array_slice($rest, 1)];
            }
            if ('values' === ($rest[0] ?? '') && isset($rest[1])) {
                return [$this->value($option, (int) $rest[1]), array_slice($rest, 2)];
            }

            return [$option->name(), $rest];
        }

        return match ($parts[0]) {
            'charges' => [$this->charge((int) ($parts[1] ?? 0)), array_slice($parts, 2)],
            'views' => [
                $this->view((int) ($parts[1] ?? 0), isset($parts[3]) ? (int) $parts[3] : null),
                array_slice($parts, 4),
            ],
            'variants' => [sprintf('variant row %d', 1 + (int) ($parts[2] ?? 0)), array_slice($parts, 3)],
            'parts' => [$this->setup->parts[(int) ($parts[1] ?? 0)]->name ?? '?', array_slice($parts, 2)],
            'levels' => [sprintf('price level %d', 1 + (int) ($parts[1] ?? 0)), array_slice($parts, 2)],
            'item' => 'data' === ($parts[1] ?? '')
                ? [$this->setup->item->data[(int) ($parts[2] ?? 0)]->label ?? '?', array_slice($parts, 3)]
                : ['the item', array_slice($parts, 1)],
            default => 'options' !== $parts[0] && ctype_digit($parts[1] ?? '')
                ? [sprintf('%s %d', rtrim($parts[0], 's'), 1 + (int) $parts[1]), array_slice($parts, 2)]
                : [$at, []],
        };
    }

    private function charge(int $index): string
    {
        $label = $this->setup->charges[$index]->label ?? '';

        return '' === $label ? sprintf('charge %d of the setup', $index + 1) : sprintf('the charge “%s”', $label);
    }

    private function view(int $view, ?int $place): string
    {
        $view = $this->setup->views[$view] ?? null;
        $place = null === $place ? null : $view->places[$place] ?? null;

        return (null === $place ? '' : $place->label . ' on ') . 'the picture ' . ($view->label ?? '?');
    }

    private function value(Option $option, int $index): string
    {
        $value = $option->values[$index] ?? null;

        return null === $value || Kind::Flag === $option->kind
            ? $option->name()
            : $option->name() . ': ' . $value->label;
    }
}
