<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

/**
 * What guards forbid among the selectable combinations, counted.
 */
final class GuardCounts
{
    private ?\GMP $wrong = null;

    /** @var array<int, \GMP>|null by guard */
    private ?array $broken = null;

    public function __construct(private readonly Reach $reach, private readonly WhereCounts $where) {}

    /** Selectable combinations that break at least one guard. */
    public function wrongSales(): \GMP
    {
        return $this->wrong ??= $this->countWrong();
    }

    private function countWrong(): \GMP
    {
        $total = $this->reach->selectable();
        if (0 === gmp_sign($total)) {
            return $total;
        }
        $clusters = $this->clusters();
        if (null === $clusters) {
            return $total;
        }
        // An input that only guards ask can stand in two clusters; breaking a guard of either is enough.
        $safe = $total;
        foreach ($clusters as [$components, $inputs, $broken]) {
            $all = gmp_init(1);
            foreach ($components as $c) {
                $all = gmp_mul($all, Diagram::root($this->reach->components[$c]->choices, true));
            }
            // Where no input is asked, keeping all guards is as good to count, and guards come and go one after the
            // other.
            $kept = match (true) {
                Propositions::TRUE === $broken => gmp_init(0),
                $this->asksInput($broken) => gmp_sub($all, $this->where->countIn($components, $inputs, $broken)),
                default => $this->where->countIn($components, [], $this->reach->board->props->not($broken)),
            };
            $safe = gmp_mul(gmp_div_q($safe, $all), $kept);
        }

        return gmp_sub($total, $safe);
    }

    /**
     * For each guard the selectable combinations that break it.
     *
     * @return array<int, \GMP> by guard
     */
    public function broken(): array
    {
        if (null === $this->broken) {
            $this->broken = [];
            foreach ($this->reach->board->guards as $guard => $p) {
                $this->broken[$guard] = $this->where->countWhere($this->reach->board->props->not($p));
            }
        }

        return $this->broken;
    }

    /**
     * Guards that share a component, looked at together.
     *
     * @return list<array{list<int>, list<int>, int}>|null components, inputs that only guards ask, and the
     *                                                     proposition that a guard is broken; null where one always is
     */
    public function clusters(): ?array
    {
        $groups = new Groups(count($this->reach->components));
        $touched = [];
        foreach ($this->reach->board->guards as $guard => $p) {
            if (Propositions::FALSE === $p) {
                return null;
            }
            if (Propositions::TRUE !== $p) {
                $touched[$guard] = $this->where->touched($p);
                foreach ($touched[$guard][0] as $c) {
                    $groups->join($touched[$guard][0][0], $c);
                }
            }
        }
        $members = [];
        foreach ($touched as $guard => [$components]) {
            $members[[] === $components ? 'inputs' : 'c' . $groups->of($components[0])][] = $guard;
        }
        $clusters = [];
        foreach ($members as $guards) {
            $components = array_merge(...array_map(static fn(int $g): array => $touched[$g][0], $guards));
            $inputs = array_merge(...array_map(static fn(int $g): array => $touched[$g][1], $guards));
            $broken = $this->reach->board->props->any(
                array_map(fn(int $g): int => $this->reach->board->props->not($this->reach->board->guards[$g]), $guards),
            );
            $clusters[] = [array_values(array_unique($components)), array_values(array_unique($inputs)), $broken];
        }

        return $clusters;
    }

    private function asksInput(int $p): bool
    {
        foreach (array_keys($this->reach->board->props->cellsOf($p)) as $cell) {
            if ($this->reach->board->isInput($this->reach->board->cells[$cell]->option)) {
                return true;
            }
        }

        return false;
    }
}
