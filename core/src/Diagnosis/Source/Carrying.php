<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis\Source;

use Ithrel\Core\Diagnosis\Deviation;
use Ithrel\Core\Diagnosis\Evidence;
use Ithrel\Core\Diagnosis\FigureLeaves;
use Ithrel\Core\Diagnosis\Source;

/**
 * Answers and facts that are carried to other stages than the setup says, and how lines of parts are made.
 */
final class Carrying implements Source
{
    private const STAGES = ['page', 'cart', 'checkout', 'order'];

    public function of(Evidence $evidence): iterable
    {
        $tree = $evidence->tree;
        $owners = $evidence->has('entries')
            ? [
                ...array_map(static fn(int $i): array => ['options', $i], $tree->positions(['options'])),
                ...array_map(static fn(int $i): array => ['item', 'data', $i], $tree->positions(['item', 'data'])),
            ]
            : [];
        foreach ($owners as $owner) {
            $label = $tree->at([...$owner, 'label']) ?? $tree->at([...$owner, 'code']);
            if (!is_string($label)) {
                continue;
            }
            $given = $tree->at([...$owner, 'stages']);
            $now = is_array($given) ? $given : self::STAGES;
            $then = $this->stages($evidence, $label, $now);
            if ($then !== $now) {
                $at = '/' . implode('/', $owner) . '/stages';
                yield [] === $then
                    ? Deviation::entered($at, [...$owner, 'stages'], [], 'it were carried nowhere')
                    : Deviation::entered(
                        $at,
                        [...$owner, 'stages'],
                        $then,
                        sprintf(
                            'it were carried to %s, not to %s',
                            implode(', ', $then),
                            [] === $now ? 'nothing' : implode(', ', array_filter($now, is_string(...))),
                        ),
                    );
            }
        }
        if (!$evidence->has('own lines', 'line total', 'unit price', 'total', 'weight')) {
            return;
        }
        foreach (FigureLeaves::values($tree) as $value) {
            $at = FigureLeaves::pointer([...$value, 'line']);
            if ('own' === $tree->at([...$value, 'line'])) {
                yield Deviation::leftOut($at, [...$value, 'line'], 'it made no line of its own');
            } elseif (null !== $tree->at([...$value, 'item'])) {
                yield Deviation::added($at, [...$value, 'line'], 'own', 'it made a line of its own');
            }
            if (null !== $tree->at([...$value, 'item'])) {
                $isFree = true === $tree->at([...$value, 'free']);
                yield $isFree
                    ? Deviation::leftOut(
                        FigureLeaves::pointer([...$value, 'free']),
                        [...$value, 'free'],
                        'it were not free',
                    )
                    : Deviation::added(
                        FigureLeaves::pointer([...$value, 'free']),
                        [...$value, 'free'],
                        true,
                        'it were free',
                    );
            }
        }
    }

    /**
     * The stages at which an answer is found, as far as the differences tell.
     *
     * @param array<mixed> $now
     *
     * @return list<string>
     */
    private function stages(Evidence $evidence, string $label, array $now): array
    {
        $then = array_fill_keys(array_filter($now, is_string(...)), true);
        foreach ($evidence->left as $seen) {
            foreach ($seen->differences as $difference) {
                if (
                    'entries' === $difference->field &&
                    'missing' === $difference->found &&
                    str_starts_with($difference->expected, $label . ': ')
                ) {
                    unset($then[$difference->stage]);
                } elseif (
                    'entries' === $difference->field &&
                    'nothing' === $difference->expected &&
                    str_starts_with($difference->found, $label . ': ')
                ) {
                    $then[$difference->stage] = true;
                }
            }
        }

        return array_values(array_filter(self::STAGES, static fn(string $stage): bool => isset($then[$stage])));
    }
}
