<?php

declare(strict_types=1);

namespace Ithrel\Core\Page;

/**
 * How a cart, a checkout or an order shows its lines: where one stands, and where in it each thing is.
 */
final readonly class LinePlaces
{
    public const FIELDS = ['unitPrice', 'lineTotal', 'sku', 'quantity', 'weight', 'image'];

    /**
     * @param string $line signature of the first line
     * @param array<string, string> $fields field => signature within the line
     * @param string|null $total signature of the total of all lines
     */
    public function __construct(public string $line, public array $fields, public ?string $total) {}

    /**
     * @param list<Observation> $observations of this page with one line each
     * @param list<list<string>> $entries what is carried in each: the values
     * @param string|null $within signature of what the lines stand in; null for the page
     * @param array<string, string|null> $item image and weight of the item itself
     */
    public static function learn(
        array $observations,
        array $entries,
        int $minorUnits,
        string $name,
        ?string $within = null,
        array $item = [],
    ): ?self {
        $isWithin =
            null === $within
                ? null
                : static fn(PageElement $e): bool => str_starts_with(Signature::of($e) . '/', $within . '/');
        $learner = new PlaceLearner($observations, $minorUnits, $item);
        $found = $places = [];
        [$unit, $total] = $learner->pair('lineTotal', $isWithin);
        foreach (['sku', 'quantity', 'weight', 'unitPrice', 'lineTotal', 'image'] as $field) {
            $places[$field] = match ($field) {
                'unitPrice' => $unit,
                'lineTotal' => $total,
                default => array_column($learner->places($field, $isWithin), 0),
            };
        }
        foreach (array_filter($places) as $field => $all) {
            $found[$field] = self::nearest($all, array_values($found));
        }
        $page = $observations[0]->page ?? null;
        if (null === $page || (!isset($found['lineTotal']) && !isset($found['unitPrice']))) {
            return null;
        }
        $container = self::container($page, $found, $entries[0] ?? [], $name);
        if (null === $container) {
            return null;
        }
        // The total of all stands outside of the line, or is the last of those that say the same.
        $total = $learner->place(
            'total',
            static fn(PageElement $e): bool => !str_starts_with(Signature::of($e), Signature::of($container)) &&
                !$e->contains($container) &&
                (null === $isWithin || $isWithin($e)),
        );
        $fields = [];
        foreach ($found as $field => $signature) {
            $element = Signature::find($page->root, $signature);
            if (null !== $element && $container->contains($element)) {
                $fields[$field] = Signature::of($element, $container);
            }
        }
        foreach (array_diff(self::FIELDS, array_keys($fields)) as $field) {
            $inside = $learner->place(
                $field,
                static fn(PageElement $e): bool => str_starts_with(Signature::of($e), Signature::of($container) . '/'),
            );
            $element = null === $inside ? null : Signature::find($page->root, $inside[0]);
            if (null !== $element) {
                $fields[$field] = Signature::of($element, $container);
            }
        }

        return new self(Signature::of($container), $fields, $total[0] ?? null);
    }

    /**
     * Of places that fit alike, the one that stands nearest to those already known.
     *
     * @param non-empty-list<string> $places the innermost last
     * @param list<string> $known
     */
    private static function nearest(array $places, array $known): string
    {
        $best = [$places[count($places) - 1], -1];
        foreach (array_reverse($places) as $place) {
            $common = 0;
            foreach ($known as $other) {
                $steps = array_map(null, explode('/', $place), explode('/', $other));
                foreach ($steps as [$a, $b]) {
                    if ($a !== $b) {
                        break;
                    }
                    ++$common;
                }
            }
            if ($common > $best[1]) {
                $best = [$place, $common];
            }
        }

        return $best[0];
    }

    /**
     * The smallest element that holds an amount of the line and what the line carries.
     *
     * @param array<string, string> $found
     * @param list<string> $entries
     */
    private static function container(PageSnapshot $page, array $found, array $entries, string $name): ?PageElement
    {
        $inner = [];
        foreach (
            array_intersect_key($found, ['unitPrice' => 1, 'lineTotal' => 1, 'sku' => 1, 'quantity' => 1])
            as $signature
        ) {
            $element = Signature::find($page->root, $signature);
            if (null !== $element) {
                $inner[] = $element;
            }
        }
        $amount = Signature::find($page->root, $found['lineTotal'] ?? ($found['unitPrice'] ?? ''));
        $best = null;
        for ($node = $amount; null !== $node; $node = $node->parent) {
            $text = $node->text();
            $holds = count(array_filter($inner, static fn(PageElement $e): bool => $node->contains($e)));
            $says =
                count(array_filter($entries, static fn(string $value): bool => str_contains($text, $value))) +
                (str_contains($text, $name) ? 1 : 0);
            $worth = 2 * $holds + 2 * $says;
            if (null === $best || $worth > $best[1]) {
                $best = [$node, $worth];
            }
        }

        return $best[0] ?? null;
    }

    /** Signature of a field within the line, or of "line" or "total" on the page. */
    public function place(string $field): ?string
    {
        return match ($field) {
            'line' => $this->line,
            'total' => $this->total,
            default => $this->fields[$field] ?? null,
        };
    }

    /** The same with one place elsewhere; null: nowhere. A line is always somewhere. */
    public function with(string $field, ?string $signature): self
    {
        $fields =
            null === $signature ? array_diff_key($this->fields, [$field => 1]) : [$field => $signature] + $this->fields;

        return match ($field) {
            'line' => new self($signature ?? $this->line, $this->fields, $this->total),
            'total' => new self($this->line, $this->fields, $signature),
            default => new self($this->line, $fields, $this->total),
        };
    }

    /**
     * All lines of a page: the first one and the siblings that are made like it.
     *
     * @return list<PageElement>
     */
    public function lines(PageSnapshot $page): array
    {
        $first = Signature::find($page->root, $this->line);
        if (null === $first || !$first->isShown) {
            return [];
        }
        $place = $this->fields['lineTotal'] ?? ($this->fields['unitPrice'] ?? '');
        $lines = [];
        foreach ($first->parent->children ?? [$first] as $sibling) {
            $amount = $sibling->tag === $first->tag && $sibling->isShown ? Signature::find($sibling, $place) : null;
            if (null !== $amount && $amount->isShown && 1 === preg_match('/\p{Nd}|no price/u', $amount->text())) {
                $lines[] = $sibling;
            }
        }

        return $lines;
    }

    /**
     * @return array{line: string, fields: array<string, string>, total: string|null}
     */
    public function toArray(): array
    {
        return ['line' => $this->line, 'fields' => $this->fields, 'total' => $this->total];
    }
}
