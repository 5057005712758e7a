<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Browser;

use DAMA\DoctrineTestBundle\PHPUnit\SkipDatabaseRollback;
use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Exception\ElementNotInteractableException;
use Facebook\WebDriver\Exception\StaleElementReferenceException;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverElement;
use Ithrel\App\Browser\Driver;
use Ithrel\Shop\Tests\Processes;
use PHPUnit\Framework\TestCase;

/**
 * Drives the real interface, served by ./ithrel demo with a database of its own, in headless Chromium.
 *
 * The server, its workers, the driver and the browser are process groups that are ended when the run ends.
 */
#[SkipDatabaseRollback]
abstract class BrowserTestCase extends TestCase
{
    protected static RemoteWebDriver $browser;
    private static ChromeDevToolsDriver $tools;
    private static string $address = '';

    /** Where the demo's rehearsal shop answers. */
    protected static string $demoShop = '';

    /** @var list<int> process groups */
    private static array $groups = [];

    public static function setUpBeforeClass(): void
    {
        if ('' !== self::$address) {
            return;
        }
        $folder = sys_get_temp_dir() . '/ithrel-browser-' . bin2hex(random_bytes(5));
        mkdir($folder, 0o700, true);
        register_shutdown_function(self::end(...), $folder);
        $port = Processes::freePort();
        $shop = Processes::freePort();
        self::$groups[] = Processes::serve(
            sprintf(
                'ITHREL_VAR=%1$s ITHREL_DATABASE=%1$s/ithrel.sqlite ITHREL_TODAY=2026-11-24 exec %2$s/ithrel ' .
                    'demo --port=%3$d --shop-port=%4$d',
                escapeshellarg($folder),
                escapeshellarg(dirname(__DIR__, 3)),
                $port,
                $shop,
            ),
            $port,
            $folder . '/demo.log',
        );
        self::$address = 'http://127.0.0.1:' . $port;
        self::$demoShop = 'http://127.0.0.1:' . $shop;
        $driver = Processes::freePort();
        self::$groups[] = Processes::serve('exec chromedriver --port=' . $driver, $driver, $folder . '/driver.log');
        $options = Driver::options(['--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1']);
        $capabilities = DesiredCapabilities::chrome();
        $capabilities->setCapability(ChromeOptions::CAPABILITY, $options);
        self::$browser = RemoteWebDriver::create('http://127.0.0.1:' . $driver, $capabilities);
        self::$tools = new ChromeDevToolsDriver(self::$browser);
    }

    protected function setUp(): void
    {
        self::look('light');
    }

    /** The window as a laptop has it, or as a phone. */
    protected static function look(string $scheme, int $width = 1280, int $height = 800): void
    {
        self::$tools->execute('Emulation.setDeviceMetricsOverride', [
            'width' => $width,
            'height' => $height,
            'deviceScaleFactor' => 1,
            'mobile' => false,
        ]);
        self::$tools->execute('Emulation.setEmulatedMedia', [
            'features' => [
                ['name' => 'prefers-color-scheme', 'value' => $scheme],
                ['name' => 'prefers-reduced-motion', 'value' => 'reduce'],
            ],
        ]);
    }

    protected static function open(string $path): void
    {
        self::$browser->get(self::$address . $path);
    }

    /** The address of a demo setup's desk. */
    protected static function desk(string $title): string
    {
        self::open('/');
        $link = self::first(sprintf('//th//a[normalize-space()="%s"]', $title));

        return dirname((string) parse_url((string) $link->getAttribute('href'), PHP_URL_PATH));
    }

    /** The first element of a CSS selector or XPath, waited for. */
    protected static function first(string $selector): WebDriverElement
    {
        $found = null;
        self::eventually(static function () use ($selector, &$found): bool {
            $found = self::all($selector)[0] ?? null;

            return null !== $found;
        }, 'nothing on the page matches ' . $selector);
        \assert($found instanceof WebDriverElement);

        return $found;
    }

    /**
     * @return list<WebDriverElement>
     */
    protected static function all(string $selector): array
    {
        $by = str_starts_with($selector, '/') ? WebDriverBy::xpath($selector) : WebDriverBy::cssSelector($selector);

        return array_values(self::$browser->findElements($by));
    }

    protected static function text(string $selector): string
    {
        return self::read(self::first($selector));
    }

    /**
     * What stands in an element as the browser itself reads it out; the driver looks at each of its elements for it,
     * which takes seconds for a long list.
     */
    private static function read(WebDriverElement $element): string
    {
        $text = $element->getDomProperty('innerText');

        return trim(str_replace(["\t", "\u{A0}"], ' ', is_string($text) ? $text : ''));
    }

    protected static function click(string $selector): void
    {
        // As a person does: what is not shown yet, or is just being drawn anew, is pressed once it is there.
        self::eventually(static function () use ($selector): bool {
            try {
                self::first($selector)->click();

                return true;
            } catch (ElementNotInteractableException | StaleElementReferenceException) {
                return false;
            }
        }, $selector . ' cannot be pressed');
    }

    /** Presses somewhere on the window, as a mouse does. */
    protected static function press(float $x, float $y): void
    {
        foreach (['mousePressed', 'mouseReleased'] as $type) {
            self::$tools->execute('Input.dispatchMouseEvent', [
                'type' => $type,
                'x' => $x,
                'y' => $y,
                'button' => 'left',
                'clickCount' => 1,
            ]);
        }
    }

    /** Puts text in where the focus is, as a person's input is put in. */
    protected static function type(string $text): void
    {
        self::$tools->execute('Input.insertText', ['text' => $text]);
    }

    protected static function awaitText(string $selector, string $part): void
    {
        $seen = '';
        self::eventually(static function () use ($selector, $part, &$seen): bool {
            $seen = implode("\n", array_map(self::read(...), self::all($selector)));

            return str_contains($seen, $part);
        }, sprintf('"%s" does not come up in %s', $part, $selector));
        self::assertStringContainsString($part, $seen);
    }

    /**
     * @param callable(): bool $holds
     */
    protected static function eventually(callable $holds, string $otherwise, int $seconds = 15): void
    {
        // Not by the clock of the day, which jumps where the machine was asleep.
        $until = hrtime(true) + $seconds * 1_000_000_000;
        $pause = 30_000;
        do {
            try {
                if ($holds()) {
                    return;
                }
            } catch (StaleElementReferenceException) {
                // The page was drawn anew between finding and reading; look again.
            }
            usleep($pause);
            // To ask takes the browser's time: what takes long is asked for seldom.
            $pause = min((int) ($pause * 1.3), 400_000);
        } while (hrtime(true) < $until);
        self::fail(
            sprintf(
                "%s. Address: %s. It shows:\n%s",
                $otherwise,
                self::$browser->getCurrentURL(),
                mb_strimwidth(
                    self::$browser->findElement(WebDriverBy::tagName('body'))->getText(),
                    0,
                    1_500,
                    '…',
                    'UTF-8',
                ),
            ),
        );
    }

    /** axe-core (the rules of WCAG 2.2 A and AA and its best practices) finds nothing on the page as it is. */
    protected static function assertAccessible(string $where): void
    {
        $axe = (string) file_get_contents(dirname(__DIR__, 3) . '/web/node_modules/axe-core/axe.min.js');
        self::$browser->executeScript($axe);
        $violations = self::$browser->executeAsyncScript(
            'const done = arguments[arguments.length - 1]; axe.run({ preload: false, resultTypes: ["violations"] })' .
                '.then((r) => done(r.violations.map((v) => v.id + ": " + v.nodes.slice(0, 3).map((n) => n.html.slice(0, 160)).join(" | "))), (e) => ' .
                'done([String(e)]))',
        );
        self::assertSame([], $violations, $where);
    }

    /** Nothing on the page is written to the console as an error, a refused file of another origin for instance. */
    protected static function assertQuietConsole(): void
    {
        $errors = array_filter(
            self::$browser->manage()->getLog('browser'),
            static fn(array $entry): bool => 'SEVERE' === $entry['level'] &&
                !str_contains((string) $entry['message'], 'status of 4'),
        );
        self::assertSame([], array_column($errors, 'message'));
    }

    /** Keeps a picture in docs/screenshots where ITHREL_SCREENSHOTS is set. */
    protected static function picture(string $name): void
    {
        if (false !== getenv('ITHREL_SCREENSHOTS')) {
            self::$browser->takeScreenshot(dirname(__DIR__, 3) . '/docs/screenshots/' . $name . '.png');
        }
    }

    private static function end(string $folder): void
    {
        if (isset(self::$browser)) {
            try {
                self::$browser->quit();
            } catch (\Throwable) {
                // It is ended with its group below.
            }
        }
        foreach (self::$groups as $group) {
            Processes::end($group);
        }
        usleep(500_000);
        exec('rm -rf ' . escapeshellarg($folder));
    }
}
