<?php

declare(strict_types=1);

namespace Ithrel\Core\Page;

/**
 * Where on a shop's pages each thing stands: what holds for the whole shop, and what for one item.
 */
final class PageMap
{
    /** Names in what is missing, of what is more than one place. */
    public const ITEM = 'the item';
    public const PRICES = 'everything about prices';

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

    /** @var array<string, string> code of an option that is shown in two ways => key of the other control */
    public array $seconds = [];

    /** Key of the control that asks how many. */
    public ?string $quantity = null;

    /** @var array<string, string> unitPrice, total, image, entries => signature on the item's page */
    public array $places = [];

    /** Button that adds to the cart. */
    public ?string $add = null;

    /** Button that leads straight to the checkout. */
    public ?string $express = null;

    /** @var list<array{what: string, how: string}> */
    public array $found = [];

    /** @var list<array{what: string, why: string}> */
    public array $missing = [];

    public function __construct(public readonly string $address) {}

    /**
     * Where one thing stands, by its name in the map: "option size", "second size" (the other of two controls),
     * "quantity", "add button", "express button", "way to the checkout", "page unitPrice", "cart line", "cart
     * lineTotal", "checkout total" and so on.
     *
     * @return string|null its key, or signature; null where it is not known, or the map has no such thing
     */
    public function place(string $what): ?string
    {
        [$stage, $field] = [...explode(' ', $what, 2), ''];

        return match (true) {
            'option' === $stage => $this->options[$field] ?? null,
            'second' === $stage => $this->seconds[$field] ?? null,
            'quantity' === $what => $this->quantity,
            'add button' === $what => $this->add,
            'express button' === $what => $this->express,
            'way to the checkout' === $what => $this->toCheckout,
            'page' === $stage => $this->places[$field] ?? null,
            default => $this->linesOf($stage)?->place($field),
        };
    }

    /**
     * Says where one thing stands; null: nowhere that is known.
     *
     * @return bool false where the map has no such thing, or nothing yet that it could stand in
     */
    public function put(string $what, ?string $key): bool
    {
        [$stage, $field] = [...explode(' ', $what, 2), ''];
        $lines = $this->linesOf($stage);
        $isOfLine =
            in_array($stage, ['cart', 'checkout', 'order'], true) &&
            in_array($field, ['line', 'total', ...LinePlaces::FIELDS], true);
        if (in_array($what, ['quantity', 'add button', 'express button', 'way to the checkout'], true)) {
            match ($what) {
                'quantity' => ($this->quantity = $key),
                'add button' => ($this->add = $key),
                'express button' => ($this->express = $key),
                default => ($this->toCheckout = $key),
            };
        } elseif ('option' === $stage && '' !== $field) {
            $this->options =
                null === $key ? array_diff_key($this->options, [$field => 1]) : [$field => $key] + $this->options;
        } elseif ('second' === $stage && '' !== $field) {
            $this->seconds =
                null === $key ? array_diff_key($this->seconds, [$field => 1]) : [$field => $key] + $this->seconds;
        } elseif ('page' === $stage && in_array($field, ['unitPrice', 'total', 'image', 'entries'], true)) {
            $this->places =
                null === $key ? array_diff_key($this->places, [$field => 1]) : [$field => $key] + $this->places;
        } elseif ($isOfLine && (null !== $lines || ('line' === $field && null !== $key))) {
            $moved = null === $lines ? new LinePlaces($key, [], null) : $lines->with($field, $key);
            match ($stage) {
                'cart' => ($this->cartLines = $moved),
                'checkout' => ($this->checkoutLines = $moved),
                default => ($this->orderLines = $moved),
            };
        } else {
            return false;
        }

        return true;
    }

    private function linesOf(string $stage): ?LinePlaces
    {
        return match ($stage) {
            'cart' => $this->cartLines,
            'checkout' => $this->checkoutLines,
            'order' => $this->orderLines,
            default => null,
        };
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return [
            'ithrel' => 'map/1',
            'shop' => [
                'cart' => $this->cart,
                'drawer' => $this->drawer,
                'cartLines' => $this->cartLines?->toArray(),
                'toCheckout' => $this->toCheckout,
                'checkoutLines' => $this->checkoutLines?->toArray(),
                'orderLines' => $this->orderLines?->toArray(),
            ],
            'item' =>
                [
                    'address' => $this->address,
                    'options' => (object) $this->options,
                    'quantity' => $this->quantity,
                    'places' => (object) $this->places,
                    'add' => $this->add,
                    'express' => $this->express,
                ] + ([] === $this->seconds ? [] : ['seconds' => $this->seconds]),
            'found' => $this->found,
            'missing' => $this->missing,
        ];
    }

    /**
     * @param array<array-key, mixed> $kept from toArray(), or decoded as arrays
     */
    public static function fromArray(array $kept, string $address): self
    {
        $map = new self($address);
        $shop = is_array($kept['shop'] ?? null) ? $kept['shop'] : [];
        $item = is_array($kept['item'] ?? null) ? $kept['item'] : [];
        $text = static fn(mixed $value): ?string => is_string($value) ? $value : null;
        [$map->cart, $map->drawer, $map->toCheckout] = [
            $text($shop['cart'] ?? null),
            $text($shop['drawer'] ?? null),
            $text($shop['toCheckout'] ?? null),
        ];
        [$map->cartLines, $map->checkoutLines, $map->orderLines] = [
            self::lines($shop['cartLines'] ?? null),
            self::lines($shop['checkoutLines'] ?? null),
            self::lines($shop['orderLines'] ?? null),
        ];
        $map->options = self::texts($item['options'] ?? null);
        $map->seconds = self::texts($item['seconds'] ?? null);
        $map->places = self::texts($item['places'] ?? null);
        [$map->quantity, $map->add, $map->express] = [
            $text($item['quantity'] ?? null),
            $text($item['add'] ?? null),
            $text($item['express'] ?? null),
        ];
        foreach (is_array($kept['found'] ?? null) ? $kept['found'] : [] as $found) {
            if (is_array($found) && is_string($found['what'] ?? null) && is_string($found['how'] ?? null)) {
                $map->found[] = ['what' => $found['what'], 'how' => $found['how']];
            }
        }
        foreach (is_array($kept['missing'] ?? null) ? $kept['missing'] : [] as $missing) {
            if (is_array($missing) && is_string($missing['what'] ?? null) && is_string($missing['why'] ?? null)) {
                $map->missing[] = ['what' => $missing['what'], 'why' => $missing['why']];
            }
        }

        return $map;
    }

    private static function lines(mixed $kept): ?LinePlaces
    {
        return is_array($kept) && is_string($kept['line'] ?? null)
            ? new LinePlaces(
                $kept['line'],
                self::texts($kept['fields'] ?? null),
                is_string($kept['total'] ?? null) ? $kept['total'] : null,
            )
            : null;
    }

    /**
     * @return array<string, string>
     */
    private static function texts(mixed $kept): array
    {
        $texts = [];
        foreach (
            $kept instanceof \stdClass ? get_object_vars($kept) : (is_array($kept) ? $kept : [])
            as $key => $value
        ) {
            if (is_string($value)) {
                $texts[(string) $key] = $value;
            }
        }

        return $texts;
    }
}
