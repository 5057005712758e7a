<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Pages;

use Ithrel\Shop\Tests\Processes;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/**
 * ./ithrel rehearse on the pages of the rehearsal shop, in a real browser, with nothing told but the address.
 */
final class PageRehearsalTest extends TestCase
{
    private static string $folder;
    private static string $shop;
    private static int $group;

    public static function setUpBeforeClass(): void
    {
        self::$folder = sys_get_temp_dir() . '/ithrel-page-' . bin2hex(random_bytes(5));
        mkdir(self::$folder, 0o700);
        $port = Processes::freePort();
        self::$shop = 'http://127.0.0.1:' . $port;
        $root = dirname(__DIR__, 3);
        self::$group = Processes::serve(
            sprintf(
                'ITHREL_SHOP_VAR=%1$s ITHREL_TODAY=2026-11-26 PHP_CLI_SERVER_WORKERS=4 exec php -d ' .
                    'variables_order=EGPCS -S 127.0.0.1:%2$d -t %3$s/shop/public %3$s/shop/public/index.php',
                escapeshellarg(self::$folder),
                $port,
                escapeshellarg($root),
            ),
            $port,
            self::$folder . '/shop.log',
        );
    }

    public static function tearDownAfterClass(): void
    {
        posix_kill(-self::$group, SIGTERM);
        exec('rm -rf ' . escapeshellarg(self::$folder));
    }

    #[TestDox('the faultless lantern agrees with every check that is tried, and everything but the order is found')]
    public function testNothingDiffersWhereNothingIsWrong(): void
    {
        [$status, $run] = self::rehearse('08-signal-lantern', '', '1-4,14,24,34,37,39,41,45,46,49,60,73');
        self::assertSame(
            [15, 0, 0, 0],
            array_values($run['tally']),
            json_encode(
                array_values(array_filter($run['checks'], static fn(array $c): bool => 'agrees' !== $c['verdict'])),
                JSON_THROW_ON_ERROR,
            ),
        );
        self::assertSame(0, $status);
        self::assertSame(['order'], array_column($run['map']['missing'], 'what'));
        self::assertNotContains('page entries', $run['notLookedAt'], 'the list of what was answered is looked at');
        self::assertFalse($run['orders']);
    }

    #[TestDox('a fault of the shop is found on its pages, at its stage')]
    public function testAFaultIsFound(): void
    {
        // The total of the checkout is one more than it should be in every state, so it is learned where it is wrong.
        [$status, $run] = self::rehearse('08-signal-lantern', 'total-changes-at-checkout', '1,34');
        self::assertSame(1, $status);
        self::assertSame([1 => 'differs', 34 => 'agrees'], array_column($run['checks'], 'verdict', 'number'));
        self::assertSame(
            [['checkout', 'total']],
            array_map(static fn(array $d): array => [$d['stage'], $d['field']], $run['checks'][0]['differences']),
        );
        self::assertSame(['/checkout'], array_column($run['likely'], 'at'));
    }

    #[TestDox('a required answer that the page alone asks for is told, by each route')]
    public function testTheShopIsAskedBehindThePagesOwnCheck(): void
    {
        // 19 leaves Metal out, 20 does so by the express route.
        [, $run] = self::rehearse('04-engraved-plate', 'required-skipped-by-express', '19,20');
        self::assertSame([19 => 'agrees', 20 => 'differs'], array_column($run['checks'], 'verdict', 'number'));
        self::assertSame(
            ['taken, once the page’s own check was away'],
            array_column($run['checks'][1]['differences'], 'found'),
        );
        self::assertSame('/options/0/required', $run['likely'][0]['at'] ?? null);
    }

    /**
     * @return array{int, array<string, mixed>} exit status and what the run says
     */
    private static function rehearse(string $setup, string $fault, string $checks): array
    {
        $root = dirname(__DIR__, 3);
        $file = $root . '/demo/setups/' . $setup . '.json';
        $item = self::$shop . '/items/lantern';
        $put = stream_context_create([
            'http' => [
                'method' => 'PUT',
                'header' => 'Content-Type: application/json',
                'content' => (string) file_get_contents($file),
            ],
        ]);
        self::assertNotFalse(file_get_contents($item, false, $put));
        $page = '' === $fault ? $item : self::$shop . '/with/' . $fault . '/items/lantern';
        $process = new Process(
            [
                PHP_BINARY,
                $root . '/app/bin/ithrel.php',
                'rehearse',
                $file,
                '--page=' . $page,
                '--checks=' . $checks,
                '--format=json',
                '--today=2026-11-26',
            ],
            null,
            null,
            null,
            150,
        );
        $process->run();
        $run = json_decode($process->getOutput(), true);
        self::assertIsArray($run, $process->getErrorOutput());

        /* @var array<string, mixed> $run */
        return [(int) $process->getExitCode(), $run];
    }
}
