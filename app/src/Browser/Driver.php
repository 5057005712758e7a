<?php

declare(strict_types=1);

namespace Ithrel\App\Browser;

use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Exception\PhpWebDriverExceptionInterface;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\WebDriverTargetLocator;
use Ithrel\App\Rehearsal\NoAnswer;
use Symfony\Component\Process\Process;

/**
 * One browser, reached by the W3C WebDriver protocol: a driver that is started here, or a remote end. The accessibility
 * tree comes by ChromeDriver's door to the Chrome DevTools Protocol.
 */
final class Driver
{
    private const FLAGS = ['--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--disable-dev-shm-usage', '--disable-extensions', '--mute-audio', '--window-size=1280,900', '--lang=en-US'];

    private ?Process $process = null;
    private ?RemoteWebDriver $browser = null;
    private ?ChromeDevToolsDriver $tools = null;

    /**
     * @param list<string> $hosts  that may be visited; a name that is none of them does not resolve
     * @param string|null  $remote address of a remote end; null: a driver is started
     */
    public function __construct(private readonly array $hosts, private readonly ?string $remote = null)
    {
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
        $this->browser = $this->tools = null;
        $this->process?->stop(2);
        $this->process = null;
    }

    /**
     * @param array<string, mixed> $parameters
     *
     * @return array<string, mixed>
     *
     * @throws NoAnswer where the browser or its driver does not answer
     */
    public function tell(string $command, array $parameters = []): array
    {
        $this->begin();
        try {
            $answer = $this->tools?->execute($command, $parameters);
        } catch (PhpWebDriverExceptionInterface $e) {
            throw new NoAnswer(sprintf('The browser did not take %s: %s', $command, strtok($e->getMessage(), "\n")), true, $e);
        }
        $all = [];
        foreach (is_array($answer) ? $answer : [] as $key => $value) {
            $all[(string) $key] = $value;
        }

        return $all;
    }

    /** A new tab without cookies, storage, caches and service workers; the others are closed. */
    public function newShopper(string $origin): void
    {
        $this->begin();
        $browser = $this->browser ?? throw new \LogicException('The browser has begun.');
        try {
            $old = array_filter($browser->getWindowHandles(), is_string(...));
            $browser->switchTo()->newWindow(WebDriverTargetLocator::WINDOW_TYPE_TAB);
            $new = $browser->getWindowHandle();
            foreach ($old as $handle) {
                $browser->switchTo()->window($handle);
                $browser->close();
            }
            $browser->switchTo()->window($new);
        } catch (PhpWebDriverExceptionInterface $e) {
            throw new NoAnswer('The browser could not open a new tab: '.strtok($e->getMessage(), "\n"), true, $e);
        }
        $this->tell('Network.clearBrowserCookies');
        $this->tell('Network.clearBrowserCache');
        $this->tell('Storage.clearDataForOrigin', ['origin' => $origin, 'storageTypes' => 'all']);
        $this->tell('Page.addScriptToEvaluateOnNewDocument', ['source' => (string) file_get_contents(__DIR__.'/still.js')]);
        $this->tell('Browser.setDownloadBehavior', ['behavior' => 'deny']);
    }

    public function visit(string $address): void
    {
        $this->begin();
        try {
            $this->browser?->get($address);
        } catch (PhpWebDriverExceptionInterface $e) {
            throw new NoAnswer(sprintf('%s could not be opened: %s', $address, strtok($e->getMessage(), "\n")), true, $e);
        }
    }

    public function address(): string
    {
        return $this->browser?->getCurrentURL() ?? '';
    }

    public function picture(): string
    {
        return $this->browser?->takeScreenshot() ?? '';
    }

    private function begin(): void
    {
        if (null !== $this->browser) {
            return;
        }
        $end = $this->remote ?? $this->started();
        $options = (new ChromeOptions())->addArguments([...self::FLAGS, '--host-resolver-rules='.self::rules($this->hosts)]);
        $capabilities = DesiredCapabilities::chrome();
        $capabilities->setCapability(ChromeOptions::CAPABILITY, $options);
        $capabilities->setCapability('unhandledPromptBehavior', 'accept');
        try {
            $this->browser = RemoteWebDriver::create($end, $capabilities, 20_000, 30_000);
            $this->browser->manage()->timeouts()->pageLoadTimeout(20);
            $this->tools = new ChromeDevToolsDriver($this->browser);
        } catch (PhpWebDriverExceptionInterface $e) {
            $this->end();
            throw new NoAnswer(sprintf('No browser could be started at %s: %s', $end, strtok($e->getMessage(), "\n")), true, $e);
        }
    }

    private function started(): string
    {
        $port = self::freePort();
        $this->process = new Process(['chromedriver', '--port='.$port], null, null, null, null);
        $this->process->start();
        for ($try = 0; $try < 100; ++$try) {
            $socket = @fsockopen('127.0.0.1', $port, $code, $message, 0.2);
            if (false !== $socket) {
                fclose($socket);

                return 'http://127.0.0.1:'.$port;
            }
            usleep(50_000);
        }
        throw new NoAnswer('ChromeDriver could not be started: '.trim($this->process->getErrorOutput()), true);
    }

    private static function freePort(): int
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0');
        $name = false === $socket ? false : stream_socket_get_name($socket, false);
        if (false === $socket || false === $name) {
            throw new NoAnswer('No port is free for a driver.', true);
        }
        fclose($socket);

        return (int) substr($name, (int) strrpos($name, ':') + 1);
    }

    /**
     * @param list<string> $hosts
     */
    private static function rules(array $hosts): string
    {
        $names = array_unique(array_map(static fn (string $host): string => trim((string) preg_replace('/:\d+$/', '', $host), '[]'), $hosts));

        return implode(', ', ['MAP * ~NOTFOUND', ...array_map(static fn (string $name): string => 'EXCLUDE '.$name, $names)]);
    }
}
