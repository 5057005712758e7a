<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Api;

use Doctrine\DBAL\Connection;
use Ithrel\App\Queue\WorkLoop;
use PHPUnit\Framework\Attributes\TestDox;

/**
 * Requests that take longer than somebody waits: here, all of them.
 */
final class LongRequestsTest extends ApiTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->browser->disableReboot();
    }

    protected function tearDown(): void
    {
        unset($_SERVER['ITHREL_REQUEST_MILLISECONDS'], $_ENV['ITHREL_REQUEST_MILLISECONDS']);
        parent::tearDown();
    }

    /** The address of the totals of a setup, as which nothing can be told before it was looked whether it may be. */
    private function totals(): string
    {
        $of = $this->analyses($this->bringIn('09-admiralty-chandelier'));
        self::ensureKernelShutdown();
        $_SERVER['ITHREL_REQUEST_MILLISECONDS'] = $_ENV['ITHREL_REQUEST_MILLISECONDS'] = '0';
        $this->browser = self::createClient(['debug' => false]);
        $this->browser->disableReboot();

        return $of . '/totals';
    }

    private function work(): bool
    {
        return self::getContainer()
            ->get(WorkLoop::class)
            ->once(['desk']);
    }

    #[TestDox('what takes long is worked out by a worker, and is then had as its own address would have given it')]
    public function testLater(): void
    {
        $address = $this->totals();
        $told = $this->send('GET', $address, null, 202);
        self::assertSame(['waiting', '0'], [$told['state'], $told['steps']]);
        self::assertSame($told['id'], $this->send('GET', $address, null, 202)['id'], 'It is worked out once.');
        self::assertIsString($told['id']);
        $there = '/api/answers/' . $told['id'];
        self::assertResponseHeaderSame('Location', $there);
        self::assertSame('waiting', $this->send('GET', $there, null, 202)['state']);
        self::assertTrue($this->work());
        $later = $this->send('GET', $there, null, 200);
        $_SERVER['ITHREL_REQUEST_MILLISECONDS'] = $_ENV['ITHREL_REQUEST_MILLISECONDS'] = '60000';
        self::ensureKernelShutdown();
        $this->browser = self::createClient(['debug' => false]);
        self::assertSame($later, $this->send('GET', $address, null, 200));
    }

    public function testOneThatIsStoppedIsNotWorkedOut(): void
    {
        $id = $this->send('GET', $this->totals(), null, 202)['id'];
        self::assertIsString($id);
        $this->send('DELETE', '/api/answers/' . $id, null, 204);
        $this->work();
        $told = $this->send('GET', '/api/answers/' . $id, null, 422);
        self::assertSame('urn:ithrel:problem:stopped', $told['type']);
        $this->send('GET', '/api/answers/01ARZ3NDEKTSV4RRFFQ69G5FAV', null, 404);
    }

    public function testAWorkerStopsWhereNobodyWaitsAnyMore(): void
    {
        $id = $this->send('GET', $this->totals(), null, 202)['id'];
        $connection = self::getContainer()->get(Connection::class);
        $connection->executeStatement('UPDATE later_answer SET asked_at = asked_at - 31');
        self::assertTrue($this->work());
        self::assertSame('cancelled', $connection->fetchOne('SELECT state FROM later_answer WHERE id = ?', [$id]));
    }

    #[TestDox('who did what stands in the log, though it is written after the answer')]
    public function testTheLogNamesWhoAskedAfterTheAnswerToo(): void
    {
        $id = $this->bringIn('04-engraved-plate');
        $log = fn(string $id): array => array_map(
            static fn(array $l): array => [$l['person'], $l['what']],
            $this->send('GET', '/api/log?setup=' . $id, null, 200),
        );
        $sheet = ['text' => "check,stage,what,found\n1,,result,ok\n"];
        $this->browser->setServerParameter('HTTP_ITHREL_PERSON', 'Mara');
        $this->send('POST', "/api/setups/{$id}/hand-sheet", $sheet, 201);
        $words = 'brought in a sheet filled in by hand';
        self::assertSame(['Mara', $words], $log($id)[0]);
    }

    #[TestDox('a change that takes long is made by a worker, in the name and on the state of who asked for it')]
    public function testAChangeIsMadeLater(): void
    {
        $id = $this->bringIn('08-signal-lantern');
        $seen = hash('sha256', self::demo('08-signal-lantern'));
        self::ensureKernelShutdown();
        $_SERVER['ITHREL_REQUEST_MILLISECONDS'] = $_ENV['ITHREL_REQUEST_MILLISECONDS'] = '0';
        $this->browser = self::createClient(['debug' => false]);
        $this->browser->disableReboot();
        $this->browser->setServerParameter('HTTP_ITHREL_PERSON', 'Mara');
        $text = static fn(string $price): string => str_replace('"64.00"', $price, self::demo('08-signal-lantern'));
        $answers = [];
        foreach (['"66.00"', '"67.00"'] as $price) {
            $told = $this->send('POST', "/api/setups/{$id}/revisions", ['text' => $text($price)], 202, $seen);
            self::assertIsString($told['id']);
            $answers[] = '/api/answers/' . $told['id'];
        }
        $this->browser->setServerParameter('HTTP_ITHREL_PERSON', 'Somebody else');
        self::assertTrue($this->work());
        self::assertTrue($this->work());
        $first = $this->send('GET', $answers[0], null, 201);
        self::assertSame([2, hash('sha256', $text('"66.00"'))], [$first['number'], $first['sha256']]);
        $this->send('GET', $answers[1], null, 412);
        $line = $this->send('GET', '/api/log?setup=' . $id, null, 200)[0];
        self::assertSame(['Mara', 'brought in another revision'], [$line['person'], $line['what']]);
    }

    public function testWhatIsSentToBeCheckedIsAnsweredLaterToo(): void
    {
        $this->totals();
        $told = $this->send('POST', '/api/checks', ['text' => self::demo('01-harbour-pendant')], 202);
        self::assertIsString($told['id']);
        self::assertTrue($this->work());
        $later = $this->send('GET', '/api/answers/' . $told['id'], null, 200);
        self::assertIsArray($later['counts']);
        self::assertSame('288', $later['counts']['offered']);
    }
}
