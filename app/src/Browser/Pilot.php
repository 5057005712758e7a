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

    /** Elements of a page at most. */
    private const MOST_NODES = 60_000;

    private ?PageSnapshot $last = null;

    /**
     * @param (\Closure(): void)|null $beat called before each look, so that who waits knows that it goes on
     */
    public function __construct(private readonly Driver $driver, private readonly ?\Closure $beat = null)
    {
    }

    public function newShopper(string $address): PageSnapshot
    {
        $parts = parse_url($address);
        $this->driver->newShopper(($parts['scheme'] ?? 'http').'://'.($parts['host'] ?? '').(isset($parts['port']) ? ':'.$parts['port'] : ''));

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
     * The page once it is at rest.
     *
     * @throws NoAnswer where it does not come to rest
     */
    public function look(): PageSnapshot
    {
        $start = hrtime(true);
        $before = null;
        ($this->beat ?? static fn () => null)();
        while (true) {
            $seconds = (hrtime(true) - $start) / 1e9;
            if ($seconds > self::MOST_SECONDS) {
                throw new NoAnswer(sprintf('The page at %s still moved after %d seconds.', $this->driver->address(), self::MOST_SECONDS), true);
            }
            [$ready, $open, $timers] = $this->rest();
            if ('complete' !== $ready || $open > 0 || ($timers > 0 && $seconds < 2.5)) {
                usleep(25_000);
                $before = null;
                continue;
            }
            $page = $this->taken();
            $print = $page->print();
            if ($print === $before) {
                return $this->last = $page;
            }
            $before = $print;
            usleep(40_000);
        }
    }

    public function click(PageElement $element): PageSnapshot
    {
        if (!$this->mouse($element)) {
            $this->call($element, 'function() { this.click() }');
        }

        return $this->look();
    }

    /** Puts text into a field, in place of what stood there. */
    public function type(PageElement $element, string $text): PageSnapshot
    {
        try {
            $this->driver->tell('DOM.focus', ['backendNodeId' => $element->id]);
        } catch (NoAnswer) {
            $this->call($element, 'function() { this.focus() }');
        }
        $this->call($element, 'function() { if (this.select) this.select(); else document.getSelection().selectAllChildren(this) }');
        if ('' !== $text) {
            $this->driver->tell('Input.insertText', ['text' => $text]);
        } else {
            $this->set($element, '', false);
        }
        $this->call($element, 'function() { this.dispatchEvent(new Event("change", { bubbles: true, composed: true })); this.blur() }');

        return $this->look();
    }

    /** Sets the value of a field of the browser's own, as its picker does. */
    public function set(PageElement $element, string $value, bool $look = true): PageSnapshot
    {
        $this->call($element, 'function(v) { const own = Object.getOwnPropertyDescriptor(Object.getPrototypeOf(this), "value"); own && own.set ? own.set.call(this, v) : (this.textContent = v); for (const e of ["input", "change"]) this.dispatchEvent(new Event(e, { bubbles: true, composed: true })) }', [$value]);

        return $look ? $this->look() : $this->page();
    }

    public function choose(PageElement $list, int $index): PageSnapshot
    {
        $this->call($list, 'function(i) { this.focus(); this.selectedIndex = i; for (const e of ["input", "change"]) this.dispatchEvent(new Event(e, { bubbles: true, composed: true })) }', [$index]);

        return $this->look();
    }

    /**
     * @param list<int> $indexes
     */
    public function chooseAll(PageElement $list, array $indexes): PageSnapshot
    {
        $this->call($list, 'function(all) { [...this.options].forEach((o, i) => (o.selected = all.includes(i))); for (const e of ["input", "change"]) this.dispatchEvent(new Event(e, { bubbles: true, composed: true })) }', [$indexes]);

        return $this->look();
    }

    /**
     * @param list<string> $files paths
     */
    public function upload(PageElement $element, array $files): PageSnapshot
    {
        if ([] === $files) {
            $this->call($element, 'function() { this.value = ""; for (const e of ["input", "change"]) this.dispatchEvent(new Event(e, { bubbles: true, composed: true })) }');
        } else {
            $this->driver->tell('DOM.setFileInputFiles', ['files' => $files, 'backendNodeId' => $element->id]);
        }

        return $this->look();
    }

    /** Whether something is ticked, as the page has it now. */
    public function isPicked(PageElement $element): bool
    {
        $found = $this->call($element, 'function() { return this.checked ?? (this.selected ?? ["aria-checked", "aria-pressed", "aria-selected"].some((a) => this.getAttribute(a) === "true")) }');

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
        $answer = $this->driver->tell('Runtime.callFunctionOn', ['objectId' => $object, 'functionDeclaration' => $function, 'arguments' => array_map(static fn (mixed $value): array => ['value' => $value], $arguments), 'returnByValue' => true, 'userGesture' => true]);

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
        $size = static fn (string $key): int => is_array($metrics) && is_numeric($metrics[$key] ?? null) ? (int) ceil((float) $metrics[$key]) : 0;
        $width = min(max($size('width'), 1), Photograph::MOST_WIDTH);
        $height = min(max($size('height'), 1), Photograph::MOST_HEIGHT);
        $shot = $this->driver->tell('Page.captureScreenshot', ['format' => 'jpeg', 'quality' => 72, 'captureBeyondViewport' => true, 'clip' => ['x' => 0, 'y' => 0, 'width' => $width, 'height' => $height, 'scale' => 1]]);
        $jpeg = is_string($shot['data'] ?? null) ? (string) base64_decode($shot['data'], true) : '';

        return Photograph::of($jpeg, $width, $height, $this->driver->tell('DOMSnapshot.captureSnapshot', ['computedStyles' => []]));
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
            0 === $i % 2 ? $x += $n / 4 : $y += $n / 4;
        }
        $hit = $this->call($element, 'function(x, y) { const t = this.getRootNode().elementFromPoint?.(x, y); return !!t && (this === t || this.contains(t) || t.contains(this) || t.closest("label")?.control === this) }', [$x, $y]);
        if (true !== $hit) {
            return false;
        }
        foreach (['mouseMoved', 'mousePressed', 'mouseReleased'] as $type) {
            $this->driver->tell('Input.dispatchMouseEvent', ['type' => $type, 'x' => $x, 'y' => $y, 'button' => 'mouseMoved' === $type ? 'none' : 'left', 'clickCount' => 'mouseMoved' === $type ? 0 : 1]);
        }

        return true;
    }

    /**
     * @return array{string, int, int} state of the document, requests open, short timers yet to run
     */
    private function rest(): array
    {
        $answer = $this->driver->tell('Runtime.evaluate', ['expression' => 'window.__still ? window.__still() : [document.readyState, 0, 0]', 'returnByValue' => true]);
        $value = is_array($answer['result'] ?? null) ? $answer['result']['value'] ?? null : null;

        return is_array($value) && is_string($value[0] ?? null) ? [$value[0], is_int($value[1] ?? null) ? $value[1] : 0, is_int($value[2] ?? null) ? $value[2] : 0] : ['loading', 0, 0];
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
                $nodes = $this->driver->tell('Accessibility.getFullAXTree', null === $frame ? [] : ['frameId' => $frame])['nodes'] ?? [];
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

        return PageSnapshot::of($this->driver->address(), $dom, $tree);
    }

    /**
     * @param array<array-key, mixed> $node
     *
     * @return list<string> ids of the frames whose documents can be read
     */
    private static function frames(array $node): array
    {
        $frames = is_array($node['contentDocument'] ?? null) && is_string($node['frameId'] ?? null) ? [$node['frameId']] : [];
        foreach (['children', 'shadowRoots'] as $key) {
            foreach (is_array($node[$key] ?? null) ? $node[$key] : [] as $child) {
                array_push($frames, ...(is_array($child) ? self::frames($child) : []));
            }
        }
        if (is_array($node['contentDocument'] ?? null)) {
            array_push($frames, ...self::frames($node['contentDocument']));
        }

        return $frames;
    }
}
