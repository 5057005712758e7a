<?php

declare(strict_types=1);

namespace Ithrel\App\Browser;

use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\Core\Page\PageElement;
use Ithrel\Core\Page\PageSnapshot;

/**
 * Does on a page what a shopper does, with real clicks and keys, and looks at it once it has come to rest.
 */
final class Pilot
{
    /** Seconds after which a page that still moves is given up. */
    private const MOST_SECONDS = 8;

    /** Milliseconds without a change after which a page is at rest; as many it is given to begin with one. */
    private const QUIET = 45;

    /** Milliseconds that the page is asked to wait for its own rest, and between two such questions. */
    private const MOST_OF_A_LOOK = 200;
    private const BETWEEN = 5;

    /** Seconds that short timers are waited for. */
    private const SECONDS_OF_TIMERS = 2.5;

    /** Seconds after which a page that never rests is looked at for what it is that moves; and where that is known. */
    private const SECONDS_OF_MOVING = 1.5;
    private const SECONDS_OF_KNOWN_MOVING = 0.3;

    /** Elements of a page at most. */
    private const MOST_NODES = 60_000;

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

    private ?PageSnapshot $last = null;

    /** @var array<string, list<string>> path of a page => signatures of what never rests on it */
    private array $moving = [];

    /**
     * @param (\Closure(): void)|null $beat called before each look, so that who waits knows that it goes on
     */
    public function __construct(private readonly Driver $driver, private readonly ?\Closure $beat = null) {}

    /**
     * @param bool $keepsTab see Driver::newShopper()
     */
    public function newShopper(string $address, bool $keepsTab = false): PageSnapshot
    {
        $parts = parse_url($address);
        $this->driver->newShopper(
            ($parts['scheme'] ?? 'http') .
                '://' .
                ($parts['host'] ?? '') .
                (isset($parts['port']) ? ':' . $parts['port'] : ''),
            $keepsTab,
        );

        return $this->visit($address);
    }

    public function visit(string $address): PageSnapshot
    {
        $this->driver->visit($address);

        return $this->look();
    }

    /** The page as it was looked at last. */
    public function page(): PageSnapshot
    {
        return $this->last ?? $this->look();
    }

    /**
     * The page once it is at rest. What moves all the time, as a clock or a row of pictures does, is found out, marked
     * as such and not waited for.
     *
     * @throws NoAnswer where it does not come to rest
     */
    public function look(): PageSnapshot
    {
        $start = hrtime(true);
        $before = null;
        ($this->beat ?? static fn() => null)();
        while (true) {
            $seconds = (hrtime(true) - $start) / 1e9;
            [$ready, $open, $timers, $quiet] = $this->rest();
            $isLoaded = 'complete' === $ready && 0 === $open && (0 === $timers || $seconds >= self::SECONDS_OF_TIMERS);
            if ($isLoaded && $quiet >= self::QUIET && (hrtime(true) - $start) / 1e6 >= self::QUIET) {
                return $this->last = $this->taken();
            }
            if ($seconds > self::MOST_SECONDS) {
                throw new NoAnswer(
                    sprintf(
                        'The page at %s still moved after %d seconds.',
                        $this->driver->address(),
                        self::MOST_SECONDS,
                    ),
                    true,
                );
            }
            if ($isLoaded && $seconds > self::SECONDS_OF_KNOWN_MOVING) {
                $path = self::path($this->driver->address());
                if (
                    $seconds > (isset($this->moving[$path]) ? self::SECONDS_OF_KNOWN_MOVING : self::SECONDS_OF_MOVING)
                ) {
                    $page = $this->taken();
                    $moves = null === $before ? null : $page->changes($before);
                    if (null !== $moves && [] === array_diff($moves, $this->moving[$path] ?? [])) {
                        $page->mark($this->moving[$path] ?? []);

                        return $this->last = $page;
                    }
                    $this->moving[$path] = array_values(array_unique([...$this->moving[$path] ?? [], ...$moves ?? []]));
                    $before = $page;
                }
            }
            usleep(1_000 * self::BETWEEN);
        }
    }

    private static function path(string $address): string
    {
        return (string) preg_replace('/[?#].*$/s', '', $address);
    }

    public function click(PageElement $element): PageSnapshot
    {
        $this->uncover($element);
        if (!$this->mouse($element)) {
            $this->call($element, 'function() { this.click() }');
        }

        return $this->look();
    }

    /** Puts text into a field, in place of what stood there. */
    public function type(PageElement $element, string $text): PageSnapshot
    {
        $this->uncover($element);
        try {
            $this->driver->tell('DOM.focus', ['backendNodeId' => $element->id]);
        } catch (NoAnswer) {
            $this->call($element, 'function() { this.focus() }');
        }
        $this->call(
            $element,
            'function() { if (this.select) this.select(); else document.getSelection().selectAllChildren(this) }',
        );
        if ('' !== $text) {
            $this->driver->tell('Input.insertText', ['text' => $text]);
        } else {
            $this->set($element, '', false);
        }
        $this->call(
            $element,
            'function() { this.dispatchEvent(new Event("change", { bubbles: true, composed: true })); this.blur() }',
        );

        return $this->look();
    }

    /** Sets the value of a field of the browser's own, as its picker does. */
    public function set(PageElement $element, string $value, bool $look = true): PageSnapshot
    {
        $this->call(
            $element,
            'function(v) { const own = Object.getOwnPropertyDescriptor(Object.getPrototypeOf(this), "value"); ' .
                'own && own.set ? own.set.call(this, v) : (this.textContent = v); for (const e of ["input", ' .
                '"change"]) this.dispatchEvent(new Event(e, { bubbles: true, composed: true })) }',
            [$value],
        );

        return $look ? $this->look() : $this->page();
    }

    public function choose(PageElement $list, int $index): PageSnapshot
    {
        $this->uncover($list);
        $this->call(
            $list,
            'function(i) { this.focus(); this.selectedIndex = i; for (const e of ["input", "change"]) ' .
                'this.dispatchEvent(new Event(e, { bubbles: true, composed: true })) }',
            [$index],
        );

        return $this->look();
    }

    /**
     * @param list<int> $indexes
     */
    public function chooseAll(PageElement $list, array $indexes): PageSnapshot
    {
        $this->uncover($list);
        $this->call(
            $list,
            'function(all) { [...this.options].forEach((o, i) => (o.selected = all.includes(i))); for (const e ' .
                'of ["input", "change"]) this.dispatchEvent(new Event(e, { bubbles: true, composed: true })) }',
            [$indexes],
        );

        return $this->look();
    }

    /**
     * @param list<string> $files paths
     */
    public function upload(PageElement $element, array $files): PageSnapshot
    {
        if ([] === $files) {
            $this->call(
                $element,
                'function() { this.value = ""; for (const e of ["input", "change"]) this.dispatchEvent(new ' .
                    'Event(e, { bubbles: true, composed: true })) }',
            );
        } else {
            $this->driver->tell('DOM.setFileInputFiles', ['files' => $files, 'backendNodeId' => $element->id]);
        }

        return $this->look();
    }

    /** Whether something is ticked, as the page has it now. */
    public function isPicked(PageElement $element): bool
    {
        $found = $this->call(
            $element,
            'function() { return this.checked ?? (this.selected ?? ["aria-checked", "aria-pressed", ' .
                '"aria-selected"].some((a) => this.getAttribute(a) === "true")) }',
        );

        return true === $found;
    }

    /**
     * @param list<mixed> $arguments
     */
    public function call(PageElement $element, string $function, array $arguments = []): mixed
    {
        $node = $this->driver->tell('DOM.resolveNode', ['backendNodeId' => $element->id]);
        $object = is_array($node['object'] ?? null) ? $node['object']['objectId'] ?? null : null;
        if (!is_string($object)) {
            throw new NoAnswer('What was to be used is gone from the page.', true);
        }
        $answer = $this->driver->tell('Runtime.callFunctionOn', [
            'objectId' => $object,
            'functionDeclaration' => $function,
            'arguments' => array_map(static fn(mixed $value): array => ['value' => $value], $arguments),
            'returnByValue' => true,
            'userGesture' => true,
        ]);

        return is_array($answer['result'] ?? null) ? $answer['result']['value'] ?? null : null;
    }

    public function address(): string
    {
        return $this->driver->address();
    }

    public function picture(): string
    {
        return $this->driver->picture();
    }

    /** The whole page as it is now, as far down as pictures go, and where on it each element stands. */
    public function photograph(): Photograph
    {
        $metrics = $this->driver->tell('Page.getLayoutMetrics')['cssContentSize'] ?? [];
        $size = static fn(string $key): int => is_array($metrics) && is_numeric($metrics[$key] ?? null)
            ? (int) ceil((float) $metrics[$key])
            : 0;
        $width = min(max($size('width'), 1), Photograph::MOST_WIDTH);
        $height = min(max($size('height'), 1), Photograph::MOST_HEIGHT);
        $shot = $this->driver->tell('Page.captureScreenshot', [
            'format' => 'jpeg',
            'quality' => 72,
            'captureBeyondViewport' => true,
            'clip' => ['x' => 0, 'y' => 0, 'width' => $width, 'height' => $height, 'scale' => 1],
        ]);
        $jpeg = is_string($shot['data'] ?? null) ? (string) base64_decode($shot['data'], true) : '';

        return Photograph::of(
            $jpeg,
            $width,
            $height,
            $this->driver->tell('DOMSnapshot.captureSnapshot', ['computedStyles' => []]),
        );
    }

    /**
     * Puts away what lies over an element, as a notice about cookies does or a drawer: with the Escape key, or with a
     * button of its own.
     *
     * @throws NoAnswer where it stays
     */
    private function uncover(PageElement $element): void
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
            $this->call(
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
        $words = $this->call(
            $element,
            self::LAYER .
                '(function() { const layer = over(this); return layer ? (layer.getAttribute("aria-label") || ' .
                'layer.innerText || layer.id || layer.tagName).trim().replace(/\s+/g, " ").slice(0, 80) : null ' .
                '}).apply(this, arguments)) }',
        );

        return is_string($words) ? $words : null;
    }

    /** A press and release in the middle of an element; false where something else lies there, or it has no place. */
    private function mouse(PageElement $element): bool
    {
        try {
            $this->driver->tell('DOM.scrollIntoViewIfNeeded', ['backendNodeId' => $element->id]);
            $quads = $this->driver->tell('DOM.getContentQuads', ['backendNodeId' => $element->id])['quads'] ?? [];
        } catch (NoAnswer) {
            return false;
        }
        $quad = is_array($quads) ? $quads[0] ?? null : null;
        if (!is_array($quad) || 8 !== count($quad)) {
            return false;
        }
        [$x, $y] = [0.0, 0.0];
        foreach (array_values($quad) as $i => $n) {
            $n = is_int($n) || is_float($n) ? $n : 0;
            0 === $i % 2 ? ($x += $n / 4) : ($y += $n / 4);
        }
        $hit = $this->call(
            $element,
            'function(x, y) { const t = this.getRootNode().elementFromPoint?.(x, y); return !!t && (this === t ' .
                '|| this.contains(t) || t.contains(this) || t.closest("label")?.control === this) }',
            [$x, $y],
        );
        if (true !== $hit) {
            return false;
        }
        // A window that the page opened lies before it otherwise.
        $this->driver->tell('Page.bringToFront');
        foreach (['mouseMoved', 'mousePressed', 'mouseReleased'] as $type) {
            $this->driver->tell('Input.dispatchMouseEvent', [
                'type' => $type,
                'x' => $x,
                'y' => $y,
                'button' => 'mouseMoved' === $type ? 'none' : 'left',
                'clickCount' => 'mouseMoved' === $type ? 0 : 1,
            ]);
        }

        return true;
    }

    /**
     * @return array{string, int, int, int} state of the document, requests open, short timers yet to run, milliseconds
     *                                      since
     *                                      something changed
     */
    private function rest(): array
    {
        try {
            $answer = $this->driver->tell('Runtime.evaluate', [
                'expression' =>
                    "document.getElementById('" .
                    HostFence::SIGN .
                    "') ? ['ERR_CONNECTION_FAILED'] : location.protocol === 'chrome-error:' ? " .
                    "[document.body?.innerText.match(/\\bERR_\\w+/)?.[0] ?? 'ERR'] : window.__stillFor ? " .
                    'window.__stillFor(' .
                    self::QUIET .
                    ', ' .
                    self::MOST_OF_A_LOOK .
                    ') : [document.readyState, 0, 0, 1000]',
                'returnByValue' => true,
                'awaitPromise' => true,
            ]);
        } catch (NoAnswer $e) {
            // The page was left while it was asked.
            if (1 === preg_match('/navigated|collected|context|destroyed/i', $e->getMessage())) {
                return ['loading', 0, 0, 0];
            }
            throw $e;
        }
        $value = is_array($answer['result'] ?? null) ? $answer['result']['value'] ?? null : null;
        if (is_array($value) && is_string($value[0] ?? null) && str_starts_with($value[0], 'ERR')) {
            throw $this->driver->refused($value[0]);
        }
        $figure = static fn(int $n): int => is_array($value) && is_int($value[$n] ?? null) ? $value[$n] : 0;

        return [
            is_array($value) && is_string($value[0] ?? null) ? $value[0] : 'loading',
            $figure(1),
            $figure(2),
            $figure(3),
        ];
    }

    private function taken(): PageSnapshot
    {
        $root = $this->driver->tell('DOM.getDocument', ['depth' => -1, 'pierce' => true])['root'] ?? null;
        $dom = [];
        foreach (is_array($root) ? $root : [] as $key => $value) {
            $dom[(string) $key] = $value;
        }
        $tree = [];
        foreach ([null, ...self::frames($dom)] as $frame) {
            try {
                $nodes =
                    $this->driver->tell('Accessibility.getFullAXTree', null === $frame ? [] : ['frameId' => $frame])[
                        'nodes'
                    ] ?? [];
            } catch (NoAnswer $e) {
                if (null === $frame) {
                    throw $e;
                }
                continue;
            }
            foreach (is_array($nodes) ? $nodes : [] as $node) {
                if (is_array($node)) {
                    $own = [];
                    foreach ($node as $key => $value) {
                        $own[(string) $key] = $value;
                    }
                    $tree[] = $own;
                }
            }
        }
        if (count($tree) > self::MOST_NODES) {
            throw new NoAnswer(sprintf('The page has more than %d elements.', self::MOST_NODES), false);
        }

        // What was read says itself where it stands, without asking once more.
        $address = is_string($dom['documentURL'] ?? null)
            ? $this->driver->permitted($dom['documentURL'])
            : $this->driver->address();

        return PageSnapshot::of($address, $dom, $tree);
    }

    /**
     * @param array<array-key, mixed> $node
     *
     * @return list<string> ids of the frames whose documents can be read
     */
    private static function frames(array $node): array
    {
        $frames =
            is_array($node['contentDocument'] ?? null) && is_string($node['frameId'] ?? null) ? [$node['frameId']] : [];
        foreach (['children', 'shadowRoots'] as $key) {
            foreach (is_array($node[$key] ?? null) ? $node[$key] : [] as $child) {
                array_push($frames, ...is_array($child) ? self::frames($child) : []);
            }
        }
        if (is_array($node['contentDocument'] ?? null)) {
            array_push($frames, ...self::frames($node['contentDocument']));
        }

        return $frames;
    }
}
