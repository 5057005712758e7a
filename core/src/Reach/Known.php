<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Reach\Reason\Reasons;

/**
 * What is known of a setup: everything, or where counting would go beyond the stated bounds, what can still be proved.
 */
final class Known
{
    private ?Reasons $reasons = null;

    public function __construct(private readonly Reach $reach) {}

    /**
     * @param callable(Reach): \GMP $figure
     *
     * @return string|null exact; null where it is not known
     */
    public function count(callable $figure): ?string
    {
        try {
            return gmp_strval($figure($this->reach));
        } catch (TooLarge) {
            return null;
        }
    }

    /**
     * Dead values; where not all can be known, those that are proved to be dead.
     *
     * @return list<array{option: int, value: int, offered: bool}>
     */
    public function deadValues(): array
    {
        try {
            return $this->reach->deadValues();
        } catch (TooLarge) {
        }
        $dead = [];
        foreach ($this->reach->setup->options as $option) {
            foreach ($option->values as $value) {
                if ($this->reasons()->isProvedDead($option->index, $value->index, false)) {
                    $dead[] = ['option' => $option->index, 'value' => $value->index, 'offered' => false];
                } elseif ($this->reasons()->isProvedDead($option->index, $value->index, true)) {
                    // That it is offered is not proved; the milder cause is told.
                    $dead[] = ['option' => $option->index, 'value' => $value->index, 'offered' => true];
                }
            }
        }

        return $dead;
    }

    /**
     * Dead options; where not all can be known, those that are proved to be dead.
     *
     * @return list<int>
     */
    public function deadOptions(): array
    {
        try {
            return $this->reach->deadOptions();
        } catch (TooLarge) {
            return array_values(
                array_filter(
                    array_keys($this->reach->setup->options),
                    fn(int $o): bool => $this->reasons()->isProvedDead($o, null, false),
                ),
            );
        }
    }

    /**
     * @return list<int> none where they are not known
     */
    public function idleRows(): array
    {
        try {
            return $this->reach->idleRows();
        } catch (TooLarge) {
            return [];
        }
    }

    private function reasons(): Reasons
    {
        return $this->reasons ??= new Reasons($this->reach);
    }
}
