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
    private ?PageSnapshot $last = null;

    private readonly Lookout $lookout;
    private readonly Layers $layers;

    /**
     * @param (\Closure(): void)|null $beat called before each look, so that who waits knows that it goes on
     */
    public function __construct(private readonly Driver $driver, ?\Closure $beat = null)
    {
        $this->lookout = new Lookout($driver, $beat);
        $this->layers = new Layers($driver);
    }

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

    /**
     * The page once it is at rest, as Lookout has it.
     *
     * @throws NoAnswer where it does not come to rest
     */
    public function look(): PageSnapshot
    {
        return $this->last = $this->lookout->look();
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

    public function click(PageElement $element): PageSnapshot
    {
        $this->layers->uncover($element);
        if (!$this->mouse($element)) {
            $this->driver->call($element, 'function() { this.click() }');
        }

        return $this->look();
    }

    /** Puts text into a field, in place of what stood there. */
    public function type(PageElement $element, string $text): PageSnapshot
    {
        $this->layers->uncover($element);
        try {
            $this->driver->tell('DOM.focus', ['backendNodeId' => $element->id]);
        } catch (NoAnswer) {
            $this->driver->call($element, 'function() { this.focus() }');
        }
        $this->driver->call(
            $element,
            'function() { if (this.select) this.select(); else document.getSelection().selectAllChildren(this) }',
        );
        if ('' !== $text) {
            $this->driver->tell('Input.insertText', ['text' => $text]);
        } else {
            $this->set($element, '', false);
        }
        $this->driver->call(
            $element,
            'function() { this.dispatchEvent(new Event("change", { bubbles: true, composed: true })); this.blur() }',
        );

        return $this->look();
    }

    /** Sets the value of a field of the browser's own, as its picker does. */
    public function set(PageElement $element, string $value, bool $look = true): PageSnapshot
    {
        $this->driver->call(
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
        $this->layers->uncover($list);
        $this->driver->call(
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
        $this->layers->uncover($list);
        $this->driver->call(
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
        $found = $this->driver->call(
            $element,
            'function() { return this.checked ?? (this.selected ?? ["aria-checked", "aria-pressed", ' .
                '"aria-selected"].some((a) => this.getAttribute(a) === "true")) }',
        );

        return true === $found;
    }

    /**
     * What a function of JavaScript says whose "this" is an element.
     *
     * @param list<mixed> $arguments
     */
    public function call(PageElement $element, string $function, array $arguments = []): mixed
    {
        return $this->driver->call($element, $function, $arguments);
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
        $hit = $this->driver->call(
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
}
