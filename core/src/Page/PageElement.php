<?php

declare(strict_types=1);

namespace Ithrel\Core\Page;

/**
 * One element, or one run of text, of a page as a browser has it: its markup and what its accessibility tree says.
 */
final class PageElement
{
    public ?self $parent = null;

    /** @var list<self> */
    public array $children = [];

    /** Role in the accessibility tree; "" where it has none there. */
    public string $role = '';

    /** Accessible name; of text the text itself. */
    public string $name = '';

    public string $value = '';

    /**
     * @var array<string, string|int|bool> checked, pressed, selected, disabled, required, invalid, expanded and such
     */
    public array $states = [];

    /** Whether a person is shown it, or anything in it. */
    public bool $isShown = false;

    /** Whether it says something else all the time, whatever a shopper does. */
    public bool $isMoving = false;

    /**
     * @param int $id by which the browser knows it
     * @param string $tag lower case; "#text" for text
     * @param array<string, string> $attributes
     */
    public function __construct(
        public readonly int $id,
        public readonly string $tag,
        public readonly array $attributes,
    ) {}

    public function attribute(string $name): ?string
    {
        return $this->attributes[$name] ?? null;
    }

    public function is(string $state): bool
    {
        return true === ($this->states[$state] ?? false) || 'true' === ($this->states[$state] ?? '');
    }

    /** What a person reads in it. */
    public function text(): string
    {
        return trim((string) preg_replace('/[\s\x{A0}]+/u', ' ', implode('', $this->pieces())));
    }

    /**
     * @return list<string>
     */
    private function pieces(): array
    {
        if ('#text' === $this->tag) {
            // A blank between two words is no thing of its own to the accessibility tree.
            return $this->isShown ? [$this->name] : ('' === trim($this->name) ? [' '] : []);
        }
        if ('img' === $this->tag) {
            return $this->isShown && '' !== $this->name ? [' ' . $this->name . ' '] : [];
        }
        if (in_array($this->tag, ['script', 'style', 'select', 'textarea', 'noscript', 'template'], true)) {
            return [];
        }
        $pieces = [];
        foreach ($this->children as $child) {
            array_push($pieces, ...$child->pieces());
        }

        return $this->isInline() ? $pieces : [' ', ...$pieces, ' '];
    }

    private function isInline(): bool
    {
        return in_array(
            $this->tag,
            [
                'span',
                'b',
                'i',
                'em',
                'strong',
                'sup',
                'sub',
                'small',
                'a',
                'bdi',
                'bdo',
                'data',
                'mark',
                'u',
                's',
                'del',
                'ins',
                'font',
                'abbr',
                'code',
                'output',
                'time',
                '#shadow',
            ],
            true,
        );
    }

    /**
     * This one and all in it, in the order of the page.
     *
     * @return iterable<self>
     */
    public function all(): iterable
    {
        yield $this;
        foreach ($this->children as $child) {
            yield from $child->all();
        }
    }

    /** Whether something that is read in it moves all the time. */
    public function moves(): bool
    {
        foreach ($this->all() as $element) {
            if ($element->isMoving) {
                return true;
            }
        }

        return false;
    }

    public function contains(self $other): bool
    {
        for ($node = $other; null !== $node; $node = $node->parent) {
            if ($node === $this) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param \Closure(self): bool $is
     */
    public function closest(\Closure $is): ?self
    {
        for ($node = $this; null !== $node; $node = $node->parent) {
            if ($is($node)) {
                return $node;
            }
        }

        return null;
    }
}
