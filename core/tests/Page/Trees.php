<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Page;

use Ithrel\Core\Page\PageSnapshot;
use Masterminds\HTML5;

/**
 * Pages as a browser would tell them, made of markup: what the DevTools protocol says of the document, and an
 * accessibility tree in which all is shown that does not carry the attribute hidden.
 */
final class Trees
{
    private int $id = 0;

    /** @var list<array<string, mixed>> */
    private array $tree = [];

    public static function of(string $html, string $address = 'http://127.0.0.1/item'): PageSnapshot
    {
        $trees = new self();
        $page = (new HTML5(['disable_html_ns' => true]))->loadHTML(
            '<!doctype html><html><body>' . $html . '</body></html>',
        );
        $root = $trees->node($page, false);

        return PageSnapshot::of($address, $root, $trees->tree);
    }

    /**
     * @return array<string, mixed>
     */
    private function node(\DOMNode $node, bool $isHidden): array
    {
        $own = [
            'backendNodeId' => ++$this->id,
            'nodeType' => $node->nodeType,
            'nodeName' => $node->nodeName,
            'nodeValue' => $node->nodeValue ?? '',
        ];
        $id = $this->id;
        if ($node instanceof \DOMElement) {
            $isHidden = $isHidden || $node->hasAttribute('hidden');
            $own['localName'] = $node->tagName;
            $own['attributes'] = [];
            foreach ($node->attributes as $attribute) {
                array_push($own['attributes'], $attribute->nodeName, $attribute->nodeValue);
            }
        }
        if (!$isHidden && ($node instanceof \DOMElement || $node instanceof \DOMText)) {
            $this->tree[] = [
                'backendDOMNodeId' => $id,
                'ignored' => false,
                'role' => ['value' => $node instanceof \DOMText ? 'StaticText' : 'generic'],
                'name' => ['value' => $node instanceof \DOMText ? $node->data : $node->getAttribute('alt')],
                'value' => ['value' => $node instanceof \DOMElement ? $node->getAttribute('value') : ''],
                'properties' => [],
            ];
        }
        foreach ($node->childNodes as $child) {
            if ($child instanceof \DOMElement || $child instanceof \DOMText) {
                $own['children'][] = $this->node($child, $isHidden);
            }
        }

        return $own;
    }
}
