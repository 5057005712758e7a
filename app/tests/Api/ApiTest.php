<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Api;

use Ithrel\App\Http\CommonAnswers;
use PHPUnit\Framework\Attributes\DataProvider;

final class ApiTest extends ApiTestCase
{
    public function testASetupComesInIsCheckedAndGoesOutAsItCame(): void
    {
        $text = self::demo('01-harbour-pendant');
        $entry = $this->send('POST', '/api/setups', ['text' => $text], 201);
        self::assertSame('Harbour pendant', $entry['title']);
        self::assertNull($entry['counts'], 'It is kept at once, and worked out after the answer.');
        self::assertSame(
            ['offered' => '288', 'selectable' => '180', 'wrongSales' => '48', 'deadEnds' => '108', 'traps' => '5'],
            $this->send('GET', '/api/setups', null, 200)['rows'][0]['counts'],
        );
        self::assertSame(hash('sha256', $text), $entry['sha256']);

        $this->browser->request('GET', '/api/setups/' . $entry['id'] . '/document');
        self::assertSame($text, $this->browser->getResponse()->getContent());
        self::assertSame(
            'attachment; filename=Harbour-pendant.json',
            $this->browser->getResponse()->headers->get('Content-Disposition'),
        );

        self::assertCount(1, $this->send('GET', '/api/setups', null, 200)['rows']);
        $desk = $this->send('GET', '/api/setups/' . $entry['id'], null, 200);
        self::assertContains('refer.unknown', array_column($desk['findings'], 'code'));
        self::assertSame(
            ['option' => 'finish', 'value' => 'copper', 'cause' => 'never-stocked'],
            $desk['deadValues'][0],
        );
    }

    public function testARevisionIsKeptBesideTheFirstAndTheSameTextOnce(): void
    {
        $entry = $this->send('POST', '/api/setups', ['text' => self::demo('08-signal-lantern')], 201);
        $changed = str_replace('"64.00"', '"66.00"', self::demo('08-signal-lantern'));
        $this->send('POST', '/api/setups/' . $entry['id'] . '/revisions', ['text' => $changed], 201);
        $again = $this->send('POST', '/api/setups/' . $entry['id'] . '/revisions', ['text' => $changed], 200);
        self::assertSame(2, $again['number']);
        $desk = $this->send('GET', '/api/setups/' . $entry['id'], null, 200);
        self::assertSame(2, $desk['revision']);
        self::assertSame('66.00', $desk['document']['item']['price']);

        $problem = $this->send('POST', '/api/setups/' . $entry['id'] . '/revisions', ['text' => '{'], 422);
        self::assertSame('urn:ithrel:problem:unreadable', $problem['type']);
        self::assertSame(
            2,
            $this->send('GET', '/api/setups/' . $entry['id'], null, 200)['revision'],
            'A refused text leaves everything as it was.',
        );
    }

    public function testARevisionTellsWhatItSettlesAndWhatIsNew(): void
    {
        $entry = $this->send('POST', '/api/setups', ['text' => self::demo('01-harbour-pendant')], 201);
        self::assertSame([], $this->send('GET', '/api/setups/' . $entry['id'], null, 200)['settled']);
        $document = json_decode(self::demo('01-harbour-pendant'), true, 64, JSON_THROW_ON_ERROR);
        self::assertIsArray($document);
        // The condition that named a size that is not there is mended, and a note is put before everything else.
        $document['options'][2]['values'][2]['allowedWhen'] = ['option' => 'size', 'is' => 's'];
        array_unshift($document['options'], ['code' => 'hello', 'kind' => 'note', 'label' => 'Hello']);
        $text = json_encode($document, JSON_THROW_ON_ERROR);
        $this->send('POST', '/api/setups/' . $entry['id'] . '/revisions', ['text' => $text], 201);
        $desk = $this->send('GET', '/api/setups/' . $entry['id'], null, 200);
        self::assertSame(
            ['refer.unknown /options/2/values/2/allowedWhen', 'reach.value-dead /options/2/values/2/allowedWhen'],
            array_map(static fn(array $f): string => $f['code'] . ' ' . $f['at'], $desk['settled']),
        );
        self::assertSame(
            ['reach.value-dead', 'reach.dead-end'],
            array_map(static fn(int $i): string => $desk['findings'][$i]['code'], $desk['fresh']),
        );
    }

    public function testTrapsLeadToTheirTrails(): void
    {
        $entry = $this->send('POST', '/api/setups', ['text' => self::demo('01-harbour-pendant')], 201);
        $traps = $this->send('GET', $this->analyses($entry['id']) . '/traps', null, 200);
        self::assertSame(
            [['missing-row', '4', ['size=s', 'finish=copper']], ['sold-out-row', '1', ['size=m', 'finish=slate']]],
            array_map(static fn(array $t): array => [$t['cause'], $t['count'], $t['pins']], $traps),
        );
        self::assertSame(['/variants/rows/4/stock'], array_column($traps[1]['because'], 'at'));
        $ladder = $this->send(
            'GET',
            $this->analyses($entry['id']) . '/ladder?pin[]=size%3Dm&pin[]=finish%3Dslate',
            null,
            200,
        );
        self::assertSame('0', $ladder['total'], 'The trail leads to where nothing can be bought.');
    }

    public function testACombinationKnowsItsNumber(): void
    {
        $entry = $this->send('POST', '/api/setups', ['text' => self::demo('09-admiralty-chandelier')], 201);
        $page = $this->send(
            'GET',
            $this->analyses($entry['id']) . '/combinations?from=400000000000&limit=1',
            null,
            200,
        );
        $reader = \Ithrel\Core\Setup\Reader::shipped();
        $reach = new \Ithrel\Core\Reach\Reach(
            $reader->read(self::demo('09-admiralty-chandelier'), \Ithrel\Core\Document\Today::of('2026-11-24')),
        );
        $pick = \Ithrel\Core\Answer\StateText::pick(
            $reach->setup,
            (new \Ithrel\Core\Reach\Listing($reach))->at(gmp_init('400000000000')),
        );
        self::assertSame('400000000000', $page['rows'][0]['n']);
        self::assertSame(
            '400000000000',
            $this->send('POST', $this->analyses($entry['id']) . '/position', ['pick' => $pick], 200)['n'],
        );
        self::assertNull(
            $this->send('POST', $this->analyses($entry['id']) . '/position?set=dead-end', ['pick' => $pick], 200)['n'],
        );
    }

    public function testRenameAndRemove(): void
    {
        $entry = $this->send('POST', '/api/setups', ['text' => self::demo('08-signal-lantern')], 201);
        self::assertSame(
            'Lantern, spring',
            $this->send('PATCH', '/api/setups/' . $entry['id'], ['title' => '  Lantern, spring '], 200)['title'],
        );
        $problem = $this->send('PATCH', '/api/setups/' . $entry['id'], ['title' => ' '], 422);
        self::assertSame('/title', $problem['problems'][0]['at']);
        $this->send('PATCH', '/api/setups/' . $entry['id'], ['title' => str_repeat('x', 201)], 422);
        $this->browser->request('DELETE', '/api/setups/' . $entry['id']);
        self::assertResponseStatusCodeSame(204);
        self::assertSame(404, $this->send('GET', '/api/setups/' . $entry['id'], null, 404)['status']);
        self::assertSame([], $this->send('GET', '/api/setups', null, 200)['rows']);
    }

    /**
     * @return iterable<string, array{string, int, string}> body, status, part of the answer
     */
    public static function refused(): iterable
    {
        $text = static fn(string $text): string => json_encode(['text' => $text], JSON_THROW_ON_ERROR);
        yield 'no JSON at all' => ['{', 400, 'Bad Request'];
        yield 'no text' => ['{}', 422, '/text'];
        yield 'a number for a text' => ['{"text": 7}', 422, '/text'];
        yield 'an empty document' => [$text(''), 422, 'is empty'];
        yield 'a document that is no JSON' => [$text('{"a": }'), 422, 'line 1, column 7'];
        yield 'nested 10 000 deep' => [$text(str_repeat('[', 10_000)), 422, 'deeper than'];
        yield '17 MB' => [$text(str_repeat(' ', 17_000_000)), 422, 'larger than 16 000 000 bytes'];
        yield 'an unknown key' => [$text('{"ithrel": "setup/1", "optoins": []}'), 422, '/optoins'];
        yield 'markup is told as text' => [$text('{"ithrel": "<script>alert(1)</script>"}'), 422, 'This must be'];
    }

    #[DataProvider('refused')]
    public function testWhatIsRefusedSaysWhereAndWhyAndKeepsNothing(string $body, int $status, string $says): void
    {
        $this->browser->request('POST', '/api/setups', server: ['CONTENT_TYPE' => 'application/json'], content: $body);
        self::assertResponseStatusCodeSame($status);
        self::assertResponseHeaderSame('Content-Type', 'application/problem+json');
        self::assertStringContainsString(
            $says,
            json_encode(
                json_decode((string) $this->browser->getResponse()->getContent()),
                JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE,
            ),
        );
        self::assertSame([], $this->send('GET', '/api/setups', null, 200)['rows']);
    }

    public function testTheLadderWeighsUnderPins(): void
    {
        $id = $this->send('POST', '/api/setups', ['text' => self::demo('01-harbour-pendant')], 201)['id'];
        $ladder = $this->send('GET', $this->analyses($id) . '/ladder?pin[]=size=s&pin[]=holder=e14', null, 200);
        self::assertSame(['54', '180'], [$ladder['total'], $ladder['all']]);
        $bulb = array_column($ladder['rungs'], null, 'option')['bulb'];
        self::assertSame(['18', '0', '18', '0'], array_column($bulb['cells'], 'count'));
        self::assertSame('18', $bulb['none']);
        $holder = array_column($ladder['rungs'], null, 'option')['holder'];
        self::assertSame([false, true, false], array_column($holder['cells'], 'pinned'));
        self::assertSame('54', $holder['cells'][0]['freed'], 'What the cell would hold if it were pinned instead.');
        $problem = $this->send('GET', $this->analyses($id) . '/ladder?pin[]=size=xxl', null, 422);
        self::assertStringContainsString('xxl', $problem['problems'][0]['message']);
        $this->send('GET', $this->analyses($id) . '/ladder?set=all', null, 400);
    }

    public function testTheLadderWeighsWhatIsTyped(): void
    {
        $id = $this->send('POST', '/api/setups', ['text' => self::demo('03-breakwater-shade')], 201)['id'];
        $cloth = static fn(array $ladder): array => array_column(
            array_column($ladder['rungs'], null, 'option')['cloth']['cells'],
            'count',
            'value',
        );
        self::assertSame(
            '0',
            $cloth($this->send('GET', $this->analyses($id) . '/ladder?in[]=width=620', null, 200))['paper'],
        );
        self::assertNotSame(
            '0',
            $cloth($this->send('GET', $this->analyses($id) . '/ladder?in[]=width=600', null, 200))['paper'],
        );
    }

    public function testAnyCombinationByItsNumber(): void
    {
        $id = $this->send('POST', '/api/setups', ['text' => self::demo('09-admiralty-chandelier')], 201)['id'];
        $page = $this->send('GET', $this->analyses($id) . '/combinations?from=641628650879&limit=5', null, 200);
        self::assertSame('641628650880', $page['total']);
        self::assertSame(['641628650879'], array_column($page['rows'], 'n'));
        self::assertSame(
            [],
            $this->send('GET', $this->analyses($id) . '/combinations?from=641628650880', null, 200)['rows'],
        );
        $this->send('GET', $this->analyses($id) . '/combinations?from=-1', null, 400);
    }

    public function testTheSlipPricesAndTellsWhatIsMissing(): void
    {
        $id = $this->send('POST', '/api/setups', ['text' => self::demo('08-signal-lantern')], 201)['id'];
        $slip = $this->send(
            'POST',
            $this->analyses($id) . '/slip',
            ['pick' => ['glass' => 'ruby', 'plate' => true, 'name' => 'Oskerrin Works'], 'quantity' => 2],
            200,
        );
        self::assertSame(['missing'], array_column($slip['problems'], 'code'));
        self::assertSame('holder', $slip['problems'][0]['option']);
        self::assertSame(
            ['79.00', '158.00'],
            [$slip['unitPrice'], $slip['lineTotal']],
            '64.00 + 7.50 + 6.00 + 5 letters beyond 8 of 13 at 0.30',
        );
        self::assertContains('name', $slip['shown']);
        $this->send('POST', $this->analyses($id) . '/slip', ['picks' => []], 422);
    }

    public function testEveryDemoSetupIsReadAndTheFaultlessOneHasNoFinding(): void
    {
        $files = glob(dirname(__DIR__, 3) . '/demo/setups/*.json');
        self::assertIsArray($files);
        self::assertGreaterThanOrEqual(9, count($files));
        foreach ($files as $file) {
            $this->send('POST', '/api/setups', ['text' => (string) file_get_contents($file)], 201);
            $entry = $this->send('GET', '/api/setups', null, 200)['rows'][0];
            self::assertNull($entry['trouble']);
            $findings = $entry['blockers'] + $entry['warnings'] + $entry['notes'];
            str_contains($file, 'signal-lantern')
                ? self::assertSame(0, $findings)
                : self::assertGreaterThan(0, $findings, $file);
        }
    }

    public function testTheInterfaceDescriptionIsCurrent(): void
    {
        exec(
            sprintf(
                'cd %s && %s vendor/bin/openapi app/src --version 3.1.0 -p %s -f json 2>&1',
                escapeshellarg(dirname(__DIR__, 3)),
                PHP_BINARY,
                escapeshellarg(CommonAnswers::class),
            ),
            $lines,
            $status,
        );
        self::assertSame(0, $status, implode("\n", $lines));
        self::assertJsonStringEqualsJsonString(
            (string) file_get_contents(dirname(__DIR__, 3) . '/docs/openapi.json'),
            implode("\n", $lines),
            'vendor/bin/openapi app/src --version 3.1.0 -p "Ithrel\App\Http\CommonAnswers" -f json -o docs/openapi.json',
        );
    }

    public function testAPageHasAStrictContentSecurityPolicy(): void
    {
        $this->browser->request('GET', '/setups/nowhere/ladder');
        $response = $this->browser->getResponse();
        self::assertContains(
            $response->getStatusCode(),
            [200, 503],
            'Built or not, an address outside the interface never fails.',
        );
        if (200 === $response->getStatusCode()) {
            $policy = (string) $response->headers->get('Content-Security-Policy');
            self::assertMatchesRegularExpression("/default-src 'self'; style-src 'self' 'nonce-[\\w+\\/=]+'/", $policy);
            self::assertStringNotContainsString('unsafe-eval', $policy);
        }
    }
}
