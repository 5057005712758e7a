<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Rehearsal;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Ithrel\App\Queue\JobInHand;
use Ithrel\App\Queue\TriesStamp;
use Ithrel\App\Queue\WorkLoop;
use Ithrel\App\Rehearsal\CheckResults;
use Ithrel\App\Rehearsal\FailedJobs;
use Ithrel\App\Rehearsal\HandingOut;
use Ithrel\App\Rehearsal\Job\KeepResult;
use Ithrel\App\Rehearsal\Job\MakePlan;
use Ithrel\App\Rehearsal\Job\TryCheck;
use Ithrel\App\Rehearsal\JUnitFile;
use Ithrel\App\Rehearsal\KeptChecks;
use Ithrel\App\Rehearsal\Rehearsals;
use Ithrel\App\Rehearsal\TriedCheck;
use Ithrel\App\Tests\Api\ApiTestCase;
use Ithrel\Core\Table\Csv;
use Ithrel\Shop\Tests\Processes;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Event\WorkerMessageFailedEvent;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Transport\TransportInterface;

/**
 * A setup rehearsed in the rehearsal shop over HTTP, from the request of a rehearsal to what it comes to.
 */
final class RehearsalTest extends ApiTestCase
{
    private static string $folder;
    private static string $shop;

    public static function setUpBeforeClass(): void
    {
        self::$folder = sys_get_temp_dir() . '/ithrel-shop-' . bin2hex(random_bytes(5));
        self::$shop = Processes::shop(self::$folder);
    }

    public static function tearDownAfterClass(): void
    {
        unset(
            $_SERVER['ITHREL_SHOP'],
            $_ENV['ITHREL_SHOP'],
            $_SERVER['ITHREL_SHOP_SECONDS'],
            $_ENV['ITHREL_SHOP_SECONDS'],
        );
        exec('rm -rf ' . escapeshellarg(self::$folder));
    }

    protected function setUp(): void
    {
        $_SERVER['ITHREL_SHOP'] = $_ENV['ITHREL_SHOP'] = self::$shop;
        $_SERVER['ITHREL_SHOP_SECONDS'] = $_ENV['ITHREL_SHOP_SECONDS'] = '5';
        parent::setUp();
        $this->browser->disableReboot();
    }

    public function testAShopWithoutAFaultDoesWhatTheSetupSays(): void
    {
        $run = $this->rehearse($this->bringIn('04-engraved-plate'), []);
        self::assertSame('planning', $run['state']);
        self::assertSame(1, $this->work(1));
        $run = $this->asked($run['id']);
        self::assertSame(['running', $run['total'], 0], [$run['state'], $run['waiting'], $run['agrees']]);
        $this->work();
        $run = $this->asked($run['id']);
        self::assertSame(
            ['done', $run['total'], 0, 0, []],
            [$run['state'], $run['agrees'], $run['differs'], $run['noAnswer'], $run['likely']],
        );
        self::assertGreaterThan(20, $run['total']);
        self::assertNotNull($run['endedAt']);
        $last = $this->send('GET', '/api/setups', null, 200)['rows'][0]['rehearsal'];
        self::assertSame(
            [$run['id'], 'done', true, $run['total']],
            [$last['id'], $last['state'], $last['current'], $last['agrees']],
        );
    }

    public function testARunOpensBeforeItIsKnownWhereItsDifferencesComeFrom(): void
    {
        $run = $this->rehearse($this->bringIn('04-engraved-plate'), ['length-off-by-one']);
        $this->work();
        $_SERVER['ITHREL_DIAGNOSIS_MILLISECONDS'] = $_ENV['ITHREL_DIAGNOSIS_MILLISECONDS'] = '0';
        try {
            self::ensureKernelShutdown();
            $this->browser = self::createClient(['debug' => false]);
            $this->browser->disableReboot();
            $kept = self::getContainer()->getParameter('app.var');
            self::assertIsString($kept);
            array_map(
                static fn(mixed $file): bool => @unlink((string) $file),
                (array) glob($kept . '/kept/documents/*-likely-*'),
            );
            $opened = $this->send('GET', '/api/rehearsals/' . $run['id'], null, 200);
            self::assertNull($opened['likely']);
            self::assertGreaterThan(0, $opened['differs']);
            $likely = $this->send('GET', '/api/rehearsals/' . $run['id'] . '/likely', null, 200);
            self::assertSame('/options/1/length', $likely[0]['at']);
            self::assertSame(
                $likely,
                $this->send('GET', '/api/rehearsals/' . $run['id'], null, 200)['likely'],
                'It is kept.',
            );
        } finally {
            unset($_SERVER['ITHREL_DIAGNOSIS_MILLISECONDS'], $_ENV['ITHREL_DIAGNOSIS_MILLISECONDS']);
        }
    }

    public function testAFaultIsFoundShownStageByStageAndExplained(): void
    {
        $id = $this->bringIn('04-engraved-plate');
        $run = $this->rehearse($id, ['length-off-by-one']);
        $this->work();
        $run = $this->asked($run['id']);
        self::assertSame(['done', ['length-off-by-one']], [$run['state'], $run['faults']]);
        self::assertGreaterThan(0, $run['differs']);
        self::assertSame('/options/1/length', $run['likely'][0]['at']);
        self::assertSame('the length of Engraving', $run['likely'][0]['words']);
        self::assertSame($run['likely'], $this->send('GET', '/api/rehearsals/' . $run['id'] . '/likely', null, 200));
        self::assertNull(
            $this->send('GET', '/api/setups', null, 200)['rows'][0]['rehearsal'],
            'A shop with faults switched on tells nothing of the setup.',
        );

        $rows = $this->send('GET', '/api/rehearsals/' . $run['id'] . '/checks', null, 200);
        self::assertCount($run['total'], $rows);
        $differing = array_values(array_filter($rows, static fn(array $r): bool => 'differs' === $r['verdict']));
        self::assertCount($run['differs'], $differing);
        self::assertSame(
            $run['likely'][0]['checks'],
            array_values(array_intersect($run['likely'][0]['checks'], array_column($differing, 'number'))),
        );
        $check = $this->send('GET', '/api/rehearsals/' . $run['id'] . '/checks/' . $differing[0]['number'], null, 200);
        $lit = array_values(array_filter($check['cells'], static fn(array $c): bool => $c['differs']));
        self::assertNotSame([], $lit);
        self::assertSame('taken', $lit[0]['what']);
        self::assertSame('Open the item\'s page', $check['steps'][0]);
        self::assertContains('/options/1/length', array_column($check['places'], 'at'));

        $this->browser->request('GET', '/api/rehearsals/' . $run['id'] . '/checks.csv');
        $csv = Csv::rows((string) $this->browser->getResponse()->getContent());
        self::assertSame(
            ['check', 'purpose', 'about', 'verdict', 'stage', 'what', 'expected', 'found', 'places', 'steps'],
            $csv[0],
        );
        self::assertCount(
            $run['differs'],
            array_unique(array_column(array_filter($csv, static fn(array $r): bool => 'differs' === $r[3]), 0)),
        );

        $this->browser->request('GET', '/api/rehearsals/' . $run['id'] . '/junit.xml');
        $xml = simplexml_load_string((string) $this->browser->getResponse()->getContent());
        self::assertNotFalse($xml);
        self::assertSame(
            [(string) $run['total'], (string) $run['differs'], '0', '0'],
            [(string) $xml['tests'], (string) $xml['failures'], (string) $xml['errors'], (string) $xml['skipped']],
        );
        self::assertCount($run['total'], $xml->xpath('//testcase') ?: []);
        self::assertCount($run['differs'], $xml->xpath('//testcase/failure[@message and @type]') ?: []);
        foreach ($xml->testsuite as $suite) {
            self::assertSame((string) $suite['tests'], (string) count($suite->testcase));
        }
    }

    public function testACancelledRehearsalKeepsWhatWasFoundAndGoesOnWhenAsked(): void
    {
        $run = $this->rehearse($this->bringIn('07-regatta-string-lights'), []);
        $this->work(6);
        $run = $this->send('POST', '/api/rehearsals/' . $run['id'] . '/cancel', null, 200);
        self::assertSame(['cancelled', 5, $run['total'] - 5], [$run['state'], $run['agrees'], $run['waiting']]);
        self::assertSame($run['total'] - 5, $this->work(), 'What is handed out of it is passed over.');
        self::assertSame(5, $this->asked($run['id'])['agrees']);
        $run = $this->send('POST', '/api/rehearsals/' . $run['id'] . '/again', null, 200);
        self::assertSame(['running', null], [$run['state'], $run['endedAt']]);
        self::assertSame($run['total'] - 5, $this->work());
        $run = $this->asked($run['id']);
        self::assertSame(['done', $run['total']], [$run['state'], $run['agrees']]);
        $run = $this->send('POST', '/api/rehearsals/' . $run['id'] . '/again', null, 200);
        self::assertSame('done', $run['state'], 'Nothing is left to try.');
    }

    public function testAShopThatGivesNoAnswerIsNoFaultOfTheSetup(): void
    {
        $id = $this->bringIn('07-regatta-string-lights');
        $run = $this->send(
            'POST',
            '/api/setups/' . $id . '/rehearsals',
            ['address' => self::$shop . '/items/notsold'],
            201,
        );
        $this->work();
        $run = $this->asked($run['id']);
        self::assertSame(
            ['done', 0, 0, $run['total'], []],
            [$run['state'], $run['agrees'], $run['differs'], $run['noAnswer'], $run['likely']],
        );
        $rows = $this->send('GET', '/api/rehearsals/' . $run['id'] . '/checks', null, 200);
        self::assertSame(
            ['no-answer', 'The shop answered 404 to GET /items/notsold.'],
            [$rows[0]['verdict'], $rows[0]['reason']],
        );
        $this->browser->request('GET', '/api/rehearsals/' . $run['id'] . '/junit.xml');
        self::assertStringContainsString(
            'errors="' . $run['total'] . '"',
            (string) $this->browser->getResponse()->getContent(),
        );
        self::assertSame(
            'running',
            $this->send('POST', '/api/rehearsals/' . $run['id'] . '/again', null, 200)['state'],
        );
    }

    public function testAJobThatIsDoneTwiceCountsOnce(): void
    {
        $run = $this->rehearse($this->bringIn('07-regatta-string-lights'), []);
        $this->work();
        $before = $this->send('GET', '/api/rehearsals/' . $run['id'] . '/checks', null, 200);
        $bus = self::getContainer()->get(MessageBusInterface::class);
        $bus->dispatch(new MakePlan($run['id']));
        foreach ([0, 1] as $i) {
            $bus->dispatch(
                new TryCheck(
                    $run['id'],
                    0,
                    self::getContainer()
                        ->get(KeptChecks::class)
                        ->of(self::getContainer()->get(Rehearsals::class)->get($run['id']))
                        [$i]->check(),
                ),
            );
        }
        self::assertSame(3, $this->work());
        self::assertSame($before, $this->send('GET', '/api/rehearsals/' . $run['id'] . '/checks', null, 200));
    }

    public function testAgainWhileAWorkerIsAboutToSayThatItIsDoneLosesNothing(): void
    {
        $run = $this->rehearse($this->bringIn('07-regatta-string-lights'), [], 201, self::$shop . '/items/notsold');
        $this->work();
        $total = $this->asked($run['id'])['total'];
        $transport = self::getContainer()->get('messenger.transport.checks');
        self::assertInstanceOf(TransportInterface::class, $transport);
        self::assertSame(
            'running',
            $this->send('POST', '/api/rehearsals/' . $run['id'] . '/again', null, 200)['state'],
        );
        // The last one: its result is kept, and the run over; its worker has not yet said that it is done.
        self::assertSame($total - 1, $this->work($total - 1));
        $held = [...$transport->get()];
        $job = $held[0]->getMessage();
        self::assertInstanceOf(TryCheck::class, $job);
        self::getContainer()->get(CheckResults::class)->keep(KeepResult::noAnswer($job, 'The shop is gone.', 1));
        self::assertSame('done', $this->asked($run['id'])['state']);
        self::assertSame(
            'running',
            $this->send('POST', '/api/rehearsals/' . $run['id'] . '/again', null, 200)['state'],
        );
        $transport->ack($held[0]);
        self::assertSame($total, $this->work());
        self::assertSame(['done', 0], [$this->asked($run['id'])['state'], $this->asked($run['id'])['waiting']]);
    }

    public function testAJobThatWorkersDieOfIsGivenUp(): void
    {
        $run = $this->rehearse($this->bringIn('07-regatta-string-lights'), []);
        $this->work(1);
        $connection = self::getContainer()->get(Connection::class);
        $transport = self::getContainer()->get('messenger.transport.checks');
        self::assertInstanceOf(TransportInterface::class, $transport);
        for ($try = 1; $try <= JobInHand::MOST_TRIES; ++$try) {
            $given = [...$transport->get()];
            self::assertSame($try, $given[0]->last(TriesStamp::class)?->tries);
            $connection->executeStatement('UPDATE work_message SET delivered_at = NULL WHERE delivered_at IS NOT NULL');
        }
        $this->work();
        $rows = $this->send('GET', '/api/rehearsals/' . $run['id'] . '/checks', null, 200);
        self::assertSame(
            ['no-answer', 'It was begun 3 times, and each time the worker ended before it was done.'],
            [$rows[0]['verdict'], $rows[0]['reason']],
        );
        self::assertSame('done', $this->asked($run['id'])['state']);
    }

    public function testAJobThatFailsForGoodIsSeenByTheTester(): void
    {
        $run = $this->rehearse($this->bringIn('07-regatta-string-lights'), []);
        $failed = self::getContainer()->get(FailedJobs::class);
        $event = new WorkerMessageFailedEvent(
            new Envelope(new MakePlan($run['id'])),
            'desk',
            new \RuntimeException('The disk is full.'),
        );
        $event->setForRetry();
        $failed->onFailed($event);
        self::assertSame('planning', $this->asked($run['id'])['state'], 'It is tried again.');
        $this->work(1);
        $first = self::getContainer()->get(Rehearsals::class);
        $check = self::getContainer()->get(KeptChecks::class)->of($first->get($run['id']))[0]->check();
        $failed->onFailed(
            new WorkerMessageFailedEvent(
                new Envelope(new TryCheck($run['id'], 0, $check)),
                'checks',
                new \RuntimeException('The disk is full.'),
            ),
        );
        self::getContainer()->get(EntityManagerInterface::class)->clear();
        $row = $this->send('GET', '/api/rehearsals/' . $run['id'] . '/checks', null, 200)[0];
        self::assertSame(
            ['no-answer', 'Something went wrong in Ithrel, not in the shop: The disk is full.'],
            [$row['verdict'], $row['reason']],
        );
        $failed->onFailed(
            new WorkerMessageFailedEvent(
                new Envelope(new MakePlan($run['id'])),
                'desk',
                new \RuntimeException('The disk is full.'),
            ),
        );
        self::getContainer()->get(EntityManagerInterface::class)->clear();
        self::assertSame('failed', $this->asked($run['id'])['state']);
    }

    public function testWorkThatWasLostWithTheApplicationIsPutBack(): void
    {
        $run = $this->rehearse($this->bringIn('07-regatta-string-lights'), []);
        $this->work(4);
        self::getContainer()->get(Connection::class)->executeStatement('DELETE FROM work_message');
        self::assertSame(0, $this->work());
        self::getContainer()->get(HandingOut::class)->takeUp();
        $this->work();
        self::assertSame('done', $this->asked($run['id'])['state']);
    }

    public function testWhoWatchesReadsWhatChangedAlone(): void
    {
        $run = $this->rehearse($this->bringIn('07-regatta-string-lights'), []);
        $this->work(3);
        $checks = '/api/rehearsals/' . $run['id'] . '/checks';
        $all = $this->send('GET', $checks, null, 200);
        $known = max(array_column($all, 'turn'));
        self::assertSame([], $this->send('GET', $checks . '?since=' . $known, null, 200));
        $this->work(1);
        $changed = $this->send('GET', $checks . '?since=' . $known, null, 200);
        self::assertSame(
            [[3, 'agrees']],
            array_map(static fn(array $c): array => [$c['number'], $c['verdict']], $changed),
        );
        self::assertCount(count($all), $this->send('GET', $checks, null, 200));
    }

    public function testADocumentThatCanNoLongerBeReadSaysSo(): void
    {
        $id = $this->bringIn('07-regatta-string-lights');
        self::getContainer()
            ->get(Connection::class)
            ->executeStatement('UPDATE revision SET document = ?, sha256 = ?', [
                '{"no": "setup"}',
                hash('sha256', random_bytes(8)),
            ]);
        $run = $this->rehearse($id, [], 201, self::$shop . '/items/a');
        $this->work();
        $run = $this->asked($run['id']);
        self::assertSame(['failed', 0], [$run['state'], $run['total']]);
        self::assertNotEmpty($run['message']);
    }

    public function testTheSheetByHandGoesOutAndComesBack(): void
    {
        $id = $this->bringIn('04-engraved-plate');
        $sheet = $this->send('GET', '/api/setups/' . $id . '/hand-sheet', null, 200);
        self::assertNull($sheet['checks'][0]['cells'][0]['found']);
        ob_start();
        $this->browser->request('GET', '/api/setups/' . $id . '/hand-sheet.csv');
        $this->browser->getInternalResponse();
        $csv = Csv::rows((string) ob_get_clean() . $this->browser->getInternalResponse()->getContent());
        self::assertSame('found', $csv[0][10]);
        $rows = array_map(
            static fn(array $r): array => '1' === $r[0] && 'cart' === $r[6] && 'line total' === $r[8]
                ? [...array_slice($r, 0, 10), '0.01']
                : $r,
            $csv,
        );
        $run = $this->send('POST', '/api/setups/' . $id . '/hand-sheet', ['text' => Csv::text($rows)], 201);
        self::assertSame(
            ['done', null, 1, 0, count($sheet['checks']) - 1],
            [$run['state'], $run['address'], $run['differs'], $run['agrees'], $run['notTried']],
        );
        self::assertSame([1], $run['likely'][0]['checks']);
        ob_start();
        $this->browser->request('GET', '/api/setups/' . $id . '/hand-sheet.csv?depth=check');
        $short = Csv::rows((string) ob_get_clean() . $this->browser->getInternalResponse()->getContent());
        self::assertSame([1 + count($sheet['checks']), $sheet['checks'][0]['expected']], [count($short), $short[1][9]]);
        $run = $this->send(
            'POST',
            '/api/setups/' . $id . '/hand-sheet',
            [
                'text' => Csv::text(
                    array_map(
                        static fn(array $r): array => '1' === $r[0] ? [...array_slice($r, 0, 10), '0.01'] : $r,
                        $short,
                    ),
                ),
            ],
            201,
        );
        self::assertSame([1, 0], [$run['differs'], $run['agrees']]);
        $this->send('GET', '/api/setups/' . $id . '/hand-sheet.csv?depth=deep', null, 400);
        $problem = $this->send('POST', '/api/setups/' . $id . '/hand-sheet', ['text' => Csv::text($csv)], 422);
        self::assertSame(
            'Nothing is filled in: the column "found" is empty in every row.',
            $problem['problems'][0]['message'],
        );
        $this->send('POST', '/api/setups/' . $id . '/hand-sheet', ['text' => "check;what\n"], 422);
    }

    public function testTheShopPageIsPutOnSaleAndOpened(): void
    {
        $id = $this->bringIn('04-engraved-plate');
        $page = $this->send('POST', '/api/setups/' . $id . '/shop-page', [], 200)['address'];
        self::assertIsString($page);
        self::assertStringStartsWith(self::$shop . '/items/', $page);
        self::assertStringContainsString('<h1>Engraved plate</h1>', (string) file_get_contents($page));
    }

    public function testWhatCannotBeRehearsedIsRefusedWithItsReason(): void
    {
        $id = $this->bringIn('07-regatta-string-lights');
        foreach (
            [
                'ftp://127.0.0.1/' => '"ftp" is not HTTP.',
                'http://elsewhere.example/' => 'There is no host "elsewhere.example".',
                'http://10.1.2.3/' => 'leads to 10.1.2.3, which is of a private network.',
                'http://[::ffff:192.168.0.1]/' => 'which is of a private network.',
                'http://127.0.0.1:0/' => 'This is no address of a page.',
                'http://127.0.0.1:/' => 'This is no address of a page.',
                "http://127.0.0.1/\0x" => 'This is no address of a page.',
            ]
            as $address => $why
        ) {
            $problem = $this->rehearse($id, [], 422, $address);
            self::assertSame('/address', $problem['problems'][0]['at']);
            self::assertStringContainsString($why, $problem['problems'][0]['message']);
        }
        self::assertSame(
            ['/faults/0', 'The rehearsal shop has no fault "no-such".'],
            array_values($this->rehearse($id, ['no-such'], 422)['problems'][0]),
        );
        self::assertSame(
            '/faults',
            $this->rehearse($id, ['length-off-by-one'], 422, self::$shop . '/items/a')['problems'][0]['at'],
        );
        self::assertSame(
            [],
            $this->send('GET', '/api/setups/' . $id . '/rehearsals', null, 200),
            'Nothing of it is kept.',
        );
        $this->send('GET', '/api/rehearsals/none', null, 404);
        $run = $this->rehearse($id, []);
        $this->send('GET', '/api/rehearsals/' . $run['id'] . '/checks/9', null, 404);
    }

    public function testTheShopTellsItsFaults(): void
    {
        $shop = $this->send('GET', '/api/shop', null, 200);
        self::assertSame(self::$shop, $shop['standIn']);
        self::assertGreaterThanOrEqual(20, count($shop['faults']));
        self::assertContains('length-off-by-one', array_column($shop['faults'], 'name'));
    }

    public function testJUnitTextHasNoCharacterThatXmlCannotCarry(): void
    {
        $run = $this->rehearse($this->bringIn('07-regatta-string-lights'), [], 201, self::$shop . '/items/a');
        $this->work(1);
        $rehearsals = self::getContainer()->get(Rehearsals::class);
        $checks = self::getContainer()->get(KeptChecks::class);
        $first = $checks->of($rehearsals->get($run['id']))[0]->check();
        self::getContainer()
            ->get(CheckResults::class)
            ->keep(KeepResult::noAnswer(new TryCheck($run['id'], 0, $first), "It said \x01 and \u{FFFF} & <b>", 3));
        self::getContainer()->get(EntityManagerInterface::class)->clear();
        $kept = $rehearsals->get($run['id']);
        $xml = simplexml_load_string(
            JUnitFile::text(
                $kept->setup()->title(),
                $kept->createdAt(),
                array_map(TriedCheck::of(...), $checks->of($kept)),
            ),
        );
        self::assertNotFalse($xml);
        self::assertSame('It said ? and ? & <b>', (string) ($xml->xpath('//error/@message') ?: [''])[0]);
    }

    public function testOnlyWhatAChangeTouchesIsTriedAgain(): void
    {
        $id = $this->bringIn('04-engraved-plate');
        $this->rehearse($id, []);
        $this->work();
        $changed = json_decode(self::demo('04-engraved-plate'), true, 64, JSON_THROW_ON_ERROR);
        self::assertIsArray($changed);
        $changed['options'][0]['values'][0]['charge'] = '3.33';
        $this->send('POST', "/api/setups/{$id}/revisions", ['text' => json_encode($changed, JSON_THROW_ON_ERROR)], 201);
        $before = $this->send('GET', "/api/setups/{$id}/gate", null, 200);
        $run = $this->send('POST', "/api/setups/{$id}/rehearsals/again", null, 201);
        $this->work(1);
        $planned = $this->asked($run['id']);
        self::assertGreaterThan(0, $planned['agrees'], 'what the charge does not touch holds still');
        self::assertSame(
            [$before['valid'], $before['again']],
            [$planned['agrees'], $planned['waiting']],
            'exactly those that the gate names',
        );
        self::assertGreaterThan(0, $planned['waiting']);
        $this->work();
        $checks = $this->send('GET', "/api/rehearsals/{$run['id']}/checks", null, 200);
        $carried = array_filter($checks, static fn(array $c): bool => null !== $c['carried']);
        self::assertCount($planned['agrees'], $carried);
        self::assertSame(['agrees'], array_values(array_unique(array_column($checks, 'verdict'))));
        $gate = $this->send('GET', "/api/setups/{$id}/gate", null, 200);
        self::assertNotContains(
            'not-tried',
            array_column($gate['open'], 'code'),
            'all of the plan has a result, carried or new',
        );
        // A third run of the same carries all of it, from where each was tried.
        $third = $this->send(
            'POST',
            "/api/setups/{$id}/rehearsals",
            ['address' => '', 'faults' => [], 'carry' => true],
            201,
        );
        $this->work();
        self::assertSame(
            ['done', count($checks)],
            [$this->asked($third['id'])['state'], $this->asked($third['id'])['agrees']],
        );
        $from = array_column($this->send('GET', "/api/rehearsals/{$third['id']}/checks", null, 200), 'carried');
        self::assertCount(2, array_unique($from));
        // Carried so often that the runs in which they were tried are long past: they still count, and nothing is due.
        for ($i = 0; $i < 6; ++$i) {
            $this->send(
                'POST',
                "/api/setups/{$id}/rehearsals",
                ['address' => '', 'faults' => [], 'carry' => true],
                201,
            );
            $this->work();
        }
        $gate = $this->send('GET', "/api/setups/{$id}/gate", null, 200);
        self::assertNotContains(
            'not-tried',
            array_column($gate['open'], 'code'),
            'what is carried over counts where it was tried',
        );
        self::assertSame([count($checks), 0], [$gate['valid'], $gate['again']]);
    }

    /**
     * @param list<string> $faults
     *
     * @return array<array-key, mixed>
     */
    private function rehearse(string $setup, array $faults, int $status = 201, string $address = ''): array
    {
        return $this->send(
            'POST',
            '/api/setups/' . $setup . '/rehearsals',
            ['address' => $address, 'faults' => $faults],
            $status,
        );
    }

    /**
     * @return array<array-key, mixed>
     */
    private function asked(string $id): array
    {
        return $this->send('GET', '/api/rehearsals/' . $id, null, 200);
    }

    /**
     * @return int jobs done
     */
    private function work(int $most = PHP_INT_MAX): int
    {
        $loop = self::getContainer()->get(WorkLoop::class);
        for ($done = 0; $done < $most && $loop->once(); ++$done) {
        }

        return $done;
    }
}
