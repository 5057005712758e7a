<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;

/**
 * reach.circle: conditions that depend on each other.
 */
final class Circles implements Pass
{
    public function find(Reach $reach): iterable
    {
        $dependencies = $reach->board->dependencies;
        foreach ($dependencies->circles as $circle) {
            $misses = false;
            foreach ($reach->circleGroups as $group) {
                $misses = $misses || ($group->misses && in_array($circle[0], $group->options, true));
            }
            $names = array_map(static fn (int $o): string => $reach->setup->options[$o]->name(), $circle);
            $codes = array_map(static fn (int $o): string => $reach->setup->options[$o]->code, $circle);
            $ring = $this->ring($circle, $dependencies->of);
            yield new Finding('reach.circle', $misses ? Severity::Blocker : Severity::Note, $reach->setup->options[$circle[0]]->at, $misses
                ? sprintf('%s depend on one another, and a shopper cannot click her way to every answer that would fit: one waits for the other. Let one of them stand without its condition.', implode(', ', $names))
                : sprintf('%s depend on one another. Every answer that fits can still be reached by clicks.', implode(', ', $names)), ['members' => $codes, 'ring' => array_map(static fn (int $o): string => $reach->setup->options[$o]->code, $ring)]);
        }
    }

    /**
     * A shortest way around, from the first member back to it.
     *
     * @param list<int>       $circle
     * @param list<list<int>> $of
     *
     * @return list<int>
     */
    private function ring(array $circle, array $of): array
    {
        $from = [];
        $queue = [$circle[0]];
        for ($i = 0; $i < count($queue); ++$i) {
            foreach ($of[$queue[$i]] as $next) {
                if ($next === $circle[0]) {
                    $ring = [$queue[$i]];
                    while ($ring[0] !== $circle[0]) {
                        array_unshift($ring, $from[$ring[0]]);
                    }

                    return $ring;
                }
                if (!isset($from[$next]) && in_array($next, $circle, true)) {
                    $from[$next] = $queue[$i];
                    $queue[] = $next;
                }
            }
        }

        return $circle;
    }
}
