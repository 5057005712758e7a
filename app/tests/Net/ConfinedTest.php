<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Net;

use Ithrel\App\Browser\Confined;
use Ithrel\App\Browser\Driver;
use Ithrel\App\Browser\Ending;
use Ithrel\App\Browser\MadeFile;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/**
 * As root, as which these tests run in most containers; elsewhere the browser is whose Ithrel is.
 */
final class ConfinedTest extends TestCase
{
    public function testABrowserIsNeverRoot(): void
    {
        $process = new Process(Confined::command(['id', '-u']));
        self::assertSame(0, $process->run(), $process->getErrorOutput());
        self::assertNotSame('0', trim($process->getOutput()));
    }

    public function testItGetsAtWhatItIsHandedAndAtNothingElse(): void
    {
        $folder = Ending::folder('files');
        try {
            $path = MadeFile::in($folder, ['name' => 'lamp.txt', 'type' => 'text/plain', 'bytes' => 5]);
            $reads = static fn(string $file): int => (new Process(Confined::command(['cat', $file])))->run();
            self::assertSame(0, $reads($path));
            file_put_contents($folder . '/ours', 'secret');
            chmod($folder . '/ours', 0o600);
            if (0 === posix_geteuid()) {
                self::assertNotSame(0, $reads($folder . '/ours'));
                self::assertNotSame(0, (new Process(Confined::command(['ls', $folder])))->run());
            }
        } finally {
            Ending::remove($folder);
        }
    }

    public function testWithoutASandboxChromiumIsToldSo(): void
    {
        $flags = static fn(bool $isSandboxed): array => Driver::options([], true, $isSandboxed)->toArray()['args'];
        self::assertContains('--no-sandbox', $flags(false));
        self::assertNotContains('--no-sandbox', $flags(true));
    }
}
