<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Charge\FormulaCharge;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Condition\Test;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Part;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Setup\Value;

/**
 * refer.unknown: a condition, row, formula or part that names what is not there.
 */
final class UnknownReferences implements Pass
{
    public function find(Reach $reach): iterable
    {
        foreach ($this->conditions($reach->setup) as $condition) {
            foreach ($condition->tests() as $test) {
                yield from $this->test($reach->setup, $test);
            }
        }
        foreach ($reach->setup->options as $option) {
            foreach ($option->values as $value) {
                if (null !== $value->item && null === $reach->setup->part($value->item)) {
                    yield $this->unknown(
                        $value->at . '/item',
                        'part',
                        $value->item,
                        array_map(static fn(Part $p): string => $p->sku, $reach->setup->parts),
                    );
                }
            }
        }
        yield from $this->looks($reach->setup);
        yield from $this->rows($reach->setup);
        yield from $this->formulas($reach->setup);
    }

    /**
     * Options that places take, and that say how a text looks.
     *
     * @return iterable<Finding>
     */
    private function looks(Setup $setup): iterable
    {
        $codes = static fn(Option ...$options): array => array_map(
            static fn(Option $o): string => $o->code,
            array_values($options),
        );
        $placeable = $codes(
            ...array_filter(
                $setup->options,
                static fn(Option $o): bool => Kind::Text === $o->kind || Kind::File === $o->kind,
            ),
        );
        foreach ($setup->views as $view) {
            foreach ($view->places as $place) {
                foreach ($place->takes ?? [] as $i => $code) {
                    if (!in_array($code, $placeable, true)) {
                        yield $this->unknown($place->at . '/takes/' . $i, 'text or file', $code, $placeable);
                    }
                }
            }
        }
        foreach ($setup->options as $option) {
            foreach ($option->styled as $i => $code) {
                if (null === $setup->option($code)) {
                    yield $this->unknown($option->at . '/styled/' . $i, 'option', $code, $codes(...$setup->options));
                }
            }
        }
    }

    /**
     * @return iterable<Condition>
     */
    private function conditions(Setup $setup): iterable
    {
        foreach ($setup->options as $option) {
            yield from array_filter([$option->shownWhen]);
            foreach ($option->values as $value) {
                yield from array_filter([$value->allowedWhen]);
            }
        }
        foreach ($setup->guards as $guard) {
            yield from array_filter([$guard->never, $guard->always]);
        }
        foreach ($setup->charges as $charge) {
            yield from array_filter([$charge->when]);
        }
    }

    /**
     * @return iterable<Finding>
     */
    private function test(Setup $setup, Test $test): iterable
    {
        $code = $test->option();
        if (null === $code) {
            return;
        }
        $option = $setup->option($code);
        if (null === $option) {
            yield $this->unknown(
                $test->at(),
                'option',
                $code,
                array_map(static fn(Option $o): string => $o->code, $setup->options),
            );

            return;
        }
        if (!$test->fits($option)) {
            yield new Finding(
                'refer.unknown',
                Severity::Blocker,
                $test->at(),
                sprintf(
                    'This asks %s (a %s) what it cannot answer, so it is never met.',
                    $option->name(),
                    $option->kind->value,
                ),
                ['option' => $code, 'kind' => $option->kind->value],
            );

            return;
        }
        foreach ($test->values() as $value) {
            if (null === $option->value($value)) {
                yield $this->unknown(
                    $test->at(),
                    sprintf('value of %s', $option->name()),
                    $value,
                    array_map(static fn(Value $v): string => $v->code, $option->values),
                );
            }
        }
    }

    /**
     * @return iterable<Finding>
     */
    private function rows(Setup $setup): iterable
    {
        $codes = array_map(static fn(Option $o): string => $o->code, $setup->options);
        foreach ($setup->variants->by ?? [] as $i => $code) {
            if (true !== $setup->option($code)?->kind->isChoice()) {
                yield $this->unknown('/variants/by/' . $i, 'choice', $code, $codes);
            }
        }
        foreach ($setup->variants->rows ?? [] as $row) {
            foreach ($row->pick as $code => $pick) {
                $option = $setup->option($code);
                if (null === $option || !in_array($code, $setup->variants->by ?? [], true)) {
                    yield $this->unknown(
                        $row->at . '/pick',
                        'option that rows are told apart by',
                        $code,
                        $setup->variants->by ?? [],
                    );
                } elseif (!is_bool($pick)) {
                    foreach (is_string($pick) ? [$pick] : $pick as $value) {
                        if (Kind::Flag === $option->kind || null === $option->value($value)) {
                            yield $this->unknown(
                                $row->at . '/pick',
                                sprintf('value of %s', $option->name()),
                                $value,
                                array_map(static fn(Value $v): string => $v->code, $option->values),
                            );
                        }
                    }
                }
            }
        }
    }

    /**
     * @return iterable<Finding>
     */
    private function formulas(Setup $setup): iterable
    {
        $charges = array_map(static fn($c) => $c->charge, $setup->charges);
        foreach ($setup->options as $option) {
            array_push($charges, $option->charge, ...array_map(static fn(Value $v) => $v->charge, $option->values));
        }
        foreach ($charges as $charge) {
            if (!($charge instanceof FormulaCharge)) {
                continue;
            }
            foreach ($charge->formula->names() as ['name' => $name, 'function' => $function]) {
                if (in_array($name, ['base', 'quantity'], true) && null === $function) {
                    continue;
                }
                $dot = strpos($name, '.');
                $code = false === $dot ? $name : substr($name, 0, $dot);
                $figure = false === $dot ? null : substr($name, $dot + 1);
                if ('levels' === $code && null !== $figure && [] !== $setup->levels->codes()) {
                    if (null === $setup->levels->amount($figure)) {
                        yield $this->unknown($charge->at . '/expr', 'price level', $figure, $setup->levels->codes());
                    }
                    continue;
                }
                $option = $setup->option($code);
                $wanted = match ($function) {
                    'chars' => Kind::Text,
                    'files' => Kind::File,
                    'picks' => Kind::Several,
                    'to' => Kind::Number,
                    'filled' => null,
                    default => null === $figure ? Kind::Number : null,
                };
                if (
                    null === $option ||
                    (null !== $wanted && $option->kind !== $wanted) ||
                    (null !== $figure && !$option->kind->isPick())
                ) {
                    yield $this->unknown(
                        $charge->at . '/expr',
                        null === $wanted ? 'option' : $wanted->value . ' option',
                        $code,
                        array_map(static fn(Option $o): string => $o->code, $setup->options),
                    );
                } elseif (null !== $figure) {
                    $figures = array_keys(
                        array_merge([], ...array_map(static fn(Value $v): array => $v->figures, $option->values)),
                    );
                    if (!in_array($figure, $figures, true)) {
                        yield $this->unknown(
                            $charge->at . '/expr',
                            sprintf('figure of %s', $option->name()),
                            $figure,
                            $figures,
                        );
                    }
                }
            }
        }
    }

    /**
     * @param list<string> $known
     */
    private function unknown(string $at, string $what, string $name, array $known): Finding
    {
        $nearest = null;
        $least = PHP_INT_MAX;
        foreach ($known as $candidate) {
            $distance = levenshtein(mb_strtolower(substr($name, 0, 100)), mb_strtolower(substr($candidate, 0, 100)));
            if ($candidate !== $name && $distance < $least) {
                [$nearest, $least] = [$candidate, $distance];
            }
        }
        $onlyCase =
            null !== $nearest &&
            mb_strtolower((string) preg_replace('/\s+/u', '', $name)) ===
                mb_strtolower((string) preg_replace('/\s+/u', '', $nearest));
        $close = null !== $nearest && ($onlyCase || $least <= max(1, intdiv(mb_strlen($name), 3)));

        return new Finding(
            'refer.unknown',
            Severity::Blocker,
            $at,
            sprintf(
                'There is no %s "%s", so this is never met.%s',
                $what,
                $name,
                $close
                    ? sprintf(
                        ' The nearest is "%s"%s.',
                        $nearest,
                        $onlyCase ? ', which differs only in case or spaces' : '',
                    )
                    : '',
            ),
            ['name' => $name, 'nearest' => $close ? $nearest : null, 'onlyCaseOrSpaces' => $onlyCase],
        );
    }
}
