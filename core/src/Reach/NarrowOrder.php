<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

/**
 * An order of decision in which few conditions have to be remembered at once: always next the option, among those
 * whose dependencies are taken, after which the fewest are open. Used where the walk order asks for too much.
 */
final readonly class NarrowOrder
{
    /**
     * @param list<int> $options of one component, in walk order
     *
     * @return list<int>
     */
    public static function of(Board $board, array $options): array
    {
        $mentions = $users = $asked = $asks = [];
        foreach ($options as $option) {
            foreach (array_unique([$board->shown[$option], ...$board->allowed[$option]]) as $p) {
                if ($p <= Propositions::TRUE) {
                    continue;
                }
                $users[$p][$option] = true;
                $asks[$option][] = $p;
                foreach (array_keys($board->props->cellsOf($p)) as $cell) {
                    $mentions[$p][$board->cells[$cell]->option] = true;
                }
            }
        }
        foreach ($mentions as $p => $in) {
            foreach (array_keys($in) as $option) {
                $asked[$option][] = $p;
            }
        }
        $circleOf = $board->dependencies->circleOf;
        $left = array_fill_keys($options, true);
        $isOpen = [];
        $order = [];
        while ([] !== $left) {
            $best = null;
            $least = PHP_INT_MAX;
            foreach (array_keys($left) as $option) {
                foreach ($board->dependencies->of[$option] as $on) {
                    if (
                        isset($left[$on]) &&
                        $on !== $option &&
                        (!isset($circleOf[$option], $circleOf[$on]) || $circleOf[$option] !== $circleOf[$on])
                    ) {
                        continue 2;
                    }
                }
                $change = 0;
                foreach ($asked[$option] ?? [] as $p) {
                    $change += isset($isOpen[$p]) || [] === array_diff_key($users[$p], [$option => true]) ? 0 : 1;
                }
                foreach ($asks[$option] ?? [] as $p) {
                    $change -= isset($isOpen[$p]) && 1 === count($users[$p]) ? 1 : 0;
                }
                if ($change < $least) {
                    [$best, $least] = [$option, $change];
                }
            }
            $best ??= array_key_first($left);
            $order[] = $best;
            unset($left[$best]);
            foreach ($asks[$best] ?? [] as $p) {
                unset($users[$p][$best]);
                if ([] === $users[$p]) {
                    unset($isOpen[$p]);
                }
            }
            foreach ($asked[$best] ?? [] as $p) {
                if ([] !== ($users[$p] ?? [])) {
                    $isOpen[$p] = true;
                }
            }
        }

        return $order;
    }
}
