<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Rehearsal;

use Ithrel\App\Rehearsal\JUnitFile;
use Ithrel\App\Rehearsal\TriedCheck;
use Ithrel\App\Store\RehearsalCheck;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Purpose;
use PHPUnit\Framework\TestCase;

final class JUnitFileTest extends TestCase
{
    public function testNothingTriedIsRed(): void
    {
        $xml = new \SimpleXMLElement(JUnitFile::text('Lamp', new \DateTimeImmutable('2030-01-07'), []));
        self::assertSame(['1', '1'], [(string) $xml['tests'], (string) $xml['failures']]);
        self::assertSame(
            'Nothing was tried: there is no check.',
            (string) $xml->testsuite->testcase->failure['message'],
        );
    }

    public function testAPlanThatBuysNothingIsRed(): void
    {
        $check = new Check(
            1,
            Purpose::Opening,
            'the page as it opens',
            [],
            [[]],
            [1],
            'form',
            null,
            null,
            false,
            null,
            [],
            [],
            [],
        );
        $agrees = [new TriedCheck($check, RehearsalCheck::AGREES, [], null, 20)];
        $xml = new \SimpleXMLElement(JUnitFile::text('Lamp', new \DateTimeImmutable('2030-01-07'), $agrees, true));
        self::assertSame(['2', '1'], [(string) $xml['tests'], (string) $xml['failures']]);
        self::assertStringContainsString('No check buys anything', (string) $xml->asXML());
        $xml = new \SimpleXMLElement(JUnitFile::text('Lamp', new \DateTimeImmutable('2030-01-07'), $agrees));
        self::assertSame(['1', '0'], [(string) $xml['tests'], (string) $xml['failures']]);
    }
}
