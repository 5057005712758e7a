<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

/**
 * What is kept of a check once it was compared: as much as somebody looks at. A shop that answers with thousands of
 * entries, or a megabyte of text, fills neither the database nor the page that shows it.
 */
final class KeptFound
{
    /** Members of a list, and differences. */
    private const MOST = 200;

    /** Characters of a text. */
    private const MOST_CHARACTERS = 4_000;

    public static function of(Found $found): Found
    {
        $kept = [];
        foreach ($found->toArray() as $key => $value) {
            $kept[$key] = self::cut($value);
        }

        return Found::fromArray($kept);
    }

    /**
     * @param list<Difference> $differences
     *
     * @return list<Difference> the last of which says how many more there are
     */
    public static function differences(array $differences): array
    {
        $kept = array_map(
            static fn(Difference $d): Difference => new Difference(
                $d->field,
                $d->stage,
                self::text($d->expected),
                self::text($d->found),
                array_slice($d->places, 0, self::MOST),
            ),
            array_slice($differences, 0, self::MOST),
        );
        $last = $differences[self::MOST] ?? null;
        if (null !== $last) {
            $more = sprintf('%d more differences, which are not kept', count($differences) - self::MOST);
            $kept[] = new Difference($last->field, $last->stage, '', $more, array_slice($last->places, 0, 1));
        }

        return $kept;
    }

    private static function cut(mixed $value): mixed
    {
        if (is_string($value)) {
            return self::text($value);
        }

        return is_array($value)
            ? array_map(self::cut(...), array_is_list($value) ? array_slice($value, 0, self::MOST) : $value)
            : $value;
    }

    private static function text(string $text): string
    {
        $length = mb_strlen($text, 'UTF-8');

        return $length <= self::MOST_CHARACTERS
            ? $text
            : sprintf(
                '%s… (%d characters more)',
                mb_substr($text, 0, self::MOST_CHARACTERS, 'UTF-8'),
                $length - self::MOST_CHARACTERS,
            );
    }
}
