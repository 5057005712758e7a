<?php

declare(strict_types=1);

namespace Ithrel\Core\Boundary;

use Ithrel\Core\Limit\Candidates;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Value;

/**
 * One pick too few, the fewest, the most, one too many.
 */
final readonly class PickCandidates
{
    public function __construct(private Option $option) {}

    public function into(Candidates $to): void
    {
        $picks = $this->option->picks ?? throw new \LogicException('A several has picks.');
        $codes = $this->codes();
        // The edges themselves first, so that a number of picks is named by what it is, not by what it is beside.
        $edges = [
            ...$picks->min > 0 ? [[$picks->min, 'the fewest picks'], [$picks->min - 1, 'one pick too few']] : [],
            ...null === $picks->max ? [] : [[$picks->max, 'the most picks'], [$picks->max + 1, 'one pick too many']],
        ];
        $beside = [
            ...$picks->min > 0 ? [[$picks->min + 1, 'one more than the fewest picks']] : [],
            ...null === $picks->max ? [] : [[$picks->max - 1, 'one below the most picks']],
        ];
        $wanted = [];
        foreach ([true => $edges, false => $beside] as $isEdge => $numbers) {
            foreach ($numbers as [$count, $about]) {
                $wanted[$count] ??= [$about, (bool) $isEdge];
            }
        }
        ksort($wanted);
        foreach ($wanted as $count => [$about, $isEdge]) {
            if ($count > count($codes)) {
                $to->left[] = sprintf(
                    '%s: %d, but only %d values are offered.',
                    ucfirst($about),
                    $count,
                    count($codes),
                );
            } elseif ($count > 0) {
                $words = sprintf('%s: %d', $about, $count);
                $isEdge
                    ? $to->edge('picks', $words, array_slice($codes, 0, $count))
                    : $to->add($words, array_slice($codes, 0, $count));
            }
        }
    }

    /**
     * @return list<string> values that are offered, those without a condition first
     */
    private function codes(): array
    {
        $offered = array_filter($this->option->values, static fn(Value $value): bool => !$value->hidden);
        $free = array_filter($offered, static fn(Value $value): bool => null === $value->allowedWhen);
        $bound = array_filter($offered, static fn(Value $value): bool => null !== $value->allowedWhen);

        return array_map(static fn(Value $value): string => $value->code, [
            ...array_values($free),
            ...array_values($bound),
        ]);
    }
}
