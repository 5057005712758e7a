<?php

declare(strict_types=1);

namespace Ithrel\Core\Page;

use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Setup;

/**
 * What a line of a cart carries, read out of the words in it: each label that the setup knows, and what stands behind
 * it.
 */
final readonly class CarriedEntries
{
    /** Where one element ends and the next begins (a zero width space). */
    private const SEAM = "\u{200B}";

    /** How shops say that something was not chosen, in some languages (common practice, no source). */
    private const NO = [
        'no',
        'none',
        '-',
        '–',
        '—',
        '0',
        '✗',
        '✘',
        '×',
        'false',
        'nein',
        'non',
        'não',
        'nee',
        'nej',
        'nei',
        'ei',
        'nie',
        'ne',
        'nem',
        'nu',
        'нет',
        'ні',
        'όχι',
        'hayır',
        'لا',
        'לא',
        'いいえ',
        'なし',
        '否',
        '不',
        '아니요',
    ];

    public function __construct(private Setup $setup) {}

    /**
     * @param list<array{label: string, value: string}> $expected
     *
     * @return list<array{label: string, value: string}> as found, in the setup's own words where they mean the same
     */
    public function read(PageElement $line, array $expected): array
    {
        $chunks = self::chunks($line);
        $labels = $flags = [];
        foreach ($this->setup->options as $option) {
            // Of two options with one label none is known by it.
            $flags[$option->label] = Kind::Flag === $option->kind && !isset($labels[Wording::plain($option->label)]);
            $labels[Wording::plain($option->label)] = $option->label;
        }
        foreach ($this->setup->item->data as $data) {
            $labels[Wording::plain($data->label)] = $data->label;
        }
        $found = [];
        foreach ($this->pairs($chunks, $labels) as [$label, $value]) {
            $own = $labels[Wording::plain($label)];
            $isFlag = $flags[$own] ?? false;
            $isNo = $isFlag && in_array(mb_strtolower(trim($value)), self::NO, true);
            if ($isNo && !in_array($own, array_column($expected, 'label'), true)) {
                // A shop that says of everything whether it was chosen carries what was not, as not chosen.
                continue;
            }
            // Whether something was chosen each shop says in its own words.
            $wanted = null;
            foreach ($expected as $e) {
                if ($e['label'] === $own && ($isFlag ? !$isNo : self::isSame($e['value'], $value))) {
                    $wanted ??= $e['value'];
                }
            }
            // A value that is carried with or without the charge in its label is the same value.
            $found[] = ['label' => $own, 'value' => $wanted ?? $value];
        }
        $plain = static fn(string $text): string => (string) preg_replace('/\s+/u', ' ', $text);
        $said = $plain(self::whole(implode("\n", $chunks)));
        foreach ($expected as $entry) {
            $of = static fn(array $list): int => count(array_keys(array_column($list, 'label'), $entry['label'], true));
            if (
                !in_array($entry, $found, true) &&
                $of($found) < $of($expected) &&
                (str_contains($said, $plain($entry['value'])) ||
                    str_contains($said, $plain(Wording::withoutCharge($entry['value']))))
            ) {
                // A shop may carry values without their labels.
                $found[] = $entry;
            }
        }
        // The order of the shop's own words is not looked at where a label stands alone.
        $rank = array_flip(array_map(static fn(array $e): string => $e['label'], $expected));
        $at = array_flip(array_map(static fn(array $e): string => $e['label'] . "\n" . $e['value'], $expected));
        usort(
            $found,
            static fn(array $a, array $b): int => ($at[$a['label'] . "\n" . $a['value']] ??
                ($rank[$a['label']] ?? 999)) <=>
                ($at[$b['label'] . "\n" . $b['value']] ?? ($rank[$b['label']] ?? 999)),
        );

        return $found;
    }

    private static function isSame(string $wanted, string $found): bool
    {
        $plain = static fn(string $text): string => trim((string) preg_replace('/\s+/u', ' ', $text));
        if (
            $plain($wanted) === $plain($found) ||
            $plain(Wording::withoutCharge($wanted)) === $plain(Wording::withoutCharge($found))
        ) {
            return true;
        }
        $parts = static fn(string $text): array => array_map(
            static fn(string $p): string => $plain(Wording::withoutCharge($p)),
            explode(';', (string) preg_replace('/\s*[;,]\s*/u', ';', $text)),
        );

        return str_contains($wanted, ';') && $parts($wanted) === $parts($found);
    }

    /**
     * Labels with what stands behind them: "Size: Large" in one run of words, or a label in one and its value in the
     * next.
     *
     * @param list<string> $chunks
     * @param array<string, string> $labels
     *
     * @return list<array{string, string}>
     */
    private function pairs(array $chunks, array $labels): array
    {
        $pairs = $read = [];
        for ($i = 0; $i < count($chunks); ++$i) {
            $chunk = $chunks[$i];
            if (isset($labels[Wording::plain(self::whole($chunk))])) {
                $next = $chunks[$i + 1] ?? null;
                $read[$i] = true;
                if (null !== $next && !isset($labels[Wording::plain(self::whole($next))])) {
                    $pairs[] = [self::whole($chunk), $next];
                    $read[++$i] = true;
                } else {
                    $pairs[] = [self::whole($chunk), ''];
                }
                continue;
            }
            foreach ($labels as $label) {
                if (
                    1 ===
                    preg_match(
                        '/^' .
                            preg_quote(rtrim($label, ' *:'), '/') .
                            '[\s' .
                            self::SEAM .
                            ']*\*?[\s' .
                            self::SEAM .
                            ']*[:=–-]\s*(.*)$/isu',
                        $chunk,
                        $m,
                    )
                ) {
                    $pairs[] = [$label, trim($m[1])];
                    $read[$i] = true;
                    break;
                }
            }
        }

        // A label set apart by its type alone, "Size Large", where it stands nowhere else.
        $known = array_map(static fn(array $pair): string => Wording::plain($pair[0]), $pairs);
        // The longest first, as "Width in inches" begins with "Width".
        uksort($labels, static fn(string $a, string $b): int => mb_strlen($b) <=> mb_strlen($a));
        foreach ($labels as $plain => $label) {
            foreach (in_array($plain, $known, true) ? [] : array_diff_key($chunks, $read) as $i => $chunk) {
                if (
                    1 ===
                    preg_match(
                        '/^' .
                            preg_quote(rtrim($label, ' *:'), '/') .
                            '(?:[\s' .
                            self::SEAM .
                            ']*\*)?[\s' .
                            self::SEAM .
                            ']+(.+)$/isu',
                        $chunk,
                        $m,
                    )
                ) {
                    $pairs[] = [$label, trim($m[1])];
                    $read[$i] = true;
                    break;
                }
            }
        }

        return array_map(static fn(array $pair): array => [$pair[0], self::whole($pair[1])], $pairs);
    }

    /** Without the seams between elements. */
    private static function whole(string $text): string
    {
        return trim(str_replace(self::SEAM, '', $text));
    }

    /**
     * Runs of words as blocks hold them.
     *
     * @return list<string>
     */
    private static function chunks(PageElement $element): array
    {
        $chunks = [];
        $run = '';
        $flush = static function () use (&$chunks, &$run): void {
            // By pattern, as trim() knows bytes alone and would cut a sign that begins with those of the seam.
            $text = (string) preg_replace(
                ['/[ \t\x{A0}]+/u', '/^[\s' . self::SEAM . ']+|[\s' . self::SEAM . ']+$/u'],
                [' ', ''],
                $run,
            );
            if ('' !== $text) {
                $chunks[] = $text;
            }
            $run = '';
        };
        $walk = static function (PageElement $node) use (&$walk, &$run, $flush): void {
            foreach ($node->children as $child) {
                if ('#text' === $child->tag) {
                    $run .= $child->isShown ? $child->name : ('' === trim($child->name) ? ' ' : '');
                } elseif (
                    in_array($child->tag, ['span', 'b', 'i', 'em', 'strong', 'small', 'bdi', 'a', 'u', 'mark'], true)
                ) {
                    // Whether a blank stands between two elements is not told; a label may end here.
                    $run .= '' === $run || str_ends_with($run, self::SEAM) ? '' : self::SEAM;
                    $walk($child);
                    $run .= self::SEAM;
                } elseif (!in_array($child->tag, ['script', 'style', 'select', 'button'], true)) {
                    $flush();
                    $walk($child);
                    $flush();
                }
            }
        };
        $walk($element);
        $flush();

        return $chunks;
    }
}
