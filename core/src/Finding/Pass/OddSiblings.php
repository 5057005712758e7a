<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Value;

/**
 * sibling.odd: one or a few among siblings that lack what the others have, or have what no other has.
 */
final class OddSiblings implements Pass
{
    /** Siblings from which on it can be said what is usual among them. */
    private const FEWEST = 4;

    /** Labels that are named before the rest is counted. */
    private const MOST_NAMED = 4;

    public function find(Reach $reach): iterable
    {
        $told = [];
        foreach ($reach->setup->options as $option) {
            foreach (
                $option->kind->isPick() ? [...$this->conditions($option), ...$this->things($option)] : []
                as [$odd, $words, $what]
            ) {
                // A list that was copied with its oddity is one cause.
                $told[
                    implode("\n", [$words, ...array_map(static fn(Value $v): string => $v->label, $option->values)])
                ][] = [$option, $odd, $words, $what];
            }
        }
        foreach ($told as $same) {
            yield self::finding($same);
        }
        yield from $this->lists($reach->setup->options);
    }

    /**
     * Any mix within one list: the values without a condition show beside all of those that have one.
     *
     * @return iterable<array{non-empty-list<Value>, string, string}> what is odd, how, and by what
     */
    private function conditions(Option $option): iterable
    {
        [$with, $without] = self::parted($option, static fn(Value $v): bool => null !== $v->allowedWhen);
        if ([] === $with || [] === $without) {
            return;
        }
        $words =
            count($without) <= count($with)
                ? sprintf(
                    '%s %s offered always, while %s on a condition',
                    self::names($without),
                    self::verb($without, 'is', 'are'),
                    self::others($with, 'depends', 'depend'),
                )
                : sprintf(
                    '%s %s on a condition, while %s offered always',
                    self::names($with),
                    self::verb($with, 'depends', 'depend'),
                    self::others($without, 'is', 'are'),
                );
        yield [
            count($without) <= count($with) ? $without : $with,
            $words . '. Give all their condition, or make sure that this is meant',
            'condition',
        ];
    }

    /**
     * @return iterable<array{non-empty-list<Value>, string, string}> what is odd, how, and by what
     */
    private function things(Option $option): iterable
    {
        $things = [
            'picture' => static fn(Value $v): bool => null !== $v->image,
            'swatch' => static fn(Value $v): bool => null !== $v->swatch,
            'SKU' => static fn(Value $v): bool => null !== $v->sku,
            'stock' => static fn(Value $v): bool => null !== $v->stock,
            'weight' => static fn(Value $v): bool => null !== $v->weight,
            'cost' => static fn(Value $v): bool => null !== $v->cost,
        ];
        foreach ($option->values as $value) {
            foreach (array_keys($value->figures) as $name) {
                $things['figure "' . $name . '"'] = static fn(Value $v): bool => isset($v->figures[$name]);
            }
        }
        foreach ($things as $what => $has) {
            [$with, $without] = self::parted($option, $has);
            $all = count($with) + count($without);
            if (
                $all < self::FEWEST ||
                [] === $with ||
                [] === $without ||
                4 * min(count($with), count($without)) > $all
            ) {
                continue;
            }
            yield count($without) < count($with)
                ? [
                    $without,
                    sprintf(
                        '%s %s no %s, while %s one',
                        self::names($without),
                        self::verb($without, 'has', 'have'),
                        $what,
                        self::others($with, 'has', 'have'),
                    ),
                    $what,
                ]
                : [
                    $with,
                    sprintf(
                        '%s %s a %s, while none of the other %d has one',
                        self::names($with),
                        self::verb($with, 'has', 'have'),
                        $what,
                        count($without),
                    ),
                    $what,
                ];
        }
    }

    /**
     * A list that has one value more, or less, than another one that is the same but for it.
     *
     * @param list<Option> $options
     *
     * @return iterable<Finding>
     */
    private function lists(array $options): iterable
    {
        $lists = $groups = [];
        foreach ($options as $option) {
            $labels = array_map(static fn(Value $v): string => mb_strtolower(trim($v->label)), self::offered($option));
            if ($option->kind->isPick() && count($labels) >= self::FEWEST) {
                sort($labels);
                $lists[$option->index] = array_values(array_unique($labels));
                $groups[implode("\n", $lists[$option->index])][] = $option->index;
            }
        }
        $told = [];
        foreach ($groups as $long) {
            $more = $lists[$long[0]];
            foreach ($more as $n => $missing) {
                // Without one of its values, is it a list that others have?
                $short = $groups[implode("\n", array_diff_key($more, [$n => true]))] ?? null;
                if (null === $short) {
                    continue;
                }
                // What is rarer is odd; of two, the one that lacks something.
                $isLong = count($long) < count($short);
                foreach ($isLong ? $long : $short as $odd) {
                    if (!isset($told[$odd])) {
                        $told[$odd] = self::listFinding(
                            $options[$odd],
                            $options[$isLong ? $short[0] : $long[0]],
                            $isLong,
                            $missing,
                            count($more),
                        );
                    }
                }
            }
        }
        ksort($told);
        yield from array_values($told);
    }

    /**
     * @param bool $isLong whether it is odd for one value more than the other has
     * @param string $label of the value, in small letters
     * @param int $longer how many the longer list has
     */
    private static function listFinding(Option $odd, Option $other, bool $isLong, string $label, int $longer): Finding
    {
        $named = array_values(
            array_filter(
                self::offered($isLong ? $odd : $other),
                static fn(Value $v): bool => mb_strtolower(trim($v->label)) === $label,
            ),
        )[0]->label;
        $words = sprintf(
            $isLong ? '%s offers "%s", which %s does not' : '%s does not offer "%s", which %s does',
            $odd->name(),
            $named,
            $other->name(),
        );

        return new Finding(
            'sibling.odd',
            Severity::Warning,
            $odd->at . '/values',
            sprintf(
                '%s; the rest of the two lists is the same (%d beside %d).',
                $words,
                $isLong ? $longer : $longer - 1,
                $isLong ? $longer - 1 : $longer,
            ),
            ['option' => $odd->code, 'beside' => $other->code, 'value' => $named],
        );
    }

    /**
     * @return list<Value>
     */
    private static function offered(Option $option): array
    {
        return array_values(array_filter($option->values, static fn(Value $v): bool => !$v->hidden));
    }

    /**
     * @param \Closure(Value): bool $has
     *
     * @return array{list<Value>, list<Value>} those with and those without
     */
    private static function parted(Option $option, \Closure $has): array
    {
        $offered = self::offered($option);

        return [
            array_values(array_filter($offered, $has)),
            array_values(array_filter($offered, static fn(Value $v): bool => !$has($v))),
        ];
    }

    /**
     * @param non-empty-list<Value> $values
     */
    private static function names(array $values): string
    {
        $labels = array_map(static fn(Value $v): string => $v->label, array_slice($values, 0, self::MOST_NAMED));
        $more = count($values) - count($labels);
        $last = $more > 0 ? sprintf('%d more', $more) : array_pop($labels);

        return [] === $labels ? $last : implode(', ', $labels) . ' and ' . $last;
    }

    /**
     * @param non-empty-list<Value> $values
     */
    private static function verb(array $values, string $one, string $many): string
    {
        return 1 === count($values) ? $one : $many;
    }

    /**
     * "the other 3 depend", or the only other one by its name.
     *
     * @param non-empty-list<Value> $values
     */
    private static function others(array $values, string $one, string $many): string
    {
        return 1 === count($values)
            ? $values[0]->label . ' ' . $one
            : sprintf('the other %d %s', count($values), $many);
    }

    /**
     * @param non-empty-list<array{
     *     Option,
     *     non-empty-list<Value>,
     *     string,
     *     string,
     * }> $same options with the same list and the same oddity
     */
    private static function finding(array $same): Finding
    {
        [$option, $odd, $words, $what] = $same[0];
        $at = static fn(Option $option, array $odd): string => 1 === count($odd) && $odd[0] instanceof Value
            ? $odd[0]->at
            : $option->at . '/values';
        $also = array_slice($same, 1);
        $names = array_map(static fn(array $each): string => $each[0]->name(), $also);
        $more = count($names) > self::MOST_NAMED ? sprintf(', and %d more', count($names) - self::MOST_NAMED) : '';
        $message =
            sprintf('%s: %s.', $option->name(), $words) .
            ([] === $names
                ? ''
                : ' The same in ' . implode(', ', array_slice($names, 0, self::MOST_NAMED)) . $more . '.');

        return new Finding('sibling.odd', Severity::Warning, $at($option, $odd), $message, [
            'option' => $option->code,
            'odd' => array_map(static fn(Value $v): string => $v->code, $odd),
            'what' => $what,
            'also' => array_map(static fn(array $each): string => $at($each[0], $each[1]), $also),
        ]);
    }
}
