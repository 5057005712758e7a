<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

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

    private const TOKEN = '/\G(?:[ \t\n\r]+|"(?:[^"\\\\\x00-\x1f]|\\\\(?:["\\\\\/bfnrt]|u[0-9a-fA-F]{4}))*+"|-?(?:0|[1-9][0-9]*+)(?:\.[0-9]++)?+(?:[eE][+-]?[0-9]++)?+|true|false|null|[{}\[\]:,])/A';

    /**
     * @return mixed objects as \stdClass, arrays as lists; keys whose value is null are left out
     *
     * @throws UnreadableDocument with one problem
     */
    public static function decode(string $json): mixed
    {
        if (strlen($json) > self::MAX_BYTES) {
            throw UnreadableDocument::at('', sprintf('The document is larger than %s bytes, the most that is read.', number_format(self::MAX_BYTES, 0, '.', ' ')));
        }
        if (str_starts_with($json, "\xEF\xBB\xBF")) {
            $json = substr($json, 3);
        }
        try {
            $value = json_decode($json, false, self::MAX_DEPTH, JSON_THROW_ON_ERROR | JSON_BIGINT_AS_STRING);
        } catch (\JsonException $e) {
            throw UnreadableDocument::at('', self::explain($json, $e));
        }
        self::refuseDoubledKeys($json);
        self::refuseFractionsAndDropNulls($value, '');

        return $value;
    }

    private static function explain(string $json, \JsonException $e): string
    {
        if (JSON_ERROR_DEPTH === $e->getCode()) {
            return sprintf('The document nests deeper than %d levels.', self::MAX_DEPTH);
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
        $column = mb_strlen(substr($before, (int) strrpos("\n".$before, "\n")), 'UTF-8') + 1;

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
                return [$at, 'unexpected '.self::quote($json, $at)];
            }
            $token = $m[0];
            $first = $token[0];
            if (str_contains(" \t\n\r", $first)) {
                continue;
            }
            $closes = ('}' === $first && in_array($want, ['key or }', ', or }'], true)) || (']' === $first && in_array($want, ['value or ]', ', or ]'], true));
            $fits = $closes || match ($want) {
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

        return '"'.preg_replace(['/(?<=.)[\s,}\]].*$/su', '/[\x00-\x1f\x7f]/'], ['', '?'], $piece).'"';
    }

    /**
     * PHP's decoder keeps the last of two equal keys without a word.
     *
     * @throws UnreadableDocument
     */
    private static function refuseDoubledKeys(string $json): void
    {
        $count = preg_match_all('/"((?:[^"\\\\]|\\\\.)*+)"(\s*+:)?|[{}\[\],]/s', $json, $tokens, PREG_SET_ORDER);
        if (false === $count) {
            throw UnreadableDocument::at('', 'The document could not be scanned for doubled keys.');
        }
        /** @var list<array<string, true>|int> $stack a set of keys for an object, an index for an array */
        $stack = [];
        /** @var list<string> $path */
        $path = [];
        $depth = -1;
        foreach ($tokens as $token) {
            $first = $token[0][0];
            if ('"' === $first) {
                if (!isset($token[2])) {
                    continue;
                }
                $raw = substr($token[0], 1, (int) strrpos($token[0], '"') - 1);
                $unescaped = str_contains($raw, '\\') ? json_decode('"'.$raw.'"') : $raw;
                $key = is_string($unescaped) ? $unescaped : $raw;
                $seen = &$stack[$depth];
                $path[$depth] = $key;
                if (is_array($seen) && isset($seen['k'.$key])) {
                    throw UnreadableDocument::at(Pointer::of(array_slice($path, 0, $depth + 1)), 'This key stands twice in one object.');
                }
                if (is_array($seen)) {
                    $seen['k'.$key] = true;
                }
                unset($seen);
            } elseif ('{' === $first) {
                $stack[++$depth] = [];
                $path[$depth] = '';
            } elseif ('[' === $first) {
                $stack[++$depth] = 0;
                $path[$depth] = '0';
            } elseif (',' === $first) {
                if (is_int($stack[$depth])) {
                    $path[$depth] = (string) ++$stack[$depth];
                }
            } else {
                --$depth;
            }
        }
    }

    /**
     * @throws UnreadableDocument
     */
    private static function refuseFractionsAndDropNulls(mixed $value, string $at): void
    {
        if (is_float($value)) {
            throw UnreadableDocument::at($at, 'A number with a fraction or an exponent is written as a decimal string, like "12.50".');
        }
        if (is_array($value)) {
            foreach ($value as $i => $item) {
                if (null === $item) {
                    throw UnreadableDocument::at($at.'/'.$i, 'null cannot stand in a list.');
                }
                if (!is_string($item)) {
                    self::refuseFractionsAndDropNulls($item, $at.'/'.$i);
                }
            }
        } elseif ($value instanceof \stdClass) {
            foreach (get_object_vars($value) as $key => $item) {
                if (null === $item) {
                    unset($value->{$key});
                } elseif (!is_string($item) && !is_bool($item)) {
                    self::refuseFractionsAndDropNulls($item, $at.'/'.Pointer::escape((string) $key));
                }
            }
        }
    }
}
