<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

/**
 * The elements of a page, by path and by id.
 */
final class PageTree
{
    private readonly \DOMXPath $path;

    /** @var array<string, \DOMElement>|null */
    private ?array $byId = null;

    public function __construct(\DOMDocument $page)
    {
        $this->path = new \DOMXPath($page);
    }

    /**
     * @return list<\DOMElement> in the order of the page
     */
    public function elements(string $xpath): array
    {
        $found = $this->path->query($xpath);
        $elements = [];
        foreach (false === $found ? [] : $found as $node) {
            if ($node instanceof \DOMElement) {
                $elements[] = $node;
            }
        }

        return $elements;
    }

    /**
     * Each once, in a time that grows with their number; PHP walks the lists of the DOM anew for each member.
     *
     * @return iterable<\DOMElement> those in an element, in the order of the page
     */
    public static function within(\DOMNode $around, ?string $tag = null): iterable
    {
        for ($node = $around->firstChild; null !== $node; $node = $next) {
            if ($node instanceof \DOMElement && (null === $tag || $tag === $node->tagName)) {
                yield $node;
            }
            $next = $node->firstChild;
            for ($up = $node; null === $next && !$around->isSameNode($up); $up = $up->parentNode) {
                $next = $up->nextSibling;
                if (null === $up->parentNode) {
                    break;
                }
            }
        }
    }

    public function byId(string $id): ?\DOMElement
    {
        if (null === $this->byId) {
            $this->byId = [];
            foreach ($this->elements('//*[@id]') as $element) {
                $this->byId[$element->getAttribute('id')] ??= $element;
            }
        }

        return $this->byId[$id] ?? null;
    }

    /**
     * What a person reads in the elements that an attribute names by their ids.
     */
    public function namedBy(string $ids): string
    {
        $texts = [];
        $list = preg_split('/\s+/', $ids, -1, PREG_SPLIT_NO_EMPTY);
        foreach (false === $list ? [] : $list as $id) {
            $element = $this->byId($id);
            $texts[] = null === $element ? '' : PageFields::read($element);
        }

        return trim(implode(' ', $texts));
    }
}
