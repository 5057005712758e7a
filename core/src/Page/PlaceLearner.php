<?php

declare(strict_types=1);

namespace Ithrel\Core\Page;

use Brick\Math\BigDecimal;
use Brick\Math\Exception\MathException;
use Ithrel\Core\Decimal\WrittenAmount;

/**
 * Learns where a page says something: the place whose text changes when what is expected changes, and stays when it
 * stays. Being equal to what is expected only adds, so that a shop whose price is wrong everywhere is still understood.
 *
 * Long, as it is one search for places, whose steps narrow down the same candidates.
 */
final readonly class PlaceLearner
{
    private const MOST_TEXT = 80;
    private const AMOUNTS = ['unitPrice', 'lineTotal', 'total'];

    /**
     * @param list<Observation> $observations of one page
     * @param array<string, string|null> $item image and weight of the item itself, whatever is chosen
     */
    public function __construct(private array $observations, private int $minorUnits, private array $item = []) {}

    /**
     * @param string $field amount fields, or "sku", "quantity", "image"
     * @param \Closure(PageElement): bool $in which elements are looked at
     *
     * @return array{string, int}|null signature of the place and how well it fits, in per cent; null where none does
     */
    public function place(string $field, ?\Closure $in = null): ?array
    {
        $all = $this->places($field, $in);

        return [] === $all ? null : $all[count($all) - 1];
    }

    /**
     * All places that fit as well as the best, the innermost last.
     *
     * @param \Closure(PageElement): bool $in which elements are looked at
     *
     * @return list<array{string, int}>
     */
    public function places(string $field, ?\Closure $in = null): array
    {
        $fits = $this->fitting($field, $in);
        if ([] === $fits && isset($this->item[$field])) {
            return $this->always($field, $in);
        }
        $best = [] === $fits ? [] : array_keys($fits, max($fits), true);

        return array_map(static fn(string $signature): array => [$signature, $fits[$signature]], $best);
    }

    /**
     * Where nothing changes as it should, the one place that says what the item itself has in each state: a shop that
     * always shows its picture, or never adds a weight, is understood too. Of several, none can be told to be the
     * place.
     *
     * @param (\Closure(PageElement): bool)|null $in which elements are looked at
     *
     * @return list<array{string, int}>
     */
    private function always(string $field, ?\Closure $in): array
    {
        $own = $this->item[$field] ?? null;
        if (null === $own || [] === $this->observations) {
            return [];
        }
        $everywhere = null;
        foreach ($this->observations as $observation) {
            $here = [];
            foreach ($observation->page->all() as $element) {
                $isSeen =
                    'image' === $field
                        ? 'img' === $element->tag && true === $element->parent?->isShown
                        : '#text' !== $element->tag && $element->isShown;
                $said = $isSeen && (null === $in || $in($element)) ? $this->said($field, $element) : null;
                if (null !== $said && $this->isSame($field, $own, $said)) {
                    // What stands around it says the same; the innermost is meant.
                    $here = array_values(
                        array_filter($here, static fn(PageElement $outer): bool => !$outer->contains($element)),
                    );
                    $here[] = $element;
                }
            }
            $here = array_map(static fn(PageElement $e): string => Signature::of($e), $here);
            $everywhere = null === $everywhere ? $here : array_values(array_intersect($everywhere, $here));
        }

        return 1 === count($everywhere) ? [[$everywhere[0], 0]] : [];
    }

    /**
     * All places that change as they should; of amounts, where there are such, only those that are read with all their
     * places.
     *
     * @param (\Closure(PageElement): bool)|null $in which elements are looked at
     *
     * @return array<string, int> signature => how well it fits, in per cent; the innermost last
     */
    private function fitting(string $field, ?\Closure $in): array
    {
        $texts = $depth = [];
        $known = array_values(
            array_filter(
                $this->observations,
                static fn(Observation $o): bool => null !== ($o->expected[$field] ?? null),
            ),
        );
        foreach ($known as $n => $observation) {
            foreach ($observation->page->all() as $element) {
                $isPicture =
                    'image' === $field &&
                    'img' === $element->tag &&
                    null === $element->attribute('hidden') &&
                    true === $element->parent?->isShown;
                if (
                    '#text' === $element->tag ||
                    (!$element->isShown && !$isPicture) ||
                    (null !== $in && !$in($element))
                ) {
                    continue;
                }
                $said = $this->said($field, $element);
                if (null !== $said && !$element->moves()) {
                    $signature = Signature::of($element);
                    $texts[$signature][$n] ??= $said;
                    $depth[$signature] = self::depth($element);
                }
            }
        }
        $fits = [];
        foreach ($texts as $signature => $said) {
            $fit = $this->fit($field, $known, $said);
            if (null !== $fit) {
                $fits[$signature] = $fit;
            }
        }
        // An amount that is split over several elements is read whole, and not by the figures before its point alone.
        $whole = array_filter(
            $fits,
            fn(string $signature): bool => $this->hasMinorUnits($texts[$signature]),
            ARRAY_FILTER_USE_KEY,
        );
        $fits = in_array($field, self::AMOUNTS, true) && [] !== $whole ? $whole : $fits;
        uksort($fits, static fn(string $a, string $b): int => $depth[$a] <=> $depth[$b]);

        return $fits;
    }

    /**
     * The places of the unit price and of a total. Where a shop's prices are wrong, what changes like the one changes
     * like the other: they are told apart by what a total comes to, the quantity times its price.
     *
     * @param 'lineTotal'|'total' $total
     * @param (\Closure(PageElement): bool)|null $in which elements are looked at
     *
     * @return array{list<string>, list<string>} signatures of all that fit, the innermost last; never one place for
     *                                           both where
     *                                           it cannot say both
     */
    public function pair(string $total, ?\Closure $in = null): array
    {
        $quantities = array_map(
            static fn(Observation $o): string => $o->expected['quantity'] ?? '1',
            $this->observations,
        );
        if ([] === array_filter($quantities, static fn(string $q): bool => '1' !== $q)) {
            return [array_column($this->places('unitPrice', $in), 0), array_column($this->places($total, $in), 0)];
        }
        $units = $this->fitting('unitPrice', $in);
        $totals = $this->fitting($total, $in);
        $best = [-count($this->observations), 0, 0];
        $ones = $alls = [];
        foreach ($units as $unit => $fit) {
            $each = $this->saidAt('unitPrice', $unit);
            foreach ($totals as $place => $other) {
                $sums = $this->saidAt($total, $place);
                if ($sums === $each) {
                    // What always says the same cannot say both.
                    continue;
                }
                // Parts on lines of their own make a total more than the quantity times the price, hardly ever less.
                $holds = $less = 0;
                foreach ($sums as $n => $all) {
                    $by =
                        null === $all || null === $each[$n]
                            ? -1
                            : BigDecimal::of($all)->compareTo(BigDecimal::of($each[$n])->multipliedBy($quantities[$n]));
                    $holds += 0 === $by ? 1 : 0;
                    $less += $by < 0 ? 1 : 0;
                }
                $score = [-$less, $holds, $fit + $other];
                if ($holds > 0 && $score > $best) {
                    [$best, $ones, $alls] = [$score, [], []];
                }
                if ($score === $best) {
                    [$ones[], $alls[]] = [$unit, $place];
                }
            }
        }
        if ([] === $alls) {
            return $this->oneOfBoth($units, $totals);
        }

        return [
            array_values(array_intersect(array_keys($units), $ones)),
            array_values(array_intersect(array_keys($totals), $alls)),
        ];
    }

    /**
     * A page that shows one amount alone shows the price of one, unless it fits the total better.
     *
     * @param array<string, int> $units place => how well it fits
     * @param array<string, int> $totals
     *
     * @return array{list<string>, list<string>}
     */
    private function oneOfBoth(array $units, array $totals): array
    {
        $best = static fn(array $fits): array => [] === $fits ? [] : array_keys($fits, max($fits), true);
        [$ones, $alls] = [$best($units), $best($totals)];
        if ([] === array_intersect($ones, $alls)) {
            return [$ones, $alls];
        }
        if ([] !== $units && [] !== $totals && max($units) >= max($totals)) {
            return [$ones, array_values(array_diff($alls, $ones))];
        }

        return [array_values(array_diff($ones, $alls)), $alls];
    }

    /**
     * What a place says of an amount in each observation.
     *
     * @return list<string|null>
     */
    private function saidAt(string $field, string $signature): array
    {
        return array_map(function (Observation $o) use ($field, $signature): ?string {
            $element = Signature::find($o->page->root, $signature);

            return null === $element ? null : $this->said($field, $element);
        }, $this->observations);
    }

    /**
     * @param array<int, string> $said
     */
    private function hasMinorUnits(array $said): bool
    {
        return [] !==
            array_filter(
                $said,
                fn(string $amount): bool => $this->minorUnits > 0 &&
                    strlen((string) strrchr($amount, '.')) === $this->minorUnits + 1,
            );
    }

    /** What an element says of a field; null where it cannot be its place. */
    public function said(string $field, PageElement $element): ?string
    {
        if ('image' === $field) {
            $source = $element->attribute('src') ?? $element->attribute('data-image');

            return 'img' === $element->tag && null !== $source
                ? self::file($source)
                : (1 === preg_match('/([\w.\-]+\.(?:png|jpe?g|webp|gif|svg|avif))\s*$/i', $element->text(), $m) &&
                mb_strlen($element->text()) < self::MOST_TEXT
                    ? $m[1]
                    : null);
        }
        if ('quantity' === $field && 'input' === $element->tag) {
            return '' === $element->value ? null : WrittenAmount::westernDigits($element->value);
        }
        $text = $element->text();
        if ('' === $text || mb_strlen($text) > self::MOST_TEXT) {
            return null;
        }

        return match ($field) {
            'sku' => $text,
            'quantity' => 1 === preg_match('/^\D{0,12}(\d{1,6})\D{0,12}$/u', WrittenAmount::westernDigits($text), $m)
                ? $m[1]
                : null,
            'weight' => 1 === preg_match('/\d/', $text)
                ? (string) PageAmount::in((string) preg_replace('/\s?(?:kg|g)\b/iu', '', $text), 3)
                : null,
            default => null === ($amount = PageAmount::in($text, $this->minorUnits)) ? null : (string) $amount,
        };
    }

    /**
     * @param list<Observation> $known
     * @param array<int, string> $said observation => what the place says
     *
     * @return int|null per cent; null where it does not change as it should
     */
    private function fit(string $field, array $known, array $said): ?int
    {
        if (count($said) < count($known)) {
            return null;
        }
        $points = $most = $changes = $equal = 0;
        foreach ($known as $i => $a) {
            $isEqual = $this->isSame($field, $a->expected[$field] ?? '', $said[$i]);
            $equal += $isEqual ? 1 : 0;
            $points += $isEqual ? 2 : 0;
            $most += 2;
            for ($j = $i + 1; $j < count($known); ++$j) {
                $shouldChange = !$this->isSame($field, $a->expected[$field] ?? '', $known[$j]->expected[$field] ?? '');
                $changed = $said[$i] !== $said[$j];
                $changes += $shouldChange && $changed ? 1 : 0;
                if ($shouldChange !== $changed) {
                    return null;
                }
                $points += 3;
                $most += 3;
            }
        }

        // What never changes is known by what it says alone; and where no amount is meant, another figure may change
        // along.
        $isAmount = in_array($field, self::AMOUNTS, true);

        return (0 === $changes && $points < $most) || (!$isAmount && 2 * $equal < count($known))
            ? null
            : intdiv(100 * $points, max(1, $most));
    }

    private function isSame(string $field, string $expected, string $said): bool
    {
        if ('image' === $field) {
            return self::file($expected) === $said;
        }
        if ('sku' === $field) {
            return $expected === $said || str_contains($said, $expected);
        }
        try {
            return BigDecimal::of($expected)->isEqualTo($said);
        } catch (MathException) {
            return $expected === $said;
        }
    }

    public static function file(string $source): string
    {
        return basename((string) parse_url($source, PHP_URL_PATH));
    }

    private static function depth(PageElement $element): int
    {
        $depth = 0;
        for ($node = $element; null !== $node; $node = $node->parent) {
            ++$depth;
        }

        return $depth;
    }
}
