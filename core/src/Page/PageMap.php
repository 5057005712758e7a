<?php

declare(strict_types=1);

namespace Ithrel\Core\Page;

/**
 * Where on a shop's pages each thing stands: what holds for the whole shop, and what for one item.
 */
final class PageMap
{
    /** Address of the cart; null where it opens beside the item. */
    public ?string $cart = null;

    public ?LinePlaces $cartLines = null;

    /** What the cart opens in where it has no address: signature of what stands beside the item. */
    public ?string $drawer = null;

    /** The link or button on the cart that leads to the checkout. */
    public ?string $toCheckout = null;

    public ?LinePlaces $checkoutLines = null;

    public ?LinePlaces $orderLines = null;

    /** @var array<string, string> code of an option => key of its control */
    public array $options = [];

    /** Key of the control that asks how many. */
    public ?string $quantity = null;

    /** @var array<string, string> unitPrice, total, image => signature on the item's page */
    public array $places = [];

    /** Button that adds to the cart. */
    public ?string $add = null;

    /** Button that leads straight to the checkout. */
    public ?string $express = null;

    /** @var list<array{what: string, how: string}> */
    public array $found = [];

    /** @var list<array{what: string, why: string}> */
    public array $missing = [];

    public function __construct(public readonly string $address)
    {
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return [
            'ithrel' => 'map/1',
            'shop' => ['cart' => $this->cart, 'drawer' => $this->drawer, 'cartLines' => $this->cartLines?->toArray(), 'toCheckout' => $this->toCheckout, 'checkoutLines' => $this->checkoutLines?->toArray(), 'orderLines' => $this->orderLines?->toArray()],
            'item' => ['address' => $this->address, 'options' => (object) $this->options, 'quantity' => $this->quantity, 'places' => (object) $this->places, 'add' => $this->add, 'express' => $this->express],
            'found' => $this->found,
            'missing' => $this->missing,
        ];
    }

    /**
     * @param array<array-key, mixed> $kept from toArray(), decoded as arrays
     */
    public static function fromArray(array $kept, string $address): self
    {
        $map = new self($address);
        $shop = is_array($kept['shop'] ?? null) ? $kept['shop'] : [];
        $item = is_array($kept['item'] ?? null) ? $kept['item'] : [];
        $text = static fn (mixed $value): ?string => is_string($value) ? $value : null;
        [$map->cart, $map->drawer, $map->toCheckout] = [$text($shop['cart'] ?? null), $text($shop['drawer'] ?? null), $text($shop['toCheckout'] ?? null)];
        [$map->cartLines, $map->checkoutLines, $map->orderLines] = [self::lines($shop['cartLines'] ?? null), self::lines($shop['checkoutLines'] ?? null), self::lines($shop['orderLines'] ?? null)];
        $map->options = self::texts($item['options'] ?? null);
        $map->places = self::texts($item['places'] ?? null);
        [$map->quantity, $map->add, $map->express] = [$text($item['quantity'] ?? null), $text($item['add'] ?? null), $text($item['express'] ?? null)];

        return $map;
    }

    private static function lines(mixed $kept): ?LinePlaces
    {
        return is_array($kept) && is_string($kept['line'] ?? null) ? new LinePlaces($kept['line'], self::texts($kept['fields'] ?? null), is_string($kept['total'] ?? null) ? $kept['total'] : null) : null;
    }

    /**
     * @return array<string, string>
     */
    private static function texts(mixed $kept): array
    {
        $texts = [];
        foreach (is_array($kept) ? $kept : [] as $key => $value) {
            if (is_string($value)) {
                $texts[(string) $key] = $value;
            }
        }

        return $texts;
    }
}
