<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Reach;

/**
 * reach.circle: conditions that depend on each other.
 */
final class Circles implements Pass
{
    public function find(Reach $reach): iterable
    {
        $dependencies = $reach->board->dependencies;
        $missing = $walked = [];
        foreach ($reach->circleGroups as $group) {
            $walked += array_fill_keys($group->options, true);
            $missing += $group->misses ? array_fill_keys($group->options, true) : [];
        }
        $isCounted = null === $reach->trouble();
        // A circle can miss states that could not be completed anyway; then nobody misses them.
        $missed = [] === $missing || !$isCounted ? null : $this->missed($reach);
        foreach ($dependencies->circles as $circle) {
            $names = array_map(static fn(int $o): string => $reach->setup->options[$o]->name(), $circle);
            $words =
                1 === count($names)
                    ? $names[0] . ' depends on itself'
                    : implode(', ', array_slice($names, 0, -1)) .
                        ' and ' .
                        $names[count($names) - 1] .
                        ' depend on one another';
            $detail = [
                'members' => array_map(static fn(int $o): string => $reach->setup->options[$o]->code, $circle),
                'ring' => array_map(
                    static fn(int $o): string => $reach->setup->options[$o]->code,
                    $this->ring($circle, $dependencies->of),
                ),
            ];
            $at = $reach->setup->options[$circle[0]]->at;
            if (!isset($walked[$circle[0]]) || (!$isCounted && isset($missing[$circle[0]]))) {
                yield new Finding(
                    'reach.circle',
                    Severity::Blocker,
                    $at,
                    sprintf(
                        '%s in so many ways that they cannot all be walked; whether clicks reach every answer ' .
                            'that would fit is not known. Let one of them stand without its condition.',
                        $words,
                    ),
                    $detail,
                );
                continue;
            }
            if (null === $missed || !isset($missing[$circle[0]])) {
                yield new Finding(
                    'reach.circle',
                    Severity::Note,
                    $at,
                    sprintf('%s. Every answer that fits can still be reached by clicks.', $words),
                    $detail,
                );
                continue;
            }
            [$count, $first] = $missed;
            yield new Finding(
                'reach.circle',
                Severity::Blocker,
                $at,
                sprintf(
                    '%s, and a shopper cannot click her way to every answer that would fit: one waits for the ' .
                        'other. Let one of them stand without its condition.%s',
                    $words,
                    '0' === $count ? '' : sprintf(' %s combinations that would fit are missed.', $count),
                ),
                $detail + ['missed' => $count] +
                    (null === $first ? [] : ['first' => StateText::pick($reach->setup, $first)]),
            );
        }
    }

    /**
     * What would be consistent and complete, but no clicks reach: how many combinations, and the first of them.
     *
     * @return array{string, State|null}|null null where clicks miss nothing that could be completed
     */
    private function missed(Reach $reach): ?array
    {
        $consistent = new Reach($reach->setup, true);
        if (0 === gmp_cmp($consistent->completeStates(), $reach->completeStates())) {
            return null;
        }
        $all = new Listing($consistent, Listing::OFFERED);

        return [
            gmp_strval(gmp_sub($consistent->offered(), $reach->offered())),
            $all->firstBeyond(new Listing($reach, Listing::OFFERED)),
        ];
    }

    /**
     * A shortest way around, from the first member back to it.
     *
     * @param list<int> $circle
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
