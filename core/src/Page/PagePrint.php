<?php

declare(strict_types=1);

namespace Ithrel\Core\Page;

/**
 * By what a page is known again as it was when it was tried: what it shows as it opens, without what is another at each
 * visit.
 */
final readonly class PagePrint
{
    /**
     * @param array<string, int> $stable what two visits both showed => how often
     * @param int $other how much more there was, which is another at each visit
     */
    private function __construct(private array $stable, private int $other) {}

    /** Of two visits, one right after the other. */
    public static function of(PageSnapshot $one, PageSnapshot $two): self
    {
        [$a, $b] = [self::shown($one), self::shown($two)];
        $stable = [];
        foreach (array_intersect_key($a, $b) as $text => $times) {
            $stable[$text] = min($times, $b[$text]);
        }

        return new self($stable, array_sum($b) - array_sum($stable));
    }

    /** Whether the page still shows that, and no more. */
    public function isOf(PageSnapshot $page): bool
    {
        $now = self::shown($page);
        foreach ($this->stable as $text => $times) {
            if (($now[$text] ?? 0) < $times) {
                return false;
            }
        }

        return array_sum($now) - array_sum($this->stable) === $this->other;
    }

    /**
     * @return array{stable: array<string, int>, other: int}
     */
    public function toArray(): array
    {
        return ['stable' => $this->stable, 'other' => $this->other];
    }

    /**
     * @param array<string, mixed> $kept from toArray()
     */
    public static function fromArray(array $kept): self
    {
        $stable = [];
        foreach (is_array($kept['stable'] ?? null) ? $kept['stable'] : [] as $text => $times) {
            $stable[(string) $text] = is_int($times) ? $times : 0;
        }

        return new self($stable, is_int($kept['other'] ?? null) ? $kept['other'] : 0);
    }

    /**
     * @return array<string, int> print of a text, or of a control with what stands in it => how often it is shown
     */
    private static function shown(PageSnapshot $page): array
    {
        $shown = [];
        foreach ($page->all() as $element) {
            $says = match (true) {
                !$element->isShown => '',
                '#text' === $element->tag => trim((string) preg_replace('/\s+/u', ' ', $element->name)),
                in_array($element->tag, ['input', 'select', 'textarea', 'option', 'button', 'img'], true)
                    => $element->tag . '|' . $element->role . '|' . $element->name . '|' . $element->value,
                default => '',
            };
            if ('' !== $says) {
                // With a letter before it, so that no print is taken for a number.
                $key = 'p' . hash('xxh32', $says);
                $shown[$key] = ($shown[$key] ?? 0) + 1;
            }
        }

        return $shown;
    }
}
