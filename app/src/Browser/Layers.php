<?php

declare(strict_types=1);

namespace Ithrel\App\Browser;

use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\Core\Page\PageElement;

/**
 * What lies over a page and takes the clicks that are meant for it, as a notice about cookies or a drawer.
 */
final readonly class Layers
{
    /** Buttons of a layer that lies over the page which are tried to put it away. */
    private const MOST_WAYS_OUT = 6;

    /**
     * Finds the layer (a dialog, or what stands fixed over a good part of the window) that lies over an element and
     * takes its clicks.
     */
    private const LAYER = <<<'JS'
    function() { const over = (e) => {
      let box = e.getBoundingClientRect()
      if (!box.width || !box.height || e.ownerDocument !== document) return null
      if (box.top < 0 || box.bottom > innerHeight) e.scrollIntoView({ block: 'center', behavior: 'instant' }), (box = e.getBoundingClientRect())
      const up = (n) => n.parentNode || n.host
      let top = document.elementFromPoint(box.left + box.width / 2, box.top + box.height / 2)
      for (let inner; top && top.shadowRoot && (inner = top.shadowRoot.elementFromPoint(box.left + box.width / 2, box.top + box.height / 2)) && inner !== top; ) top = inner
      const around = new Set()
      for (let n = e; n; n = up(n)) around.add(n)
      for (let n = top; n instanceof Element || n instanceof ShadowRoot; n = up(n)) {
        if (around.has(n)) return null
        if (!(n instanceof Element)) continue
        const size = n.getBoundingClientRect()
        const isLayer = n.matches('dialog[open], [role=dialog], [role=alertdialog], [aria-modal=true]') || getComputedStyle(n).position === 'fixed'
        if (isLayer && size.width * size.height >= 0.2 * innerWidth * innerHeight) return n
      }
      return null
    }; return (
    JS;

    public function __construct(private Driver $driver) {}

    /**
     * Puts away what lies over an element, as a notice about cookies does or a drawer: with the Escape key, or with a
     * button of its own.
     *
     * @throws NoAnswer where it stays
     */
    public function uncover(PageElement $element): void
    {
        $cover = $this->cover($element);
        if (null === $cover) {
            return;
        }
        foreach (['keyDown', 'keyUp'] as $type) {
            $this->driver->tell('Input.dispatchKeyEvent', [
                'type' => $type,
                'key' => 'Escape',
                'code' => 'Escape',
                'windowsVirtualKeyCode' => 27,
            ]);
        }
        $address = $this->driver->address();
        for (
            $way = 0;
            $way < self::MOST_WAYS_OUT && null !== $this->cover($element) && $this->driver->address() === $address;
            ++$way
        ) {
            // From the last: what asks for the least of a shopper mostly stands there, or is a lone cross.
            $this->driver->call(
                $element,
                self::LAYER .
                    '(function(n) { const layer = over(this), all = layer ? [...layer.querySelectorAll("button, ' .
                    '[role=button], input[type=button], input[type=submit], summary, ' .
                    'a[href^=\"#\"]")].filter((b) => b.getClientRects().length) : []; const ways = ' .
                    '[...all.filter((b) => b.innerText.trim().length < 2), ...all.filter((b) => ' .
                    'b.innerText.trim().length >= 2).reverse()]; ways[n]?.click() }).apply(this, arguments)) }',
                [$way],
            );
            usleep(60_000);
        }
        if (null !== $this->cover($element)) {
            throw new NoAnswer(sprintf('Something lies over the page and takes each click: “%s”.', $cover), false);
        }
    }

    /** Words of the layer that lies over an element; null where none does. */
    private function cover(PageElement $element): ?string
    {
        $words = $this->driver->call(
            $element,
            self::LAYER .
                '(function() { const layer = over(this); return layer ? (layer.getAttribute("aria-label") || ' .
                'layer.innerText || layer.id || layer.tagName).trim().replace(/\s+/g, " ").slice(0, 80) : null ' .
                '}).apply(this, arguments)) }',
        );

        return is_string($words) ? $words : null;
    }
}
