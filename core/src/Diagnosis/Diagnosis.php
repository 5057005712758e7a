<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis;

use Brick\Math\Exception\MathException;
use Ithrel\Core\Compare\LikelyPlaces;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Work\Budget;

/**
 * Which place of a setup a shop has otherwise, from what it did with the checks of a plan.
 *
 * Deviations are tried one after the other: what would a shop do that has the document with this one thing in it? The
 * one whose shop does most of what was seen, and least of what was not, is taken; the rest is explained on top of it,
 * until nothing is left that a deviation explains (diagnosis by models of what is wrong, after de Kleer and Williams
 * 1989, "Diagnosis with behavioral modes"; greedy, so several faults at once need not be told in the best way). What no
 * deviation explains is told by the places that its checks have in common.
 */
final class Diagnosis
{
    public const SOURCES = [
        Source\Charging::class,
        Source\Figures::class,
        Source\Texts::class,
        Source\Carrying::class,
        Source\Offers::class,
        Source\Conditions::class,
        Source\Limits::class,
        Source\Manners::class,
    ];

    /** Places named at most. */
    private const MOST = 6;

    /** Checks, of those that are not explained, that a deviation is tried on first. */
    private const SAMPLE = 8;

    /** Deviations that are tried on all checks, the best on the sample. */
    private const FINALISTS = 12;

    /** What a check counts that is explained whole. */
    private const WHOLE = 100;

    /** @var list<Seen> */
    private array $all;

    private Model $model;

    /** @var array<int, array<string, string>> check => what is explained by deviations that go not everywhere */
    private array $aside = [];

    /**
     * @param list<Seen> $seen
     */
    private function __construct(private readonly Setup $setup, string $json, array $seen)
    {
        $this->all = $seen;
        $this->model = Model::asWritten(DocumentTree::of($json), $setup);
    }

    /**
     * Where the budget that is set is nearly spent, no more deviations are tried, and what is known is told.
     *
     * @param string $json of the setup
     * @param list<Seen> $seen checks that were tried, agreeing ones too
     *
     * @return list<Likely> the one that explains most first
     */
    public static function of(Setup $setup, string $json, array $seen): array
    {
        $differing = array_filter($seen, static fn(Seen $s): bool => [] !== $s->differences);

        return [] === $differing ? [] : (new self($setup, $json, $seen))->places();
    }

    /**
     * @return list<Likely>
     */
    private function places(): array
    {
        $left = array_values(array_filter($this->all, static fn(Seen $s): bool => [] !== $s->cells));
        $likely = Strangers::of($this->setup, $left);
        $strange = array_merge([], ...array_map(static fn(Likely $l): array => $l->checks, $likely));
        $left = array_values(
            array_filter($left, static fn(Seen $s): bool => !in_array($s->check->number, $strange, true)),
        );
        while ([] !== $left && count($likely) < self::MOST) {
            $before = $this->scores($this->model, Extent::Everywhere, $this->all);
            $best = $this->best($left, $before);
            if (null === $best) {
                break;
            }
            [$deviation, $extent, $model, $scores] = $best;
            $explained = array_keys(
                array_filter(
                    $scores,
                    static fn(int $score, int $check): bool => $score > $before[$check],
                    ARRAY_FILTER_USE_BOTH,
                ),
            );
            $likely[] = new Likely($deviation->at, $explained, $deviation->as, $extent->value);
            if (Extent::Everywhere === $extent) {
                $this->model = $model;
            } else {
                foreach ($this->all as $seen) {
                    $this->aside[$seen->check->number] = [
                        ...$this->aside[$seen->check->number] ?? [],
                        ...$extent->cells($seen->check, $model->cells($seen), $this->model->cells($seen)),
                    ];
                }
            }
            $left = array_values(
                array_filter($left, static fn(Seen $s): bool => $scores[$s->check->number] < self::WHOLE),
            );
        }

        $rest = array_filter($this->all, static fn(Seen $s): bool => [] === $s->cells || in_array($s, $left, true));

        return array_slice([...$likely, ...self::inCommon(array_values($rest))], 0, self::MOST);
    }

    /**
     * What is quickly told: the places that the checks which differ have in common.
     *
     * @param list<Seen> $seen checks that were tried, agreeing ones too
     *
     * @return list<Likely>
     */
    public static function inCommon(array $seen): array
    {
        $differing = [];
        foreach ($seen as $each) {
            if ([] !== $each->differences) {
                $differing[$each->check->number] = $each->differences;
            }
        }

        return array_map(
            static fn(array $place): Likely => new Likely($place['at'], $place['checks']),
            LikelyPlaces::of(array_map(static fn(Seen $s): Check => $s->check, $seen), $differing),
        );
    }

    /**
     * @param list<Seen> $left
     * @param array<int, int> $before scores by check without it
     *
     * @return array{Deviation, Extent, Model, array<int, int>}|null
     */
    private function best(array $left, array $before): ?array
    {
        $few = Seen::spread($left, self::SAMPLE);
        $sample = [
            ...$few,
            ...Seen::spread(
                array_values(array_filter($this->all, static fn(Seen $s): bool => [] === $s->cells)),
                self::SAMPLE,
            ),
        ];
        $start = array_sum(array_map(static fn(Seen $s): int => $before[$s->check->number], $sample));
        $tried = [];
        foreach ($this->deviations($left) as $i => $deviation) {
            Budget::ask();
            if (Budget::isNearlySpent()) {
                break;
            }
            try {
                $model = $this->model->otherwise($deviation);
                $tells = $this->tells($model, $few);
            } catch (UnreadableDocument | MathException | TooLarge) {
                // No shop could have such a document.
                continue;
            }
            foreach ($tells ? Extent::cases() : [] as $e => $extent) {
                $gain = array_sum($this->scores($model, $extent, $sample)) - $start;
                if ($gain > 0) {
                    $tried[] = [$gain, -$deviation->kind, -$e, -$i, $deviation, $extent, $model];
                }
            }
            // Of a large setup thousands could be kept, each with a setup of its own.
            $tried = count($tried) > 4 * self::FINALISTS ? self::foremost($tried) : $tried;
        }
        $best = null;
        $most = 0;
        foreach (self::foremost($tried) as [, , , , $deviation, $extent, $model]) {
            $scores = $this->scores($model, $extent, $this->all);
            $gain = array_sum($scores) - array_sum($before);
            $isWhole =
                [] !==
                array_filter(
                    $scores,
                    static fn(int $score, int $check): bool => self::WHOLE === $score && $before[$check] < self::WHOLE,
                    ARRAY_FILTER_USE_BOTH,
                );
            if ($gain > $most && $isWhole) {
                [$best, $most] = [[$deviation, $extent, $model, $scores], $gain];
            }
        }

        return $best;
    }

    /**
     * The best of some, each with its gain on the sample, then with what decides among equals.
     *
     * @param list<array{int, int, int, int, Deviation, Extent, Model}> $tried
     *
     * @return list<array{int, int, int, int, Deviation, Extent, Model}>
     */
    private static function foremost(array $tried): array
    {
        usort($tried, static fn(array $a, array $b): int => array_slice($b, 0, 4) <=> array_slice($a, 0, 4));

        return array_slice($tried, 0, self::FINALISTS);
    }

    /**
     * @param list<Seen> $left
     *
     * @return iterable<int, Deviation>
     */
    private function deviations(array $left): iterable
    {
        $evidence = new Evidence($this->model->tree, $this->model, $this->setup, $left);
        $i = 0;
        foreach (self::SOURCES as $class) {
            foreach ((new $class())->of($evidence) as $deviation) {
                yield $i++ => $deviation;
            }
        }
    }

    /**
     * Whether anything is told by a model that the one so far does not tell.
     *
     * @param list<Seen> $few
     */
    private function tells(Model $model, array $few): bool
    {
        foreach ($few as $seen) {
            if (
                [] !==
                array_diff_key(array_intersect_key($model->cells($seen), $seen->cells), $this->model->cells($seen))
            ) {
                return true;
            }
        }

        return false;
    }

    /**
     * How well a shop's doing is told, check by check: 100 whole, less for a part; below 0 where something would be
     * seen of a check that agrees. Where a check differs in another way nothing is held against it: another cause may
     * have a part in it.
     *
     * @param list<Seen> $seen
     *
     * @return array<int, int> by check
     */
    private function scores(Model $model, Extent $extent, array $seen): array
    {
        $scores = [];
        foreach ($seen as $each) {
            $would = [
                ...$extent->cells($each->check, $model->cells($each), $this->model->cells($each)),
                ...$this->aside[$each->check->number] ?? [],
            ];
            $both = count(array_intersect_key($would, $each->cells));
            $any = count($would + $each->cells);
            $scores[$each->check->number] = match (true) {
                0 === $any || [] === $would => 0,
                [] === $each->cells => -self::WHOLE,
                default => intdiv(self::WHOLE * $both, $any),
            };
        }

        return $scores;
    }
}
