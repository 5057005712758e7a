<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Finding\Together;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Value;

/**
 * refer.twin: things that cannot be told apart, or that a copy kept from its original.
 */
final class Twins implements Pass
{
    public function find(Reach $reach): iterable
    {
        $labels = [];
        $together = new Together($reach);
        foreach ($reach->setup->options as $option) {
            $key = mb_strtolower(trim($option->label));
            $first = $this->beside($option, $labels[$key] ?? [], $together);
            if (null !== $first) {
                yield new Finding(
                    'refer.twin',
                    Severity::Warning,
                    $option->at . '/label',
                    sprintf(
                        'Two options are both called "%s"; on the order nobody can tell them apart.',
                        $option->label,
                    ),
                    ['first' => $first->code],
                );
            }
            $labels[$key][] = $option;
            $values = $skus = [];
            foreach ($option->values as $value) {
                $name = mb_strtolower(trim($value->label));
                $other = $this->beside($value, $values[$name] ?? [], $together);
                if (null !== $other) {
                    yield new Finding(
                        'refer.twin',
                        Severity::Warning,
                        $value->at . '/label',
                        sprintf('%s offers "%s" twice.', $option->name(), $value->label),
                        ['option' => $option->code, 'first' => $other->code],
                    );
                }
                $values[$name][] = $value;
                if (null !== $value->sku && isset($skus[$value->sku])) {
                    yield new Finding(
                        'refer.twin',
                        Severity::Warning,
                        $value->at . '/sku',
                        sprintf(
                            '%s: %s has the SKU "%s" of %s. A copied value kept its original\'s SKU.',
                            $option->name(),
                            $value->label,
                            $value->sku,
                            $skus[$value->sku],
                        ),
                        ['option' => $option->code, 'sku' => $value->sku],
                    );
                }
                if (null !== $value->sku) {
                    $skus[$value->sku] ??= $value->label;
                }
            }
            yield from $this->pictures($option);
        }
    }

    /**
     * Which of some things a shopper can see beside one; what never stands beside it is told apart by that.
     *
     * @template T of Option|Value
     *
     * @param T $one
     * @param list<T> $others
     *
     * @return T|null
     */
    private function beside(Option|Value $one, array $others, Together $together): Option|Value|null
    {
        $when = static fn(Option|Value $o): ?Condition => $o instanceof Option ? $o->shownWhen : $o->allowedWhen;
        foreach ($others as $other) {
            if ($together->can($when($one), $when($other))) {
                return $other;
            }
        }

        return null;
    }

    /**
     * One picture for two values, where most have one of their own.
     *
     * @return iterable<Finding>
     */
    private function pictures(Option $option): iterable
    {
        foreach (['image' => 'picture', 'swatch' => 'swatch'] as $key => $words) {
            $pictures = array_filter(
                array_map(static fn(Value $v): ?string => 'image' === $key ? $v->image : $v->swatch, $option->values),
                is_string(...),
            );
            $own = count(array_filter(array_count_values($pictures), static fn(int $n): bool => 1 === $n));
            if (count($pictures) < 3 || 2 * $own < count(array_unique($pictures))) {
                continue;
            }
            $first = [];
            foreach ($pictures as $index => $picture) {
                if (isset($first[$picture])) {
                    yield new Finding(
                        'refer.twin',
                        Severity::Warning,
                        $option->values[$index]->at . '/' . $key,
                        sprintf(
                            '%s: %s shows the %s of %s. A copied value kept its original\'s %s.',
                            $option->name(),
                            $option->values[$index]->label,
                            $words,
                            $first[$picture],
                            $words,
                        ),
                        ['option' => $option->code, $key => $picture],
                    );
                }
                $first[$picture] ??= $option->values[$index]->label;
            }
        }
    }
}
