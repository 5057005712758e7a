<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Rehearsal;

use Ithrel\App\Rehearsal\JUnitFile;
use PHPUnit\Framework\TestCase;

final class JUnitFileTest extends TestCase
{
    public function testNothingTriedIsRed(): void
    {
        $xml = new \SimpleXMLElement(JUnitFile::text('Lamp', new \DateTimeImmutable('2030-01-07'), []));
        self::assertSame(['1', '1'], [(string) $xml['tests'], (string) $xml['failures']]);
        self::assertSame('Nothing was tried: there is no check.', (string) $xml->testsuite->testcase->failure['message']);
    }
}
