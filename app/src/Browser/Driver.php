<?php

declare(strict_types=1);

namespace Ithrel\App\Browser;

use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Exception\Internal\WebDriverCurlException;
use Facebook\WebDriver\Exception\InvalidSessionIdException;
use Facebook\WebDriver\Exception\NoSuchWindowException;
use Facebook\WebDriver\Exception\PhpWebDriverExceptionInterface;
use Facebook\WebDriver\Exception\UnexpectedAlertOpenException;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\WebDriverTargetLocator;
use Ithrel\App\Net\HostPolicy;
use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\Core\Page\PageElement;
use Symfony\Component\Process\Process;

/**
 * One browser, reached by the W3C WebDriver protocol: a driver that is started here, or a remote end. The accessibility
 * tree comes by ChromeDriver's door to the Chrome DevTools Protocol.
 *
 * Long, as it is all that one session knows: how it is begun, told, and begun anew when it is gone.
 */
final class Driver
{
    /** Chromium without what a person sees of it, where Debian has it: it begins in a seventh of the time. */
    private const BEGINNING = __DIR__ . '/browser.sh';
    private const SHELL = '/usr/lib/chromium/chromium-headless-shell';

    /**
     * How Chromium is begun. It takes up the whole of a screen that is as large: what it draws around a page takes as
     * long as many a page, and a page that asks for the screen is told of one that it fits.
     */
    private const FLAGS = [
        '--headless',
        '--kiosk',
        '--screen-info={1280x900}',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--disable-dev-shm-usage',
        '--disable-extensions',
        '--mute-audio',
        '--window-size=1280,900',
        '--lang=en-US',
    ];

    private ?Process $process = null;
    private ?RemoteWebDriver $browser = null;
    private ?ChromeDevToolsDriver $tools = null;
    private readonly HostFence $fence;

    /** Where a driver that was started here keeps the profile of its browser. */
    private string $folder = '';

    /** Process of a browser that was started here; 0: none. */
    private int $browserId = 0;

    /** Handle of the tab that was made ready for shoppers; "" where none was yet. */
    private string $tab = '';

    /** Looks, twenty a second, until a browser that was told to end is ended. */
    private const TRIES_TO_END = 40;

    /**
     * @param list<string> $hosts that may be visited: nothing is asked of any other host or port
     * @param string|null $remote address of a remote end; null: a driver is started
     * @param HostPolicy|null $policy where these hosts may lead; null: anywhere
     */
    public function __construct(
        private readonly array $hosts,
        private readonly ?string $remote = null,
        private readonly ?HostPolicy $policy = null,
    ) {
        $this->fence = new HostFence($hosts, $policy);
    }

    public function __destruct()
    {
        $this->end();
    }

    public function end(): void
    {
        try {
            $this->browser?->quit();
        } catch (\Throwable) {
            // A browser that is gone has ended.
        }
        $this->endOrphan();
        $this->browser = $this->tools = null;
        $this->tab = '';
        $this->process?->stop(2);
        $this->process = null;
        if ('' !== $this->folder) {
            Ending::remove($this->folder);
            $this->folder = '';
        }
        $this->fence->end();
    }

    /** A driver that was killed leaves its browser behind: it is told to end, and ended where it does not. */
    private function endOrphan(): void
    {
        for ($tries = 0; $this->browserId > 0 && $tries <= self::TRIES_TO_END && $this->browserRuns(); ++$tries) {
            if (0 === $tries || self::TRIES_TO_END === $tries) {
                posix_kill($this->browserId, 0 === $tries ? \SIGTERM : \SIGKILL);
            }
            usleep(50_000);
        }
        $this->browserId = 0;
    }

    /** Its number may be another process's by now. */
    private function browserRuns(): bool
    {
        $process = (string) @file_get_contents('/proc/' . $this->browserId . '/stat');

        return str_contains($process, '(chrom') && !str_contains($process, ') Z ');
    }

    /**
     * @param array<string, mixed> $parameters
     *
     * @return array<string, mixed>
     *
     * @throws NoAnswer where the browser or its driver does not answer
     */
    public function tell(string $command, array $parameters = [], int $triesLeft = 3): array
    {
        $this->begin();
        try {
            $answer = $this->tools?->execute($command, $parameters);
        } catch (UnexpectedAlertOpenException) {
            // Whether a shopper really wants to leave, and such: the driver has answered it, and the command was not
            // done.
            return $triesLeft > 0
                ? $this->tell($command, $parameters, $triesLeft - 1)
                : throw new NoAnswer('The page asks again and again whether one wants to stay.', true);
        } catch (PhpWebDriverExceptionInterface $e) {
            throw $this->failed(sprintf('The browser did not take %s', $command), $e);
        }
        $all = [];
        foreach (is_array($answer) ? $answer : [] as $key => $value) {
            $all[(string) $key] = $value;
        }

        return $all;
    }

    /**
     * What a function of JavaScript says whose "this" is an element.
     *
     * @param list<mixed> $arguments
     */
    public function call(PageElement $element, string $function, array $arguments = []): mixed
    {
        $node = $this->tell('DOM.resolveNode', ['backendNodeId' => $element->id]);
        $object = is_array($node['object'] ?? null) ? $node['object']['objectId'] ?? null : null;
        if (!is_string($object)) {
            throw new NoAnswer('What was to be used is gone from the page.', true);
        }
        $answer = $this->tell('Runtime.callFunctionOn', [
            'objectId' => $object,
            'functionDeclaration' => $function,
            'arguments' => array_map(static fn(mixed $value): array => ['value' => $value], $arguments),
            'returnByValue' => true,
            'userGesture' => true,
        ]);

        return is_array($answer['result'] ?? null) ? $answer['result']['value'] ?? null : null;
    }

    /**
     * A new tab without cookies, storage, caches and service workers; the others are closed.
     *
     * @param bool $keepsTab whether the tab may stay, emptied of what it keeps for itself, as a new one takes as long
     *                       as a page
     */
    public function newShopper(string $origin, bool $keepsTab = false): void
    {
        $this->begin();
        $browser = $this->browser ?? throw new \LogicException('The browser has begun.');
        try {
            $handles = array_values(array_filter($browser->getWindowHandles(), is_string(...)));
            if (!$keepsTab || count($handles) > 1 || ($handles[0] ?? '') !== $this->tab) {
                $this->newTab($browser, $handles);
            } else {
                $this->tell('Runtime.evaluate', [
                    'expression' => 'try { sessionStorage.clear() } catch {} window.name = ""',
                ]);
                $this->tell('Page.navigate', ['url' => 'about:blank']);
            }
        } catch (PhpWebDriverExceptionInterface $e) {
            throw $this->failed('The browser could not open a new tab', $e);
        }
        $this->tell('Network.clearBrowserCookies');
        $this->tell('Network.clearBrowserCache');
        $this->tell('Storage.clearDataForOrigin', ['origin' => $origin, 'storageTypes' => 'all']);
    }

    /**
     * @param list<string> $old tabs, which are closed
     */
    private function newTab(RemoteWebDriver $browser, array $old): void
    {
        $browser->switchTo()->newWindow(WebDriverTargetLocator::WINDOW_TYPE_TAB);
        $this->tab = $browser->getWindowHandle();
        foreach ($old as $handle) {
            $browser->switchTo()->window($handle);
            $browser->close();
        }
        $browser->switchTo()->window($this->tab);
        $this->tell('Page.addScriptToEvaluateOnNewDocument', [
            'source' => (string) file_get_contents(__DIR__ . '/still.js'),
        ]);
        $this->tell('Browser.setDownloadBehavior', ['behavior' => 'deny']);
    }

    public function visit(string $address): void
    {
        $this->begin();
        try {
            $this->browser?->get($address);
        } catch (PhpWebDriverExceptionInterface $e) {
            throw $this->failed(sprintf('%s could not be opened', $address), $e);
        }
    }

    /**
     * Where the page stands.
     *
     * @throws NoAnswer where it is of a host that may not be visited
     */
    public function address(): string
    {
        try {
            $address = $this->browser?->getCurrentURL() ?? '';
        } catch (PhpWebDriverExceptionInterface $e) {
            throw $this->failed('The browser does not say where it is', $e);
        }

        return $this->permitted($address);
    }

    /**
     * @throws NoAnswer where an address is of a host that may not be visited
     */
    public function permitted(string $address): string
    {
        if (!$this->fence->lets($address)) {
            throw new NoAnswer(
                sprintf(
                    'The shop led to %s, which is of a host that may not be visited. Name it with the shop, or ' .
                        'with --host.',
                    mb_strimwidth($address, 0, 200, '…', 'UTF-8'),
                ),
                false,
            );
        }

        return $address;
    }

    /** A picture of the page as it is; "" where there is none. */
    public function picture(): string
    {
        try {
            return $this->browser?->takeScreenshot() ?? '';
        } catch (PhpWebDriverExceptionInterface) {
            return '';
        }
    }

    /** What became of it, in words. A browser or driver that is gone is begun anew with what follows. */
    private function failed(string $what, PhpWebDriverExceptionInterface $e): NoAnswer
    {
        $why = self::words($e);
        if (self::isOfTheEnd($e) || $this->isGone()) {
            $this->end();

            return new NoAnswer(
                sprintf('%s: the browser or its driver ended. It is begun anew for what follows. (%s)', $what, $why),
                true,
                $e,
                true,
            );
        }

        return new NoAnswer($what . ': ' . $why, true, $e);
    }

    /** Whether the session is over, as it may be when a command in hand was still answered. */
    private function isGone(): bool
    {
        try {
            $this->browser?->getWindowHandles();
        } catch (PhpWebDriverExceptionInterface $e) {
            return self::isOfTheEnd($e);
        }

        return false;
    }

    private static function isOfTheEnd(PhpWebDriverExceptionInterface $e): bool
    {
        return $e instanceof InvalidSessionIdException ||
            $e instanceof NoSuchWindowException ||
            $e instanceof WebDriverCurlException ||
            1 ===
                preg_match(
                    '/tab crashed|not reachable|disconnected|session (?:deleted|not created)|chrome ' .
                        '(?:not|failed)|ECONNREFUSED|Failed to connect|Empty reply/i',
                    self::words($e),
                );
    }

    private static function words(PhpWebDriverExceptionInterface $e): string
    {
        return (string) preg_replace('/ with params: .*/', '', (string) strtok($e->getMessage(), "\n"));
    }

    private function begin(): void
    {
        if (null !== $this->browser) {
            return;
        }
        $flags = $this->fenced();
        $end = $this->remote ?? $this->started();
        $isHere = null === $this->remote;
        $options = $isHere
            ? self::options($flags, true, Confined::isSandboxed(), $this->folder . '/browser.sh')
            : self::options($flags, false);
        // Windows that open without a click are kept shut, as they are for a shopper.
        $options->setExperimentalOption('excludeSwitches', ['disable-popup-blocking']);
        $capabilities = DesiredCapabilities::chrome();
        $capabilities->setCapability(ChromeOptions::CAPABILITY, $options);
        $capabilities->setCapability('unhandledPromptBehavior', 'accept');
        try {
            $this->browser = RemoteWebDriver::create($end, $capabilities, 20_000, 30_000);
            $this->browser->manage()->timeouts()->pageLoadTimeout(20);
            $this->tools = new ChromeDevToolsDriver($this->browser);
            $id = null === $this->remote ? $this->browser->getCapabilities()?->getCapability('goog:processID') : null;
            $this->browserId = is_int($id) ? $id : 0;
        } catch (PhpWebDriverExceptionInterface $e) {
            $this->end();
            throw new NoAnswer(
                sprintf('No browser could be started at %s: %s', $end, strtok($e->getMessage(), "\n")),
                true,
                $e,
            );
        }
    }

    /**
     * How a browser is begun.
     *
     * @param list<string> $flags beside those that each has
     * @param bool $isHere whether it is begun on this machine
     * @param bool $isSandboxed whether it gets a sandbox there (Confined)
     * @param string $binary what begins it, where whose it is can read that
     */
    public static function options(
        array $flags = [],
        bool $isHere = true,
        bool $isSandboxed = false,
        string $binary = self::BEGINNING,
    ): ChromeOptions {
        $flags = $isSandboxed ? $flags : ['--no-sandbox', ...$flags];
        $options = (new ChromeOptions())->addArguments([...self::FLAGS, ...$flags]);
        if ($isHere && is_executable(self::SHELL)) {
            $options->setBinary($binary);
        }

        return $options;
    }

    private function started(): string
    {
        $port = FreePort::find();
        $this->folder = Ending::folder('browser');
        $own = $this->folder . '/own';
        mkdir($own, 0o700);
        Confined::hand($own);
        copy(self::BEGINNING, $this->folder . '/browser.sh');
        chmod($this->folder . '/browser.sh', 0o755);
        $this->process = new Process(
            Confined::command(['chromedriver', '--port=' . $port]),
            $own,
            ['TMPDIR' => $own, 'HOME' => $own],
            null,
            null,
        );
        $this->process->start();
        if (!FreePort::isAnsweredAt($port, fn(): bool => true === $this->process->isRunning())) {
            throw new NoAnswer('ChromeDriver could not be started: ' . trim($this->process->getErrorOutput()), true);
        }

        return 'http://127.0.0.1:' . $port;
    }

    /**
     * What keeps the browser to the hosts. A browser on another machine does not reach the proxy of this one: there,
     * names of other hosts do not resolve, which leaves other ports of the shop's host open.
     *
     * @return list<string> flags
     *
     * @throws NoAnswer where a host may not be asked
     */
    private function fenced(): array
    {
        $host = null === $this->remote ? '127.0.0.1' : parse_url($this->remote, PHP_URL_HOST);

        if (!in_array($host, ['127.0.0.1', 'localhost', '[::1]'], true)) {
            $this->fence->pinned();

            return ['--host-resolver-rules=' . $this->rules()];
        }

        return [
            '--proxy-server=' . $this->fence->address(),
            '--proxy-bypass-list=<-loopback>',
            '--force-webrtc-ip-handling-policy=disable_non_proxied_udp',
        ];
    }

    private function rules(): string
    {
        $names = array_unique(
            array_map(
                static fn(string $host): string => trim((string) preg_replace('/:\d+$/', '', $host), '[]'),
                $this->hosts,
            ),
        );
        $pinned = $this->policy?->pinned($this->hosts) ?? [];

        return implode(', ', [
            ...array_map(static fn(string $name, string $to): string => "MAP $name $to", array_keys($pinned), $pinned),
            'MAP * ~NOTFOUND',
            ...array_map(static fn(string $n): string => 'EXCLUDE ' . $n, array_diff($names, array_keys($pinned))),
        ]);
    }
}
