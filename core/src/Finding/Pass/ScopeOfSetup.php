<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;

/**
 * scope.none and scope.all: which items the setup applies to.
 */
final class ScopeOfSetup implements Pass
{
    public function find(Reach $reach): iterable
    {
        $scope = $reach->setup->appliesTo;
        if (null === $scope) {
            return;
        }
        if ($scope->all) {
            yield new Finding(
                'scope.all',
                Severity::Warning,
                '/appliesTo/all',
                sprintf(
                    'The setup applies to every item of the shop%s. Name the items it is meant for.',
                    [] === $scope->except ? '' : ' but ' . count($scope->except),
                ),
                ['except' => $scope->except],
            );
        } elseif ([] === $scope->skus && [] === $scope->categories && [] === $scope->tags) {
            yield new Finding(
                'scope.none',
                Severity::Blocker,
                '/appliesTo',
                'The setup applies to no item: nothing is named.',
            );
        } elseif (
            [] === $scope->categories &&
            [] === $scope->tags &&
            !in_array($reach->setup->item->sku, $scope->skus, true)
        ) {
            yield new Finding(
                'scope.none',
                Severity::Blocker,
                '/appliesTo/skus',
                sprintf('The setup does not apply to its own item, %s.', $reach->setup->item->sku),
                ['sku' => $reach->setup->item->sku],
            );
        } elseif (in_array($reach->setup->item->sku, $scope->except, true)) {
            yield new Finding(
                'scope.none',
                Severity::Blocker,
                '/appliesTo/except',
                sprintf('The setup leaves out its own item, %s.', $reach->setup->item->sku),
                ['sku' => $reach->setup->item->sku],
            );
        }
    }
}
