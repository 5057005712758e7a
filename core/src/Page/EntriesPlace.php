<?php

declare(strict_types=1);

namespace Ithrel\Core\Page;

/**
 * Learns where a page shows the answers given so far, apart from the fields that ask for them: the innermost place that
 * has each label that it must have, no field, and other words when the answers are others.
 *
 * @phpstan-type Entry array{label: string, value: string}
 */
final readonly class EntriesPlace
{
    private const MOST_TEXT = 3_000;
    private const FIELDS = ['input', 'select', 'textarea', 'button', 'form'];

    public function __construct(private CarriedEntries $reader) {}

    /**
     * @param list<array{PageSnapshot, list<Entry>}> $seen pages, with what each has to show
     *
     * @return string|null its signature
     */
    public function learn(array $seen): ?string
    {
        $seen = array_values(array_filter($seen, static fn(array $s): bool => [] !== $s[1]));
        $texts = array_unique(array_map(static fn(array $s): string => json_encode($s[1], JSON_THROW_ON_ERROR), $seen));
        if (count($texts) < 2) {
            // What never changes cannot be told from what stands there anyway.
            return null;
        }
        $best = [0, null];
        foreach ($this->candidates(...$seen[0]) as $signature) {
            $fits = $this->fits($signature, $seen);
            // Of those that fit alike the innermost, which comes last.
            if ($fits > 0 && $fits >= $best[0]) {
                $best = [$fits, $signature];
            }
        }

        return $best[1];
    }

    /**
     * @param list<Entry> $expected
     *
     * @return list<string> the outermost first
     */
    private function candidates(PageSnapshot $page, array $expected): array
    {
        $signatures = [];
        foreach ($page->all() as $element) {
            if ('#text' === $element->tag || !$element->isShown || in_array($element->tag, self::FIELDS, true)) {
                continue;
            }
            $text = mb_strtolower($element->text());
            if (
                mb_strlen($text) > self::MOST_TEXT ||
                [] !==
                    array_filter(
                        $expected,
                        static fn(array $e): bool => !str_contains($text, Wording::plain($e['label'])),
                    )
            ) {
                continue;
            }
            foreach ($element->all() as $inner) {
                if (
                    in_array($inner->tag, self::FIELDS, true) ||
                    in_array(
                        $inner->attribute('role'),
                        ['listbox', 'radiogroup', 'combobox', 'radio', 'option', 'checkbox', 'switch', 'spinbutton'],
                        true,
                    )
                ) {
                    continue 2;
                }
            }
            $signatures[] = Signature::of($element);
        }

        return $signatures;
    }

    /**
     * @param list<array{PageSnapshot, list<Entry>}> $seen
     *
     * @return int pages on which it shows just what it has to; 0 where it cannot be the place
     */
    private function fits(string $signature, array $seen): int
    {
        $equal = 0;
        foreach ($seen as [$page, $expected]) {
            $element = Signature::find($page->root, $signature);
            $read = null === $element ? [] : $this->reader->read($element, $expected);
            if (array_column($read, 'label') !== array_column($expected, 'label')) {
                return 0;
            }
            $equal += $read === $expected ? 1 : 0;
        }

        return $equal;
    }
}
