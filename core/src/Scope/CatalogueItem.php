<?php

declare(strict_types=1);

namespace Ithrel\Core\Scope;

use Ithrel\Core\Setup\Scope;

/**
 * An item of a shop's catalogue, as far as scopes ask for it.
 */
final readonly class CatalogueItem
{
    /**
     * @param list<string> $categories
     * @param list<string> $tags
     */
    public function __construct(
        public string $sku,
        public string $name,
        public array $categories,
        public array $tags,
    ) {}

    /** Whether a scope hits it; what is excepted is hit by nothing. */
    public function isHitBy(Scope $scope): bool
    {
        return !in_array($this->sku, $scope->except, true) &&
            ($scope->all ||
                in_array($this->sku, $scope->skus, true) ||
                [] !== array_intersect($scope->categories, $this->categories) ||
                [] !== array_intersect($scope->tags, $this->tags));
    }

    /**
     * By what a scope hits it.
     *
     * @return list<string> in words; none where it does not
     */
    public function reasons(Scope $scope): array
    {
        if (!$this->isHitBy($scope)) {
            return [];
        }

        return [
            ...$scope->all ? ['every item'] : [],
            ...in_array($this->sku, $scope->skus, true) ? ['its SKU'] : [],
            ...array_map(
                static fn(string $c): string => 'the category ' . $c,
                array_values(array_intersect($scope->categories, $this->categories)),
            ),
            ...array_map(
                static fn(string $t): string => 'the tag ' . $t,
                array_values(array_intersect($scope->tags, $this->tags)),
            ),
        ];
    }
}
