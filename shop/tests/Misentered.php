<?php

declare(strict_types=1);

namespace Ithrel\Shop\Tests;

/**
 * A setup as a shop may have it: entered as in the document, but otherwise at one place.
 *
 * @phpstan-type Document array<string, mixed>
 */
final class Misentered
{
    /**
     * @param string $at JSON Pointer of what was entered otherwise
     * @param string $how what was done to it
     * @param Document $document
     */
    private function __construct(
        public readonly string $at,
        public readonly string $how,
        public readonly array $document,
    ) {}

    /**
     * Every place of a document entered otherwise, in the ways that people get such a place wrong.
     *
     * @param Document $document
     *
     * @return iterable<self>
     */
    public static function all(array $document): iterable
    {
        foreach (self::leaves($document, []) as [$path, $old]) {
            foreach (self::ways($path, $old) as $how => $new) {
                $other = $document;
                self::put($other, $path, $new);
                yield new self('/' . implode('/', $path), $how, $other);
            }
        }
        yield from self::wholes($document);
    }

    /**
     * Whether a place is the one that was entered otherwise: itself, something in it, or the value, row or charge that
     * it is of.
     */
    public function isAt(string $place): bool
    {
        if (str_starts_with($this->at . '/', $place . '/') || str_starts_with($place . '/', $this->at . '/')) {
            return 1 ===
                preg_match(
                    '~^(/options/\d+/(values/\d+|yes)|/variants/rows/\d+|/charges/\d+|/parts/\d+|/levels/\d+|/item/data/\d+|/item/\w+|/quantity|/rounding)~',
                    $place,
                ) || 1 !== preg_match('~/(values/\d+|yes)(/|$)~', $this->at);
        }
        // A part is what the values are that sell it: which of the two is sold out no shopper can tell.
        foreach ([[$this->at, $place], [$place, $this->at]] as [$one, $other]) {
            if (
                1 === preg_match('~^/parts/(\d+)~', $one, $part) &&
                1 === preg_match('~^/options/(\d+)/values/(\d+)(/|$)~', $other, $at)
            ) {
                return ($this->document['options'][(int) $at[1]]['values'][(int) $at[2]]['item'] ?? null) ===
                    ($this->document['parts'][(int) $part[1]]['sku'] ?? '');
            }
        }

        return false;
    }

    /**
     * @param array<mixed> $node
     * @param list<string|int> $path
     *
     * @return iterable<array{list<string|int>, mixed}>
     */
    private static function leaves(array $node, array $path): iterable
    {
        foreach ($node as $key => $child) {
            if (
                [] === $path &&
                in_array($key, ['ithrel', 'name', 'currency', 'guards', 'views', 'appliesTo', 'meant'], true)
            ) {
                continue;
            }
            if (is_array($child)) {
                yield from self::leaves($child, [...$path, $key]);
            } else {
                yield [[...$path, $key], $child];
            }
        }
    }

    /**
     * @param list<string|int> $path
     *
     * @return iterable<string, mixed> how => what stands there instead
     */
    private static function ways(array $path, mixed $old): iterable
    {
        $key = $path[count($path) - 1];
        $text = is_scalar($old) ? (string) $old : '';
        if (
            in_array($key, ['price', 'salePrice', 'amount', 'charge', 'rate', 'weight', 'points', 'percent'], true) ||
            in_array('figures', $path, true)
        ) {
            if (!is_numeric($text)) {
                return;
            }
            yield 'more' => (string) \Brick\Math\BigDecimal::of($text)->plus('3.75');
            if ('charge' === $key) {
                yield 'nothing' => '0';
                yield 'turned' => (string) \Brick\Math\BigDecimal::of($text)->negated();
            }

            return;
        }
        if (in_array($key, ['sku', 'label', 'value', 'image', 'unit'], true) && 'parts' !== $path[0]) {
            yield 'another' => $text . ' x';

            return;
        }
        $inCondition = [] !== array_intersect(['shownWhen', 'allowedWhen', 'when'], $path);
        if (
            !$inCondition &&
            (is_int($old) || is_numeric($text)) &&
            in_array($key, ['min', 'max', 'free', 'maxBytes', 'minWidth', 'minHeight', 'stock'], true)
        ) {
            if ('stock' === $key) {
                yield 'sold out' => 0;
            } else {
                $more = is_int($old) ? $old + 1 : (string) \Brick\Math\BigDecimal::of($text)->plus(1);
                yield 'one more' => $more;
                if (!is_int($old) || $old > 1) {
                    yield 'one less' => is_int($old) ? $old - 1 : (string) \Brick\Math\BigDecimal::of($text)->minus(1);
                }
            }

            return;
        }
        if ('required' === $key) {
            yield 'not required' => false;
        } elseif ('measure' === $key) {
            yield 'bytes' => 'bytes';
        } elseif ('step' === $key) {
            yield 'finer' => is_int($old) ? 1 : '0.1';
        } elseif (in_array($key, ['above', 'below', 'atLeast', 'atMost'], true) && is_numeric($text)) {
            yield 'one more' => is_int($old) ? $old + 1 : (string) \Brick\Math\BigDecimal::of($text)->plus(1);
        } elseif ('earliest' === $key || 'latest' === $key) {
            yield 'a day later' => 1 === preg_match('/^\+(\d+)d$/', $text, $days)
                ? '+' . ((int) $days[1] + 1) . 'd'
                : date('Y-m-d', (int) strtotime($text) + 86_400);
        } elseif ('expr' === $key) {
            yield 'more by a tenth' => '(' . $text . ') * 1.1';
        } elseif ('line' === $key) {
            yield 'in the line' => 'with';
        } elseif ('of' === $key && 'base' === $text) {
            yield 'of what runs' => 'running';
        } elseif ('default' === $key) {
            yield 'another' => is_bool($old) ? false : $text . '9';
        }
    }

    /**
     * What is left out, or added, as a whole.
     *
     * @param Document $document
     *
     * @return iterable<self>
     */
    private static function wholes(array $document): iterable
    {
        $options = is_array($document['options'] ?? null) ? $document['options'] : [];
        foreach ($options as $i => $option) {
            $at = '/options/' . $i;
            if (!is_array($option)) {
                continue;
            }
            if (isset($option['shownWhen'])) {
                yield self::with($document, ['options', $i, 'shownWhen'], null, $at . '/shownWhen', 'no condition');
                yield self::with(
                    $document,
                    ['options', $i, 'shownWhen'],
                    ['not' => $option['shownWhen']],
                    $at . '/shownWhen',
                    'turned round',
                );
            }
            if (true !== ($option['required'] ?? false) && 'note' !== $option['kind']) {
                yield self::with($document, ['options', $i, 'required'], true, $at . '/required', 'required');
            }
            if (isset($option['stages'])) {
                yield self::with($document, ['options', $i, 'stages'], null, $at . '/stages', 'at all stages');
            } elseif ('note' !== $option['kind']) {
                yield self::with(
                    $document,
                    ['options', $i, 'stages'],
                    ['page', 'cart', 'checkout'],
                    $at . '/stages',
                    'not on the order',
                );
            }
            if (isset($option['types']) && count($option['types']) > 1) {
                yield self::with(
                    $document,
                    ['options', $i, 'types'],
                    array_slice($option['types'], 1),
                    $at . '/types',
                    'one kind less',
                );
            }
            if (isset($option['weekdays'])) {
                yield self::with(
                    $document,
                    ['options', $i, 'weekdays'],
                    array_slice($option['weekdays'], 1),
                    $at . '/weekdays',
                    'one day less',
                );
            }
            if (isset($option['charge'])) {
                yield self::with($document, ['options', $i, 'charge'], null, $at . '/charge', 'no charge');
            }
            foreach (is_array($option['values'] ?? null) ? $option['values'] : [] as $j => $value) {
                $place = $at . '/values/' . $j;
                if (isset($value['allowedWhen'])) {
                    yield self::with(
                        $document,
                        ['options', $i, 'values', $j, 'allowedWhen'],
                        null,
                        $place . '/allowedWhen',
                        'no condition',
                    );
                }
                if (!isset($value['charge']) && !isset($value['item'])) {
                    yield self::with(
                        $document,
                        ['options', $i, 'values', $j, 'charge'],
                        '2.50',
                        $place . '/charge',
                        'charged',
                    );
                }
                if (isset($value['charge'])) {
                    yield self::with(
                        $document,
                        ['options', $i, 'values', $j, 'charge'],
                        null,
                        $place . '/charge',
                        'no charge',
                    );
                }
                if (!isset($value['stock'])) {
                    yield self::with(
                        $document,
                        ['options', $i, 'values', $j, 'stock'],
                        0,
                        $place . '/stock',
                        'sold out',
                    );
                }
                if (!isset($value['weight']) && !isset($value['item'])) {
                    yield self::with(
                        $document,
                        ['options', $i, 'values', $j, 'weight'],
                        '0.5',
                        $place . '/weight',
                        'a weight',
                    );
                }
                if (!isset($value['image'])) {
                    yield self::with(
                        $document,
                        ['options', $i, 'values', $j, 'image'],
                        'other.png',
                        $place . '/image',
                        'a picture',
                    );
                }
                if (count($option['values']) > 2) {
                    yield self::with(
                        $document,
                        ['options', $i, 'values', $j, 'hidden'],
                        true,
                        $place . '/hidden',
                        'hidden',
                    );
                }
                if (isset($value['default'])) {
                    yield self::with(
                        $document,
                        ['options', $i, 'values', $j, 'default'],
                        null,
                        $place . '/default',
                        'no default',
                    );
                }
            }
        }
        foreach (is_array($document['charges'] ?? null) ? $document['charges'] : [] as $k => $charge) {
            yield self::with($document, ['charges', $k], null, '/charges/' . $k, 'left out');
            foreach (['when', 'min', 'per'] as $key) {
                if (isset($charge[$key])) {
                    yield self::with($document, ['charges', $k, $key], null, '/charges/' . $k . '/' . $key, 'left out');
                }
            }
        }
        $rows = $document['variants']['rows'] ?? [];
        foreach (is_array($rows) ? $rows : [] as $k => $row) {
            yield self::with($document, ['variants', 'rows', $k], null, '/variants/rows/' . $k, 'left out');
        }
        if (isset($document['rounding'])) {
            yield self::with($document, ['rounding'], null, '/rounding', 'the usual rounding');
        }
        $extra = $document;
        $extra['options'][] = ['code' => 'salutation', 'label' => 'Salutation', 'kind' => 'text', 'required' => true];
        yield new self('/options', 'one required option more', $extra);
    }

    /**
     * @param Document $document
     * @param list<string|int> $path
     */
    private static function with(array $document, array $path, mixed $new, string $at, string $how): self
    {
        self::put($document, $path, $new);

        return new self($at, $how, $document);
    }

    /**
     * @param array<mixed> $node
     * @param list<string|int> $path
     * @param mixed $new null: taken out
     */
    private static function put(array &$node, array $path, mixed $new): void
    {
        $key = array_shift($path);
        if ([] !== $path) {
            $child = is_array($node[$key] ?? null) ? $node[$key] : [];
            self::put($child, $path, $new);
            $node[$key] = $child;
        } elseif (null !== $new) {
            $node[$key] = $new;
        } elseif (array_is_list($node)) {
            array_splice($node, (int) $key, 1);
        } else {
            unset($node[$key]);
        }
    }
}
