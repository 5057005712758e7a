<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Table\Heading;

/**
 * What somebody who writes a table means: an option by its code, label or name, a value by its code or label. Where
 * that is none, what stands in brackets, or an amount at the end, does not count on either side: "Gift wrap" is "Gift
 * wrap (+4.00)", "Initials (max 3)" is "Initials"; unless two are alike then.
 */
final class Named
{
    /**
     * @param (\Closure(Option): bool)|null $isMeant which options can be meant; null: all that can be answered
     */
    public static function option(Setup $setup, string $title, ?\Closure $isMeant = null): ?Option
    {
        $found = self::options($setup, $title, $isMeant);

        return 1 === count($found) ? $found[0] : null;
    }

    /**
     * All that a title can mean; more than one where it could be any of them.
     *
     * @param (\Closure(Option): bool)|null $isMeant which options can be meant; null: all that can be answered
     *
     * @return list<Option>
     */
    public static function options(Setup $setup, string $title, ?\Closure $isMeant = null): array
    {
        $isMeant ??= static fn(Option $o): bool => Kind::Note !== $o->kind;
        $options = array_values(array_filter($setup->options, $isMeant));
        $found = Heading::named(
            $title,
            array_map(static fn(Option $o): array => [$o->code, $o->label, $o->name()], $options),
        );
        if ([] === $found) {
            $short = self::only(array_map(static fn(Option $o): array => [$o->label, $o->name()], $options), $title);
            $found = null === $short ? [] : [$short];
        }

        return array_map(static fn(int $i): Option => $options[$i], $found);
    }

    /** Whether a title is what an option is called, in any letter case, and not only begins so. */
    public static function isExactly(Option $option, string $title): bool
    {
        $names = array_map(Heading::plain(...), [$option->code, $option->label, $option->name()]);

        return in_array(Heading::plain($title), $names, true);
    }

    /**
     * @return int|null its number
     */
    public static function value(Option $option, string $name): ?int
    {
        $found = $option->value($name)?->index;
        foreach ($option->values as $value) {
            $found ??=
                PriceSheet::plain($value->label) === PriceSheet::plain($name) || 0 === strcasecmp($value->code, $name)
                    ? $value->index
                    : null;
        }

        return $found ?? self::only(array_map(static fn($v): array => [$v->label], $option->values), $name);
    }

    /**
     * @param array<int, list<string>> $names
     *
     * @return int|null key of the only one that is called so without what does not count
     */
    private static function only(array $names, string $wanted): ?int
    {
        $short = self::short($wanted);
        $found = array_keys(
            array_filter(
                $names,
                static fn(array $all): bool => '' !== $short &&
                    in_array($short, array_map(self::short(...), $all), true),
            ),
        );

        return 1 === count($found) ? $found[0] : null;
    }

    /** What stands in brackets, or an amount at the end, left out; letter case and needless blanks too. */
    public static function short(string $text): string
    {
        $without = PriceSheet::plain($text);
        do {
            $before = $without;
            $without = PriceSheet::plain(
                (string) preg_replace(
                    [
                        '/\s*[\(\[（][^()\[\]（）]*[\)\]）]$/u',
                        '/\s[+\-−]\s?\p{Sc}?\d[\d.,]*\s?(?:\p{Sc}|[A-Za-z]{3})?$/u',
                    ],
                    '',
                    $without,
                ),
            );
        } while ($without !== $before && '' !== $without);

        return '' === $without ? PriceSheet::plain($text) : $without;
    }
}
