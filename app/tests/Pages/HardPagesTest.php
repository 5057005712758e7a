<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Pages;

use Ithrel\App\Browser\Driver;
use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\Shop\Tests\Processes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/**
 * ./ithrel rehearse on pages of a shop that is not Ithrel's own, each hard in one way.
 */
final class HardPagesTest extends TestCase
{
    private static string $folder;
    private static string $shop;
    private static string $elsewhere;

    /** @var list<int> */
    private static array $groups = [];

    public static function setUpBeforeClass(): void
    {
        self::$folder = sys_get_temp_dir() . '/ithrel-hard-' . bin2hex(random_bytes(5));
        mkdir(self::$folder, 0o700);
        [$port, $other] = [Processes::freePort(), Processes::freePort()];
        [self::$shop, self::$elsewhere] = ['http://127.0.0.1:' . $port, 'http://127.0.0.1:' . $other];
        file_put_contents(
            self::$folder . '/elsewhere.php',
            sprintf(
                '<?php file_put_contents(%s, $_SERVER["REQUEST_URI"]."\n", FILE_APPEND);',
                var_export(self::$folder . '/asked', true),
            ),
        );
        self::$groups[] = Processes::serve(
            sprintf('exec %s -S 127.0.0.1:%d %s', PHP_BINARY, $other, escapeshellarg(self::$folder . '/elsewhere.php')),
            $other,
            self::$folder . '/elsewhere.log',
        );
        self::$groups[] = Processes::serve(
            sprintf(
                'ITHREL_ELSEWHERE=%s PHP_CLI_SERVER_WORKERS=4 exec %s -d variables_order=EGPCS -S 127.0.0.1:%d %s',
                self::$elsewhere,
                PHP_BINARY,
                $port,
                escapeshellarg(__DIR__ . '/hardShop.php'),
            ),
            $port,
            self::$folder . '/shop.log',
        );
        file_put_contents(
            self::$folder . '/lamp.json',
            json_encode(
                [
                    'ithrel' => 'setup/1',
                    'name' => 'Harbour lamp',
                    'currency' => 'EUR',
                    'item' => ['sku' => 'HL-1', 'name' => 'Harbour lamp', 'price' => '100.00'],
                    'options' => [
                        [
                            'code' => 'size',
                            'label' => 'Size',
                            'kind' => 'one',
                            'required' => true,
                            'control' => ['list', 'buttons'],
                            'values' => [
                                ['code' => 's', 'label' => 'Small'],
                                ['code' => 'l', 'label' => 'Large', 'charge' => '12.50'],
                            ],
                        ],
                    ],
                ],
                JSON_THROW_ON_ERROR,
            ),
        );
    }

    public static function tearDownAfterClass(): void
    {
        foreach (self::$groups as $group) {
            posix_kill(-$group, SIGTERM);
        }
        exec('rm -rf ' . escapeshellarg(self::$folder));
    }

    /**
     * @return iterable<string, array{string}>
     */
    public static function pages(): iterable
    {
        yield 'something on it never rests, a notice lies over it, other forms ask for the ' .
            'same, and the checkout asks ' .
            'who one is' => ['moves+covered+forms+asked'];
        yield 'it asks whether one wants to leave, opens windows and sends files' => ['shouts'];
    }

    #[DataProvider('pages')]
    #[TestDox('nothing differs where $_dataName')]
    public function testAHardPageIsUnderstood(string $page): void
    {
        [, $run] = self::rehearse($page, '1,4,12');
        self::assertSame(
            ['agrees' => 3, 'differs' => 0, 'noAnswer' => 0, 'notTried' => 0],
            $run['tally'],
            json_encode($run['checks'], JSON_THROW_ON_ERROR),
        );
        self::assertNotContains('checkout', $run['notLookedAt'], 'the checkout is reached, whatever it asks first');
    }

    #[TestDox('prices that are wrong everywhere are told, at the page and nowhere else')]
    public function testAPriceThatIsWrongEverywhere(): void
    {
        [$status, $run] = self::rehearse('wrong', '1,2');
        self::assertSame(1, $status);
        self::assertSame(
            [['page', 'unitPrice', '100.00', '107.00'], ['page', 'unitPrice', '112.50', '119.50']],
            array_map(static fn(array $c): array => array_values($c['differences'][0]), $run['checks']),
        );
        self::assertSame('/item/price', $run['likely'][0]['at']);
    }

    #[TestDox('an option in two controls is answered in either, and they have to say the same')]
    public function testTwoControlsOfOneOption(): void
    {
        [, $run] = self::rehearse('twice', '1,2');
        self::assertSame(
            ['agrees' => 2, 'differs' => 0, 'noAnswer' => 0, 'notTried' => 0],
            $run['tally'],
            json_encode($run['checks'], JSON_THROW_ON_ERROR),
        );
        self::assertContains('second size', array_column($run['map']['found'], 'what'));
        [, $run] = self::rehearse('twice+apart', '1,2');
        $said = array_map(
            static fn(array $c): array => array_map(static fn(array $d): array => array_values($d), $c['differences']),
            $run['checks'],
        );
        self::assertContains(
            [['page', 'controls', 'Size the same in both', 'Small in one, nothing in the other']],
            $said,
            json_encode($run, JSON_THROW_ON_ERROR),
        );
        self::assertContains([], $said, 'the buttons themselves set the list');
        self::assertSame('/options/0/control', $run['likely'][0]['at']);
        [, $run] = self::rehearse('plain', '1');
        self::assertContains('second size', array_column($run['map']['missing'], 'what'));
    }

    #[TestDox('a driver that is killed leaves no browser behind')]
    public function testADriverThatIsKilled(): void
    {
        $before = self::children((int) getmypid());
        $driver = new Driver(['127.0.0.1']);
        $driver->visit('about:blank');
        $begun = array_values(array_diff(self::children((int) getmypid()), $before));
        // One that has ended stands there until whoever begot it looks.
        $named = static fn(string $name): array => array_values(
            array_filter($begun, static function (int $id) use ($name): bool {
                $process = (string) @file_get_contents('/proc/' . $id . '/stat');

                return str_contains($process, '(' . $name) && !str_contains($process, ') Z ');
            }),
        );
        [$killed] = $named('chromedriver');
        self::assertNotSame([], array_diff($named('chrom'), [$killed]));
        posix_kill($killed, \SIGKILL);
        try {
            $driver->tell('Page.bringToFront');
            self::fail('The driver is gone.');
        } catch (NoAnswer $e) {
            self::assertStringContainsString('the browser or its driver ended', $e->getMessage());
        }
        for ($tries = 0; $tries < 100 && [] !== array_diff($named('chrom'), [$killed]); ++$tries) {
            usleep(100_000);
        }
        self::assertSame([], array_values(array_diff($named('chrom'), [$killed])));
    }

    #[TestDox('nothing is asked of another host: no picture, script, frame, request, beacon or socket')]
    public function testNothingIsAskedElsewhere(): void
    {
        [, $run] = self::rehearse('asks', '1');
        self::assertSame(1, $run['tally']['agrees']);
        self::assertFileDoesNotExist(self::$folder . '/asked');
        // It is there to be asked.
        file_get_contents(self::$elsewhere . '/asked-here');
        self::assertFileExists(self::$folder . '/asked');
        unlink(self::$folder . '/asked');
    }

    #[TestDox('a page that leads to another host, or that nothing can be pressed on, ends with its reason')]
    public function testItEndsWithItsReason(): void
    {
        foreach (
            [
                'leaves' => '~led to http://127\.0\.0\.1:\d+/gone, which is of a host that may not be visited~',
                'blocked' => '~lies over the page and takes each click: “Cookies”~',
            ]
            as $page => $why
        ) {
            $process = self::process($page, '1');
            self::assertSame(2, $process->run());
            self::assertMatchesRegularExpression($why, $process->getErrorOutput());
        }
        self::assertFileDoesNotExist(self::$folder . '/asked');
    }

    #[TestDox('a certificate that nobody signed is told')]
    public function testACertificate(): void
    {
        $port = Processes::freePort();
        $key = openssl_pkey_new(['private_key_bits' => 2048]);
        self::assertNotFalse($key);
        $request = openssl_csr_new(['commonName' => '127.0.0.1'], $key);
        self::assertInstanceOf(\OpenSSLCertificateSigningRequest::class, $request);
        $certificate = openssl_csr_sign($request, null, $key, 2);
        self::assertInstanceOf(\OpenSSLCertificate::class, $certificate);
        openssl_x509_export($certificate, $public);
        openssl_pkey_export($key, $private);
        file_put_contents(self::$folder . '/own.pem', $public . $private);
        self::$groups[] = Processes::serve(
            sprintf(
                'exec openssl s_server -quiet -accept %d -cert %s -www',
                $port,
                escapeshellarg(self::$folder . '/own.pem'),
            ),
            $port,
            self::$folder . '/tls.log',
        );
        $process = self::process('https://127.0.0.1:' . $port . '/item', '1');
        self::assertSame(2, $process->run());
        self::assertStringContainsString('its certificate is not trusted', $process->getErrorOutput());
    }

    #[TestDox('where the browser ends in the middle, that check has no answer, and the next begin a new one')]
    public function testABrowserThatEnds(): void
    {
        $process = self::process('quiet', '1-4,7-10', 'text');
        $process->start();
        $isKilled = false;
        while ($process->isRunning()) {
            if (!$isKilled && str_contains($process->getErrorOutput(), '2 of 8')) {
                $isKilled = self::endBrowserOf((int) $process->getPid());
            }
            usleep(20_000);
        }
        self::assertTrue($isKilled);
        self::assertStringContainsString('7 agree · 0 differ · 1 no answer · 0 not tried', $process->getOutput());
        self::assertStringContainsString(
            'the browser or its driver ended. It is begun anew for what follows.',
            $process->getOutput(),
        );
    }

    /** Kills the browser, not its driver, that a process has started. */
    private static function endBrowserOf(int $pid): bool
    {
        foreach (self::children($pid) as $child) {
            if (str_contains((string) @file_get_contents("/proc/{$child}/cmdline"), 'chromedriver')) {
                foreach (self::children($child) as $browser) {
                    posix_kill($browser, SIGKILL);

                    return true;
                }
            }
        }

        return false;
    }

    /**
     * @return list<int>
     */
    private static function children(int $pid): array
    {
        exec('pgrep -P ' . $pid, $all);
        $children = array_map(intval(...), array_filter($all));

        return array_merge(array_values($children), ...array_map(self::children(...), array_values($children)));
    }

    /**
     * @return array{int, array<string, mixed>} exit status and what the run says
     */
    private static function rehearse(string $page, string $checks): array
    {
        $process = self::process($page, $checks);
        $process->run();
        $run = json_decode($process->getOutput(), true);
        self::assertIsArray($run, $process->getErrorOutput());

        /* @var array<string, mixed> $run */
        return [(int) $process->getExitCode(), $run];
    }

    private static function process(string $page, string $checks, string $format = 'json'): Process
    {
        $address = str_contains($page, '://') ? $page : self::$shop . '/' . $page . '/item';

        return new Process(
            [
                PHP_BINARY,
                dirname(__DIR__, 3) . '/app/bin/ithrel.php',
                'rehearse',
                self::$folder . '/lamp.json',
                '--page=' . $address,
                '--checks=' . $checks,
                '--format=' . $format,
                '--today=2026-11-26',
            ],
            null,
            null,
            null,
            150,
        );
    }
}
