<?php

declare(strict_types=1);

namespace Ithrel\Core\Document;

/**
 * Reads JSON text strictly: no doubled keys, no fractions that a binary float would bend,
 * no nesting or size beyond what a setup can need, and an error that names line and column.
 */
final class JsonText
{
    /** Bytes. The largest setups seen (5 000 rows, 200 options) stay under 2 MB. */
    public const MAX_BYTES = 16_000_000;

    /** Levels of arrays and objects. */
    public const MAX_DEPTH = 120;

    private const TOKEN =
        '/\G(?:[ ' .
        '\t\n\r]+|"(?:[^"\\\\\x00-\x1f]|\\\\(?:["\\\\\/bfnrt]|u[0-9a-fA-F]{4}))*+"|-?(?:0|[1-9][0-9]*+)(?:\.[0-9]++)?+(?:[eE][+-]?[0-9]++)?+|true|false|null|[{}\[\]:,])/A';

    /**
     * @return mixed objects as \stdClass, arrays as lists; keys whose value is null are left out
     *
     * @throws UnreadableDocument with one problem
     */
    public static function decode(string $json): mixed
    {
        if (strlen($json) > self::MAX_BYTES) {
            throw UnreadableDocument::at(
                '',
                sprintf(
                    'The document is larger than %s bytes, the most that is read.',
                    number_format(self::MAX_BYTES, 0, '.', ' '),
                ),
            );
        }
        $json = self::withoutMark($json);
        try {
            $value = json_decode($json, false, self::MAX_DEPTH, JSON_THROW_ON_ERROR | JSON_BIGINT_AS_STRING);
        } catch (\JsonException $e) {
            throw UnreadableDocument::at('', self::explain($json, $e));
        }
        $keys = 0;
        $misfit = self::inspect($value, '', $keys);
        self::refuseDoubledKeys($json, $keys);
        if (null !== $misfit) {
            throw $misfit;
        }

        return $value;
    }

    /**
     * The members of an object that was read before: its objects as arrays by key.
     *
     * @return array<string, mixed> none where the text is no object
     *
     * @throws \JsonException
     */
    public static function members(string $json): array
    {
        $value = json_decode(self::withoutMark($json), true, self::MAX_DEPTH, JSON_THROW_ON_ERROR);

        return is_array($value) ? array_filter($value, is_string(...), ARRAY_FILTER_USE_KEY) : [];
    }

    /** The mark with which some editors begin a file is no part of the text. */
    private static function withoutMark(string $json): string
    {
        return str_starts_with($json, "\u{FEFF}") ? substr($json, 3) : $json;
    }

    private static function explain(string $json, \JsonException $e): string
    {
        if (JSON_ERROR_DEPTH === $e->getCode()) {
            return sprintf('The document nests deeper than %d levels.', self::MAX_DEPTH);
        }
        if (JSON_ERROR_INVALID_PROPERTY_NAME === $e->getCode()) {
            return 'A key begins with the character U+0000, which no key here does.';
        }
        if (!mb_check_encoding($json, 'UTF-8')) {
            return 'The document is not UTF-8 text.';
        }
        if ('' === trim($json)) {
            return 'The document is empty; a JSON object was expected.';
        }
        [$offset, $reason] = self::firstError($json);
        $before = substr($json, 0, $offset);
        $line = substr_count($before, "\n") + 1;
        $column = mb_strlen(substr($before, (int) strrpos("\n" . $before, "\n")), 'UTF-8') + 1;

        return sprintf('This is not JSON: %s at line %d, column %d.', $reason, $line, $column);
    }

    /**
     * Walks the tokens with the grammar of RFC 8259 up to the first one that does not fit.
     *
     * @return array{int, string} byte offset and what was met there
     */
    private static function firstError(string $json): array
    {
        $length = strlen($json);
        $stack = [];
        $want = 'value';
        for ($at = 0; $at < $length; $at += strlen($token)) {
            if (1 !== preg_match(self::TOKEN, $json, $m, 0, $at)) {
                return [$at, 'unexpected ' . self::quote($json, $at)];
            }
            $token = $m[0];
            $first = $token[0];
            if (str_contains(" \t\n\r", $first)) {
                continue;
            }
            $closes =
                ('}' === $first && in_array($want, ['key or }', ', or }'], true)) ||
                (']' === $first && in_array($want, ['value or ]', ', or ]'], true));
            $fits =
                $closes ||
                match ($want) {
                    'value', 'value or ]' => !str_contains('}]:,', $first),
                    'key', 'key or }' => '"' === $first,
                    ':' => ':' === $first,
                    ', or }', ', or ]' => ',' === $first,
                    default => false,
                };
            if (!$fits) {
                return [$at, sprintf('%s was expected, %s found', $want, self::quote($json, $at))];
            }
            if ('{' === $first || '[' === $first) {
                $stack[] = $first;
                $want = '{' === $first ? 'key or }' : 'value or ]';
                continue;
            }
            if (',' === $first) {
                $want = '{' === end($stack) ? 'key' : 'value';
                continue;
            }
            if (str_starts_with($want, 'key') && !$closes) {
                $want = ':';
                continue;
            }
            if (':' === $first) {
                $want = 'value';
                continue;
            }
            if ($closes) {
                array_pop($stack);
            }
            $want = [] === $stack ? 'end of the document' : ('{' === end($stack) ? ', or }' : ', or ]');
        }

        return [$length, 'the document ends too early'];
    }

    private static function quote(string $json, int $at): string
    {
        $piece = mb_substr(mb_strcut($json, $at, 48, 'UTF-8'), 0, 12, 'UTF-8');

        return '"' . preg_replace(['/(?<=.)[\s,}\]].*$/su', '/[\x00-\x1f\x7f]/'], ['', '?'], $piece) . '"';
    }

    /**
     * PHP's decoder keeps the last of two equal keys without a word. Where the text has as many keys as what was read
     * of it, none is doubled; only else is the text walked token by token, to say where.
     *
     * @throws UnreadableDocument
     */
    private static function refuseDoubledKeys(string $json, int $keys): void
    {
        $count = preg_match_all('/"(?:[^"\\\\]++|\\\\.)*+"\s*+(?:(?!:)(*SKIP)(*FAIL)|:)/s', $json);
        if (false === $count) {
            throw UnreadableDocument::at('', 'The document could not be scanned for doubled keys.');
        }
        if ($count !== $keys) {
            throw UnreadableDocument::at(self::firstDoubledKey($json), 'This key stands twice in one object.');
        }
    }

    /** JSON Pointer of the first key that its object had before. */
    private static function firstDoubledKey(string $json): string
    {
        /** @var array<int, array<string, true>> $seen depth => keys of the object there */
        $seen = [];
        /** @var array<int, int|null> $index depth => index in the list there; null in an object */
        $index = [];
        /** @var list<string> $path */
        $path = [];
        $depth = -1;
        for (
            $at = 0;
            1 ===
            preg_match('/"((?:[^"\\\\]++|\\\\.)*+)"(\s*+:)?|[{}\[\],]/s', $json, $token, PREG_OFFSET_CAPTURE, $at);

        ) {
            $at = $token[0][1] + strlen($token[0][0]);
            $first = $token[0][0][0];
            if ('"' === $first) {
                if (!isset($token[2])) {
                    continue;
                }
                $raw = $token[1][0];
                $unescaped = str_contains($raw, '\\') ? json_decode('"' . $raw . '"') : $raw;
                $key = is_string($unescaped) ? $unescaped : $raw;
                $path[$depth] = $key;
                if (isset($seen[$depth]['k' . $key])) {
                    return Pointer::of(array_slice($path, 0, $depth + 1));
                }
                $seen[$depth]['k' . $key] = true;
            } elseif ('{' === $first || '[' === $first) {
                $seen[++$depth] = [];
                $index[$depth] = '[' === $first ? 0 : null;
                $path[$depth] = '0';
            } elseif (',' === $first) {
                $member = $index[$depth] ?? null;
                if (null !== $member) {
                    $index[$depth] = $member + 1;
                    $path[$depth] = (string) ($member + 1);
                }
            } else {
                --$depth;
            }
        }

        return '';
    }

    /**
     * Drops nulls, counts the keys that were there with them, and gives the first thing that cannot stand here.
     */
    private static function inspect(mixed $value, string $at, int &$keys): ?UnreadableDocument
    {
        $misfit = null;
        if (is_float($value)) {
            return UnreadableDocument::at(
                $at,
                'A number with a fraction or an exponent is written as a decimal string, like "12.50".',
            );
        }
        if (is_array($value)) {
            foreach ($value as $i => $item) {
                if (null === $item) {
                    $misfit ??= UnreadableDocument::at($at . '/' . $i, 'null cannot stand in a list.');
                } elseif (!is_string($item) && !is_bool($item) && !is_int($item)) {
                    $found = self::inspect($item, $at . '/' . $i, $keys);
                    $misfit ??= $found;
                }
            }
        } elseif ($value instanceof \stdClass) {
            foreach (get_object_vars($value) as $key => $item) {
                ++$keys;
                if (null === $item) {
                    unset($value->{$key});
                } elseif (!is_string($item) && !is_bool($item) && !is_int($item)) {
                    $found = self::inspect($item, $at . '/' . Pointer::escape((string) $key), $keys);
                    $misfit ??= $found;
                }
            }
        }

        return $misfit;
    }
}
