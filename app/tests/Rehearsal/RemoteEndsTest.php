<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Rehearsal;

use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\App\Rehearsal\Page\Browsers;
use Ithrel\Shop\Tests\Processes;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;

/**
 * Browsers that others run, reached over WebDriver by a setting.
 */
final class RemoteEndsTest extends TestCase
{
    #[TestDox('two workers use two drivers on other ports, each its own; one that does not answer is passed over')]
    public function testTwoDriversAreSharedOut(): void
    {
        $folder = sys_get_temp_dir() . '/ithrel-ends-' . bin2hex(random_bytes(5));
        mkdir($folder, 0o700);
        file_put_contents(
            $folder . '/page.php',
            '<?php echo "<!doctype html><title>Lamp</title><h1>Lamp ", $_SERVER["REQUEST_URI"], "</h1>";',
        );
        $page = Processes::freePort();
        Processes::serve(
            sprintf('exec %s -S 127.0.0.1:%d %s', PHP_BINARY, $page, escapeshellarg($folder . '/page.php')),
            $page,
            $folder . '/page.log',
        );
        $ends = [];
        foreach ([Processes::freePort(), Processes::freePort()] as $port) {
            Processes::serve('exec chromedriver --verbose --port=' . $port, $port, $folder . '/' . $port . '.log');
            $ends[] = 'http://127.0.0.1:' . $port;
        }
        $setting = implode(', ', [...$ends, 'http://127.0.0.1:' . Processes::freePort()]);
        $workers = [new Browsers($setting), new Browsers($setting)];
        foreach ($workers as $n => $worker) {
            $snapshot = $worker
                ->pilot(['127.0.0.1:' . $page], static fn() => null)
                ->newShopper(sprintf('http://127.0.0.1:%d/%d', $page, $n));
            self::assertStringContainsString('Lamp /' . $n, $snapshot->root->text());
        }
        foreach ($ends as $end) {
            self::assertSame(
                1,
                substr_count(
                    (string) file_get_contents($folder . '/' . parse_url($end, PHP_URL_PORT) . '.log'),
                    'COMMAND InitSession',
                ),
                $end . ' has one browser',
            );
        }
        foreach ($workers as $worker) {
            $worker->end();
        }
        exec('rm -rf ' . escapeshellarg($folder));
    }

    public function testWhereNoneAnswersThatIsSaid(): void
    {
        $end = 'http://127.0.0.1:' . Processes::freePort();
        $this->expectException(NoAnswer::class);
        $this->expectExceptionMessage('No remote end for browsers answers: ' . $end);
        (new Browsers($end))->pilot(['127.0.0.1'], static fn() => null)->newShopper('http://127.0.0.1/');
    }
}
