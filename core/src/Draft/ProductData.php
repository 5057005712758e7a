<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Brick\Math\BigDecimal;
use Ithrel\Core\Decimal\WrittenAmount;
use Ithrel\Core\Setup\Currency;

/**
 * The item as a page tells it in schema.org's terms (Product, Offer), as JSON-LD or as microdata.
 */
final class ProductData
{
    private function __construct(private readonly DraftSource $source) {}

    public static function into(PageTree $page, DraftSource $source): void
    {
        $data = new self($source);
        foreach ($page->elements('//script[@type="application/ld+json"]') as $n => $script) {
            $decoded = json_decode($script->textContent, false, 64);
            if (null === $decoded) {
                $source->leave(sprintf('JSON-LD %d', $n + 1), 'It is no JSON: ' . json_last_error_msg() . '.');
                continue;
            }
            $product = self::find($decoded);
            if (null !== $product) {
                $data->product($product, 'JSON-LD');
            }
        }
        foreach (
            array_slice($page->elements('//*[@itemscope][contains(concat(" ", @itemtype, "/"), "/Product/")]'), 0, 1)
            as $element
        ) {
            $data->product(self::microdata($element), 'microdata');
        }
    }

    /** The first product, wherever it stands. */
    private static function find(mixed $node, int $depth = 0): ?\stdClass
    {
        if ($depth > 12) {
            return null;
        }
        if ($node instanceof \stdClass) {
            foreach ((array) ($node->{'@type'} ?? []) as $type) {
                if (
                    is_string($type) &&
                    in_array(basename($type), ['Product', 'ProductGroup', 'IndividualProduct', 'ProductModel'], true)
                ) {
                    return $node;
                }
            }
        }
        foreach (
            $node instanceof \stdClass ? get_object_vars($node) : (is_array($node) ? $node : [])
            as $key => $child
        ) {
            // Other items that a page recommends are not this one.
            $found = in_array(
                $key,
                ['isRelatedTo', 'isSimilarTo', 'isAccessoryOrSparePartFor', 'itemListElement'],
                true,
            )
                ? null
                : self::find($child, $depth + 1);
            if (null !== $found) {
                return $found;
            }
        }

        return null;
    }

    /** Microdata as JSON-LD would have it. */
    private static function microdata(\DOMElement $scope): \stdClass
    {
        $object = new \stdClass();
        $queue = iterator_to_array($scope->childNodes);
        while (null !== ($node = array_shift($queue))) {
            if (!($node instanceof \DOMElement)) {
                continue;
            }
            foreach (
                array_filter(
                    explode(' ', $node->getAttribute('itemprop')),
                    static fn(string $name): bool => '' !== $name,
                )
                as $property
            ) {
                $value = match (true) {
                    $node->hasAttribute('itemscope') => self::microdata($node),
                    $node->hasAttribute('content') => $node->getAttribute('content'),
                    'meta' === $node->tagName => $node->getAttribute('content'),
                    in_array($node->tagName, ['a', 'link', 'area'], true) => $node->getAttribute('href'),
                    in_array($node->tagName, ['img', 'audio', 'video', 'source', 'embed', 'iframe', 'track'], true)
                        => $node->getAttribute('src'),
                    in_array($node->tagName, ['data', 'meter'], true) => $node->getAttribute('value'),
                    'time' === $node->tagName && $node->hasAttribute('datetime') => $node->getAttribute('datetime'),
                    default => trim((string) preg_replace('/\s+/u', ' ', $node->textContent)),
                };
                $object->{$property} ??= $value;
            }
            if (!$node->hasAttribute('itemscope')) {
                array_unshift($queue, ...iterator_to_array($node->childNodes));
            }
        }

        return $object;
    }

    private function product(\stdClass $product, string $where): void
    {
        foreach (['name' => 'name', 'sku' => 'sku'] as $key => $property) {
            $text = self::text($product->{$property} ?? null);
            if (null !== $text) {
                $this->source->item[$key] ??= new Fact($text, $where . ', ' . $property);
            }
        }
        $image = self::text(
            self::property($product->image ?? null, 'url') ??
                (self::property($product->image ?? null, 'contentUrl') ?? self::one($product->image ?? null)),
        );
        if (null !== $image) {
            $this->source->item['image'] ??= new Fact($image, $where . ', image');
        }
        $this->weight($product->weight ?? null, $where);
        $offer = self::one($product->offers ?? null);
        if ($offer instanceof \stdClass) {
            $this->offer($offer, $where);
        }
    }

    private function weight(mixed $weight, string $where): void
    {
        $value = $weight instanceof \stdClass ? self::text($weight->value ?? null) : self::text($weight);
        $unit = $weight instanceof \stdClass ? self::text($weight->unitText ?? ($weight->unitCode ?? null)) : null;
        if (null === $value || 1 !== preg_match('/^\s*(\d+(?:[.,]\d+)?)\s*([A-Za-z]*)\s*$/D', $value, $m)) {
            return;
        }
        $unit = strtolower('' !== $m[2] ? $m[2] : $unit ?? 'kg');
        $factor = ['kg' => '1', 'kgm' => '1', 'g' => '0.001', 'grm' => '0.001'][$unit] ?? null;
        if (null === $factor) {
            $this->source->leave($where . ', weight', sprintf('The unit %s is not read; weights are in kg.', $unit));

            return;
        }
        $this->source->item['weight'] ??= new Fact(
            Cells::text(BigDecimal::of(str_replace(',', '.', $m[1]))->multipliedBy($factor)),
            $where . ', weight',
        );
    }

    private function offer(\stdClass $offer, string $where): void
    {
        $currency = self::text(
            $offer->priceCurrency ?? self::property($offer->priceSpecification ?? null, 'priceCurrency'),
        );
        if (null !== $currency && null !== Currency::find($currency)) {
            $this->source->currency ??= new Fact($currency, $where . ', priceCurrency');
        }
        $now = $this->amount(
            $offer->price ?? ($offer->lowPrice ?? self::property($offer->priceSpecification ?? null, 'price')),
        );
        $before = null;
        foreach (self::all($offer->priceSpecification ?? null) as $price) {
            if (
                $price instanceof \stdClass &&
                1 === preg_match('/ListPrice|StrikethroughPrice|SRP|MSRP/', self::text($price->priceType ?? null) ?? '')
            ) {
                $before = $this->amount($price->price ?? null);
            }
        }
        if (null !== $now) {
            $this->source->item['price'] ??= new Fact(
                $before ?? $now,
                $where . ', price',
                isset($offer->price) || isset($offer->priceSpecification),
            );
            if (null !== $before && $before !== $now) {
                $this->source->item['salePrice'] ??= new Fact($now, $where . ', price');
            }
        }
        $level = self::text(
            self::property($offer->inventoryLevel ?? null, 'value') ?? ($offer->inventoryLevel ?? null),
        );
        if (null !== $level && 1 === preg_match('/^\d{1,9}$/D', $level)) {
            $this->source->item['stock'] ??= new Fact($level, $where . ', inventoryLevel');
        }
        $availability = basename(self::text($offer->availability ?? null) ?? '');
        if (in_array($availability, ['OutOfStock', 'SoldOut', 'Discontinued'], true)) {
            $this->source->item['stock'] ??= new Fact('0', $where . ', availability');
        } elseif ('BackOrder' === $availability) {
            $this->source->item['backorder'] ??= new Fact(true, $where . ', availability');
        }
    }

    private function amount(mixed $price): ?string
    {
        $text = self::text($price);
        $code = is_string($this->source->currency?->value) ? $this->source->currency->value : '';
        $minor = Currency::find($code)->minorUnits ?? 2;
        // schema.org: a point before decimals, no sign of the thousands; what is written otherwise is read as people
        // write.
        $read =
            null === $text
                ? null
                : (1 === preg_match('/^\d{1,20}(\.\d{1,20})?$/D', $text)
                    ? BigDecimal::of($text)
                    : WrittenAmount::read($text, $minor)?->amount);
        if (null === $read) {
            return null;
        }
        $read = $read->strippedOfTrailingZeros();

        return (string) $read->toScale(max($minor, $read->getScale()));
    }

    private static function text(mixed $value): ?string
    {
        $value = is_array($value) ? $value[0] ?? null : $value;
        if ($value instanceof \stdClass) {
            $value = $value->{'@value'} ?? ($value->{'@id'} ?? null);
        }
        if (is_float($value)) {
            // "1e400" is no number that JSON's readers have.
            $value = is_finite($value) ? json_encode($value, JSON_THROW_ON_ERROR) : null;
        }
        $text = is_string($value) || is_int($value) ? trim((string) $value) : '';

        return '' === $text ? null : html_entity_decode($text, ENT_QUOTES | ENT_HTML5, 'UTF-8');
    }

    private static function property(mixed $value, string $name): mixed
    {
        $one = self::one($value);

        return $one instanceof \stdClass ? $one->{$name} ?? null : null;
    }

    private static function one(mixed $value): mixed
    {
        return is_array($value) ? $value[0] ?? null : $value;
    }

    /**
     * @return list<mixed>
     */
    private static function all(mixed $value): array
    {
        return is_array($value) ? array_values($value) : (null === $value ? [] : [$value]);
    }
}
