<?php

declare(strict_types=1);

namespace Ithrel\App\Browser;

use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\Core\Page\PageSnapshot;

/**
 * Looks at a page once it has come to rest.
 */
final class Lookout
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

    /** @var array<string, list<string>> path of a page => signatures of what never rests on it */
    private array $moving = [];

    /**
     * @param (\Closure(): void)|null $beat called before each look, so that who waits knows that it goes on
     */
    public function __construct(private readonly Driver $driver, private readonly ?\Closure $beat = null) {}

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
                return $this->taken();
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

                        return $page;
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
                    "') ? ['ERR_CONNECTION_FAILED'] : location.protocol === 'chrome-error:' ? ['ERR'] : " .
                    'window.__stillFor ? window.__stillFor(' .
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
            $address = $this->driver->address();
            throw Refusal::of($address, 'ERR' === $value[0] ? $this->reason($address) : $value[0]);
        }
        $figure = static fn(int $n): int => is_array($value) && is_int($value[$n] ?? null) ? $value[$n] : 0;

        return [
            is_array($value) && is_string($value[0] ?? null) ? $value[0] : 'loading',
            $figure(1),
            $figure(2),
            $figure(3),
        ];
    }

    /** Why a page is not shown, as Chromium calls it: asked for once more, it says so whatever it shows instead. */
    private function reason(string $address): string
    {
        try {
            $answer = $this->driver->tell('Page.navigate', ['url' => $address])['errorText'] ?? '';
        } catch (NoAnswer $e) {
            $answer = $e->getMessage();
        }

        return is_string($answer) && 1 === preg_match('/\bERR_\w+/', $answer, $m) ? $m[0] : 'ERR';
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
