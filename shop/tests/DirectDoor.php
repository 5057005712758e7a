<?php

declare(strict_types=1);

namespace Ithrel\Shop\Tests;

use Ithrel\Core\Compare\Found;
use Ithrel\Core\Plan\Check;
use Ithrel\Shop\Shop;

/**
 * The shop without the way over HTTP, for trying many faults in little time.
 */
final readonly class DirectDoor
{
    /**
     * @param array<string, mixed> $document
     * @param list<string> $faults
     */
    public function __construct(private array $document, private array $faults, private string $today) {}

    public function try(Check $check): Found
    {
        $shop = new Shop('item', $this->document, [], $this->faults, $this->today);
        $page = $offered = null;
        $added = ['accepted' => false, 'problems' => []];
        foreach ($check->visits as $v => $clicks) {
            $shop->reopen();
            foreach ($clicks as $click) {
                if (!$shop->click($click->option, $click->answer)) {
                    return new Found($click->option, null, null, false, [], []);
                }
            }
            $seen = $shop->page($check->quantity[$v]);
            /**
             * @var array{unitPrice: string|null, total: string|null, entries: list<mixed>, image: string|null} $page
             */
            $page = array_intersect_key($seen, ['unitPrice' => 1, 'total' => 1, 'entries' => 1, 'image' => 1]);
            foreach (null === $check->offered || !is_array($seen['options']) ? [] : $seen['options'] as $option) {
                if (is_array($option) && $check->offered[0] === $option['code']) {
                    $offered =
                        null === $check->offered[1]
                            ? true === $option['shown']
                            : is_array($option['offered']) && in_array($check->offered[1], $option['offered'], true);
                }
            }
            $isLast = $v === count($check->visits) - 1;
            $added = $shop->add($isLast ? $check->sent : null, $check->quantity[$v], $check->route);
        }
        $stages = [];
        foreach ($added['accepted'] ? ['cart', 'checkout', 'order'] : [] as $stage) {
            $stages[$stage] = $shop->stage($stage);
        }
        if (!$added['accepted'] && !$check->looksOnly() && [] !== $shop->stage('cart')['lines']) {
            $stages['cart'] = $shop->stage('cart');
        }

        return new Found(
            null,
            $offered,
            $page,
            $added['accepted'],
            array_map(static fn(array $p): string => $p['field'], $added['problems']),
            $stages,
        );
    }
}
