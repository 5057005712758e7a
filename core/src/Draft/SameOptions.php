<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Compare\PriceSheet;

/**
 * The options of several sources, each once: what a later source tells of one joins what an earlier one told.
 */
final class SameOptions
{
    /**
     * @param non-empty-list<DraftSource> $sources
     *
     * @return list<DraftOption>
     */
    public static function of(array $sources): array
    {
        $options = [];
        foreach ($sources as $source) {
            // A source may have two options of one label; another one then tells of the first.
            $earlier = $options;
            $conditions = new WrittenCondition($source->options);
            foreach ($source->options as $option) {
                self::sentences($source, $option, $conditions);
                $plain = PriceSheet::plain($option->label->text());
                $same = $earlier[$plain] ?? self::ofOptionCode($earlier, $option->label->text());
                if (null !== $same) {
                    self::join($same, $option);
                } else {
                    $options[isset($options[$plain]) ? $plain . ' #' . count($options) : $plain] = $option;
                }
            }
        }

        return array_values($options);
    }

    /** What a second source tells of an option that a first one told already. */
    private static function join(DraftOption $first, DraftOption $second): void
    {
        if (true === $second->kind?->isSure && true !== $first->kind?->isSure) {
            $first->kind = $second->kind;
        }
        // That every row answers is a guess; a page that does not ask for it knows better.
        $first->facts += array_filter($second->facts, static fn(Fact $fact): bool => $fact->isSure);
        foreach ($second->values as $value) {
            $same =
                $first->value($value->label->text()) ??
                (self::named($first, $value->label->text()) ?? self::ofCode($first, $value->label->text()));
            if (null === $same && $first->isExact) {
                continue;
            }
            if (null === $same) {
                $first->values[] = $value;
            } else {
                $same->facts += $value->facts;
            }
        }
    }

    /**
     * @param array<string, DraftOption> $options
     */
    private static function ofOptionCode(array $options, string $code): ?DraftOption
    {
        foreach ($options as $o) {
            if (($o->facts['code']->value ?? null) === $code) {
                return $o;
            }
        }

        return null;
    }

    private static function ofCode(DraftOption $option, string $code): ?DraftValue
    {
        foreach ($option->values as $v) {
            if (($v->facts['code']->value ?? null) === $code) {
                return $v;
            }
        }

        return null;
    }

    /** A value whose label is the same but for an amount in it. */
    private static function named(DraftOption $option, string $label): ?DraftValue
    {
        foreach ($option->values as $value) {
            $own = LabelCharge::in($value->label->text())?->name;
            if (null !== $own && PriceSheet::plain($own) === PriceSheet::plain($label)) {
                return $value;
            }
        }

        return null;
    }

    /** Conditions that a sheet tells as sentences, as the other sources tell theirs. */
    private static function sentences(DraftSource $source, DraftOption $option, WrittenCondition $conditions): void
    {
        foreach (
            [
                [$option, 'shownWhen'],
                ...array_map(static fn(DraftValue $v): array => [$v, 'allowedWhen'], $option->values),
            ]
            as [$of, $path]
        ) {
            $fact = $of->facts[$path] ?? null;
            if (is_array($fact?->value) && is_string($fact->value['sentence'] ?? null)) {
                $read = $conditions->read($fact->value['sentence']);
                unset($of->facts[$path]);
                if (null === $read) {
                    $source->leave(
                        $fact->from,
                        sprintf(
                            '"%s" could not be read as a condition.',
                            mb_strimwidth($fact->value['sentence'], 0, 80, '…', 'UTF-8'),
                        ),
                    );
                } else {
                    $of->facts[$path] = new Fact($read, $fact->from, $fact->isSure);
                }
            }
        }
    }
}
