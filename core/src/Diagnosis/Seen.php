<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis;

use Ithrel\Core\Compare\Difference;
use Ithrel\Core\Compare\Found;
use Ithrel\Core\Plan\Check;

/**
 * A check that was tried, what the shop did, and where that differs from what was expected.
 */
final readonly class Seen
{
    /**
     * What differs, one text a thing.
     *
     * @var array<string, string> text => its stage
     */
    public array $cells;

    /**
     * @param list<Difference> $differences
     * @param list<string> $unseen stages, and stages with a field ("cart unitPrice"), that were not looked at
     */
    public function __construct(
        public Check $check,
        public Found $found,
        public array $differences,
        private array $unseen = [],
    ) {
        $this->cells = $this->cellsOf($differences, $found);
    }

    /**
     * @param list<Difference> $differences of the same check, of another shop
     *
     * @return array<string, string> text => its stage, of what was looked at
     */
    public function cellsOf(array $differences, Found $found): array
    {
        $cells = [];
        foreach ($differences as $d) {
            $field = lcfirst(str_replace(' ', '', ucwords($d->field)));
            if (in_array($d->stage, $this->unseen, true) || in_array($d->stage . ' ' . $field, $this->unseen, true)) {
                continue;
            }
            if ('accepted' !== $d->field && 'field' !== $d->field) {
                $cells[$d->stage . ' ' . $field . ' ' . $d->expected . ' | ' . $d->found] = $d->stage;
                continue;
            }
            // What refuses tells itself: that it is refused, and each thing that it names.
            if ('accepted' === $d->field) {
                $cells['accepted ' . ($found->accepted ? 'yes' : 'no')] = $d->stage;
            }
            foreach ($found->accepted ? [] : array_unique($found->fields) as $name) {
                $cells['names ' . $name] = $d->stage;
            }
        }

        return $cells;
    }

    /** Whether one cart line was bought, so that its figures can be held against others. */
    public function isOneSale(): bool
    {
        return 1 === count($this->check->lines) &&
            $this->found->accepted &&
            1 === count($this->found->stages['cart']['lines'] ?? []);
    }

    /**
     * A few of many, from the first to the last.
     *
     * @param list<self> $all
     *
     * @return list<self>
     */
    public static function spread(array $all, int $most): array
    {
        $some = [];
        for ($i = 0, $count = min($most, count($all)); $i < $count; ++$i) {
            $some[] = $all[intdiv($i * count($all), $count)];
        }

        return $some;
    }
}
