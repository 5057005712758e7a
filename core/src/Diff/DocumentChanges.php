<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

use Ithrel\Core\Document\Pointer;

/**
 * Every place at which two documents mean something else. Options and values are matched by code, rows by pick, parts
 * by SKU, guards and charges by id, else by position. What was added, removed, moved, and a condition that was changed,
 * is one change at its root.
 *
 * Long, as it is one walk over two documents, a method a kind of list.
 */
final class DocumentChanges
{
    /** What is compared as a whole. */
    private const WHOLE = [
        'shownWhen',
        'allowedWhen',
        'when',
        'never',
        'always',
        'charge',
        'size',
        'box',
        'pick',
        'figures',
        'steps',
    ];

    /** What a member of a list is known by: the first of these that it has. */
    private const NAMES = ['code', 'id', 'sku'];

    /** Lists in which the order means something. */
    private const ORDERED = ['options', 'values', 'charges', 'data', 'views', 'places'];

    private const WORDS = [
        'shownWhen' => 'when it is shown',
        'allowedWhen' => 'when it can be picked',
        'when' => 'when it applies',
        'never' => 'what must never be',
        'always' => 'what must always be',
        'salePrice' => 'sale price',
        'sku' => 'SKU',
        'rows' => 'rows',
        'maxBytes' => 'largest file',
        'appliesTo' => 'items it applies to',
        'by' => 'options that rows go by',
        'yes' => 'yes',
        'because' => 'reason',
    ];

    /** @var list<DocumentChange> */
    private array $changes = [];

    private function __construct() {}

    /**
     * @param array<array-key, mixed> $old as Meaning has it
     * @param array<array-key, mixed> $new
     *
     * @return list<DocumentChange> in the order of the new document, what is gone behind its siblings
     */
    public static function between(array $old, array $new): array
    {
        $changes = new self();
        $changes->objects($old, $new, '', '', '');

        return $changes->changes;
    }

    /**
     * @param array<array-key, mixed> $old
     * @param array<array-key, mixed> $new
     */
    private function objects(array $old, array $new, string $oldAt, string $newAt, string $name): void
    {
        foreach ($new as $key => $value) {
            $this->values(
                $old[$key] ?? null,
                $value,
                $oldAt . '/' . Pointer::escape((string) $key),
                $newAt . '/' . Pointer::escape((string) $key),
                $name,
                (string) $key,
            );
        }
        foreach (array_diff_key($old, $new) as $key => $value) {
            $this->values(
                $value,
                null,
                $oldAt . '/' . Pointer::escape((string) $key),
                $newAt . '/' . Pointer::escape((string) $key),
                $name,
                (string) $key,
            );
        }
    }

    private function values(mixed $old, mixed $new, string $oldAt, string $newAt, string $name, string $key): void
    {
        if (Meaning::isSame($old, $new)) {
            return;
        }
        $isWhole = in_array($key, self::WHOLE, true);
        if (
            !$isWhole &&
            (self::isOfThings($old) || self::isOfThings($new)) &&
            (is_array($old) || null === $old) &&
            (is_array($new) || null === $new)
        ) {
            $this->lists($old ?? [], $new ?? [], $oldAt, $newAt, $name, $key);
        } elseif (is_array($old) && is_array($new) && !$isWhole && !array_is_list($old) && !array_is_list($new)) {
            $this->objects($old, $new, $oldAt, $newAt, self::named($name, $key));
        } else {
            $this->changes[] = self::change($old, $new, $oldAt, $newAt, self::named($name, $key));
        }
    }

    /**
     * @param array<array-key, mixed> $old
     * @param array<array-key, mixed> $new
     */
    private function lists(array $old, array $new, string $oldAt, string $newAt, string $name, string $key): void
    {
        [$before, $after] = [self::byName($old, $key), self::byName($new, $key)];
        $moved = in_array($key, self::ORDERED, true) ? self::moved(array_keys($before), array_keys($after)) : [];
        foreach ($after as $code => [$n, $thing]) {
            $words = self::thing($name, $key, $thing, $n);
            if (!isset($before[$code])) {
                $this->changes[] = new DocumentChange($newAt . '/' . $n, 'new', null, $thing, $words . ' is new.');
                continue;
            }
            [$m, $was] = $before[$code];
            if (isset($moved[$code])) {
                $this->changes[] = new DocumentChange(
                    $newAt . '/' . $n,
                    'new',
                    (string) $m,
                    (string) $n,
                    sprintf('%s stands at place %d; it stood at %d.', $words, $n + 1, $m + 1),
                );
            }
            if (
                ($was['kind'] ?? null) !== ($thing['kind'] ?? null) ||
                ($was['how'] ?? null) !== ($thing['how'] ?? null)
            ) {
                $this->changes[] = self::change($was, $thing, $oldAt . '/' . $m, $newAt . '/' . $n, $words);
                continue;
            }
            unset($was['pick'], $thing['pick']);
            $this->objects($was, $thing, $oldAt . '/' . $m, $newAt . '/' . $n, $words);
        }
        foreach (array_diff_key($before, $after) as [$m, $was]) {
            $this->changes[] = new DocumentChange(
                $oldAt . '/' . $m,
                'old',
                $was,
                null,
                self::thing($name, $key, $was, $m) . ' is gone.',
            );
        }
    }

    /**
     * @param array<array-key, mixed> $list
     *
     * @return array<string, array{int, array<array-key, mixed>}> what it is known by => position and thing
     */
    private static function byName(array $list, string $key): array
    {
        $named = [];
        foreach (array_values($list) as $n => $thing) {
            $thing = is_array($thing) ? $thing : [];
            $name = 'rows' === $key ? self::pickOf($thing) : self::nameOf($thing);
            $name = is_string($name) ? '=' . $name : '#' . $n;
            while (isset($named[$name])) {
                $name .= '+';
            }
            $named[$name] = [$n, $thing];
        }

        return $named;
    }

    /** Whether it is a list with members that say several things each. */
    private static function isOfThings(mixed $list): bool
    {
        return is_array($list) &&
            array_is_list($list) &&
            [] !== array_filter($list, static fn(mixed $thing): bool => is_array($thing) && !array_is_list($thing));
    }

    /**
     * @param array<array-key, mixed> $thing
     */
    private static function nameOf(array $thing): mixed
    {
        foreach (self::NAMES as $key) {
            if (isset($thing[$key])) {
                return $thing[$key];
            }
        }

        return null;
    }

    /**
     * @param array<array-key, mixed> $row
     */
    private static function pickOf(array $row): string
    {
        $pick = array_filter(
            is_array($row['pick'] ?? null) ? $row['pick'] : [],
            static fn(mixed $answer): bool => false !== $answer && [] !== $answer,
        );
        ksort($pick);
        foreach ($pick as $code => $answer) {
            if (is_array($answer)) {
                sort($answer);
                $pick[$code] = $answer;
            }
        }

        return json_encode($pick, JSON_THROW_ON_ERROR);
    }

    /**
     * What does not stand in the longest run that both orders share.
     *
     * @param list<string> $before
     * @param list<string> $after
     *
     * @return array<string, true>
     */
    private static function moved(array $before, array $after): array
    {
        $place = array_flip($before);
        $common = array_values(array_filter($after, static fn(string $name): bool => isset($place[$name])));
        // The longest rising run of places, by patience sorting; each knows the one before it.
        $tops = $previous = [];
        foreach ($common as $i => $name) {
            $low = 0;
            $high = count($tops);
            while ($low < $high) {
                $middle = intdiv($low + $high, 2);
                if ($place[$common[$tops[$middle]]] < $place[$name]) {
                    $low = $middle + 1;
                } else {
                    $high = $middle;
                }
            }
            $previous[$i] = $low > 0 ? $tops[$low - 1] : -1;
            $tops[$low] = $i;
        }
        $moved = array_fill_keys($common, true);
        for ($i = [] === $tops ? -1 : $tops[count($tops) - 1]; $i >= 0; $i = $previous[$i]) {
            unset($moved[$common[$i]]);
        }

        return $moved;
    }

    private static function change(mixed $old, mixed $new, string $oldAt, string $newAt, string $name): DocumentChange
    {
        $message = match (true) {
            null === $old => sprintf('%s is new%s.', $name, is_string($new) ? ': ' . self::shown($new) : ''),
            null === $new => sprintf('%s is gone%s.', $name, is_string($old) ? '; it was ' . self::shown($old) : ''),
            (is_string($old) || is_bool($old)) && (is_string($new) || is_bool($new)) => sprintf(
                '%s was %s, is now %s.',
                $name,
                self::shown($old),
                self::shown($new),
            ),
            default => $name . ' is another.',
        };

        return new DocumentChange(null === $new ? $oldAt : $newAt, null === $new ? 'old' : 'new', $old, $new, $message);
    }

    private static function shown(bool|string $value): string
    {
        return is_bool($value) ? ($value ? 'yes' : 'no') : mb_strimwidth($value, 0, 80, '…', 'UTF-8');
    }

    private static function named(string $name, string $key): string
    {
        $words = self::WORDS[$key] ?? strtolower((string) preg_replace('/(?<=[a-z])(?=[A-Z])/', ' ', $key));

        return '' === $name ? ucfirst($words) : $name . ', ' . $words;
    }

    /**
     * @param array<array-key, mixed> $thing
     */
    private static function thing(string $name, string $key, array $thing, int $n): string
    {
        $label =
            $thing['label'] ??
            ($thing['name'] ?? ($thing['because'] ?? ($thing['code'] ?? ($thing['id'] ?? ($thing['sku'] ?? null)))));
        $own =
            is_string($label) && '' !== $label
                ? $label
                : match ($key) {
                    'rows' => 'Row ' . ($n + 1),
                    'charges' => 'Charge ' . ($n + 1),
                    'guards' => 'Guard ' . ($n + 1),
                    default => ucfirst(rtrim($key, 's')) . ' ' . ($n + 1),
                };
        if ('rows' === $key) {
            $answers = [];
            foreach (is_array($thing['pick'] ?? null) ? $thing['pick'] : [] as $code => $answer) {
                $answers[] =
                    $code .
                    ' ' .
                    (is_array($answer)
                        ? implode('; ', array_filter($answer, is_scalar(...)))
                        : (is_scalar($answer)
                            ? (is_bool($answer)
                                ? 'yes'
                                : $answer)
                            : ''));
            }
            $own = 'Row ' . ($n + 1) . ' (' . implode(', ', $answers) . ')';
        }

        return 'values' === $key ? $name . ': ' . $own : $own;
    }
}
