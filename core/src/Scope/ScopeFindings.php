<?php

declare(strict_types=1);

namespace Ithrel\Core\Scope;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Scope;
use Ithrel\Core\Setup\Setup;

/**
 * What a catalogue says of the scope of a setup: scope.none, scope.near, and scope.clash with other setups.
 */
final readonly class ScopeFindings
{
    private const MOST_NAMED = 5;

    public function __construct(private Catalogue $catalogue) {}

    /**
     * @param list<Setup> $others setups of the same shop
     *
     * @return list<Finding>
     */
    public function of(Setup $setup, array $others = []): array
    {
        $scope = $setup->appliesTo;
        if (null === $scope) {
            return [];
        }
        $hits = $this->catalogue->hitBy($scope);

        return [
            ...$this->none($setup, $hits),
            ...$this->near($scope),
            ...array_merge(...array_map(fn(Setup $other): array => $this->clash($setup, $hits, $other), $others)),
        ];
    }

    /**
     * @param list<CatalogueItem> $hits
     *
     * @return list<Finding>
     */
    private function none(Setup $setup, array $hits): array
    {
        $own = array_filter($hits, static fn(CatalogueItem $item): bool => $item->sku === $setup->item->sku);
        $isListed =
            [] !==
            array_filter(
                $this->catalogue->items,
                static fn(CatalogueItem $item): bool => $item->sku === $setup->item->sku,
            );

        return match (true) {
            [] === $hits => [
                new Finding(
                    'scope.none',
                    Severity::Blocker,
                    '/appliesTo',
                    sprintf(
                        'The setup applies to none of the %d items of the catalogue.',
                        count($this->catalogue->items),
                    ),
                ),
            ],
            $isListed && [] === $own => [
                new Finding(
                    'scope.none',
                    Severity::Blocker,
                    '/appliesTo',
                    sprintf(
                        'The setup applies to %s, but not to its own item, %s.',
                        self::items($hits),
                        $setup->item->sku,
                    ),
                    ['items' => array_map(static fn(CatalogueItem $i): string => $i->sku, $hits)],
                ),
            ],
            default => [],
        };
    }

    /**
     * @return list<Finding>
     */
    private function near(Scope $scope): array
    {
        $findings = [];
        foreach (['categories' => $scope->categories, 'tags' => $scope->tags] as $kind => $wanted) {
            $used = $this->catalogue->words($kind);
            foreach ($wanted as $i => $word) {
                $near = in_array($word, $used, true)
                    ? []
                    : array_values(
                        array_filter($used, static fn(string $each): bool => self::plain($each) === self::plain($word)),
                    );
                if ([] !== $near) {
                    $findings[] = new Finding(
                        'scope.near',
                        Severity::Warning,
                        '/appliesTo/' . $kind . '/' . $i,
                        sprintf(
                            'No item has the %s "%s"; "%s" is in use, which differs only in letter case or blanks.',
                            'tags' === $kind ? 'tag' : 'category',
                            $word,
                            $near[0],
                        ),
                        ['word' => $word, 'near' => $near[0]],
                    );
                }
            }
        }
        // The catalogue itself may write one word in two ways.
        foreach (['categories' => $scope->categories, 'tags' => $scope->tags] as $kind => $wanted) {
            foreach ($wanted as $i => $word) {
                $other = array_values(
                    array_filter(
                        $this->catalogue->words($kind),
                        static fn(string $each): bool => $each !== $word && self::plain($each) === self::plain($word),
                    ),
                );
                if (in_array($word, $this->catalogue->words($kind), true) && [] !== $other) {
                    $missed = array_values(
                        array_filter(
                            $this->catalogue->items,
                            static fn(CatalogueItem $item): bool => in_array($other[0], $item->{$kind}, true) &&
                                !$item->isHitBy($scope),
                        ),
                    );
                    if ([] !== $missed) {
                        $findings[] = new Finding(
                            'scope.near',
                            Severity::Warning,
                            '/appliesTo/' . $kind . '/' . $i,
                            sprintf(
                                '%s %s "%s" in place of "%s", so the setup misses %s.',
                                self::items($missed),
                                1 === count($missed) ? 'has' : 'have',
                                $other[0],
                                $word,
                                1 === count($missed) ? 'it' : 'them',
                            ),
                            [
                                'word' => $word,
                                'near' => $other[0],
                                'items' => array_map(static fn(CatalogueItem $item): string => $item->sku, $missed),
                            ],
                        );
                    }
                }
            }
        }

        return $findings;
    }

    /**
     * @param list<CatalogueItem> $hits
     *
     * @return list<Finding>
     */
    private function clash(Setup $setup, array $hits, Setup $other): array
    {
        $both =
            null === $other->appliesTo
                ? []
                : array_values(
                    array_filter($hits, static fn(CatalogueItem $item): bool => $item->isHitBy($other->appliesTo)),
                );
        if ([] === $both) {
            return [];
        }
        $findings = [];
        foreach ($setup->options as $option) {
            $twin =
                array_values(
                    array_filter(
                        $other->options,
                        static fn(Option $o): bool => Kind::Note !== $option->kind &&
                            Kind::Note !== $o->kind &&
                            self::plain($o->name()) === self::plain($option->name()),
                    ),
                )[0] ?? null;
            if (null !== $twin) {
                $findings[] = new Finding(
                    'scope.clash',
                    Severity::Blocker,
                    $option->at,
                    sprintf(
                        '%s gets %s twice: from this setup and from %s.',
                        ucfirst(self::items($both)),
                        $option->name(),
                        $other->name,
                    ),
                    [
                        'other' => $other->name,
                        'items' => array_map(static fn(CatalogueItem $item): string => $item->sku, $both),
                    ],
                );
            }
        }

        return $findings;
    }

    /**
     * @param list<CatalogueItem> $items
     */
    private static function items(array $items): string
    {
        $skus = array_map(
            static fn(CatalogueItem $item): string => $item->sku,
            array_slice($items, 0, self::MOST_NAMED),
        );
        $more = count($items) - count($skus);

        return implode(', ', $skus) . ($more > 0 ? sprintf(' and %d more', $more) : '');
    }

    private static function plain(string $word): string
    {
        return mb_strtolower((string) preg_replace('/\s+/u', '', $word));
    }
}
