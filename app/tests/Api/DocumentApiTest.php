<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Api;

use Ithrel\Core\Tests\Support\Documents;

/**
 * What is told of a document is asked of its hash, and browsers may keep it (RFC 9111, RFC 8246).
 */
final class DocumentApiTest extends ApiTestCase
{
    public function testADocumentAndItsReportAreFoundByTheHash(): void
    {
        $id = $this->bringIn('01-harbour-pendant');
        $text = self::demo('01-harbour-pendant');
        $of = '/api/documents/' . hash('sha256', $text);
        self::assertSame($of, $this->analyses($id));
        $this->browser->request('GET', $of);
        self::assertSame($text, $this->browser->getResponse()->getContent());
        $desk = $this->send('GET', '/api/setups/' . $id, null, 200);
        $report = $this->send('GET', $of . '/report', null, 200);
        self::assertSame(array_intersect_key($desk, $report), $report);
        self::assertSame('48', $report['counts']['wrongSales']);

        $this->send('POST', "/api/setups/{$id}/revisions", ['text' => self::demo('02-quay-desk-lamp')], 201);
        self::assertSame($report, $this->send('GET', $of . '/report', null, 200), 'An earlier one is asked alike.');
        $this->send('DELETE', '/api/setups/' . $id, null, 204);
        $this->send('GET', $of . '/report', null, 404);
        $this->send('GET', '/api/documents/' . str_repeat('0', 64) . '/ladder', null, 404);
    }

    public function testAnAnswerIsKeptForGoodUnderItsEdition(): void
    {
        $desk = $this->send('GET', '/api/setups/' . $this->bringIn('08-signal-lantern'), null, 200);
        $edition = (string) $desk['edition'];
        $ladder = sprintf('/api/documents/%s/ladder', (string) $desk['sha256']);

        $this->send('GET', $ladder . '?edition=' . $edition, null, 200);
        self::assertSame(
            'immutable, max-age=31536000, private',
            $this->browser->getResponse()->headers->get('Cache-Control'),
        );
        $this->send('GET', $ladder . '?edition=an-earlier-one', null, 200);
        self::assertSame('no-cache, private', $this->browser->getResponse()->headers->get('Cache-Control'));
        $this->send('GET', $ladder . '?edition=' . $edition . '&pin[]=nothing=x', null, 422);
        self::assertFalse($this->browser->getResponse()->isImmutable(), 'What is refused is not kept.');
        $this->send('POST', dirname($ladder) . '/slip', ['pick' => new \stdClass()], 200);
        self::assertNull($this->browser->getResponse()->getEtag());
    }

    public function testWhoHasAnAnswerIsToldThatItHolds(): void
    {
        $traps = $this->analyses($this->bringIn('01-harbour-pendant')) . '/traps';
        $this->send('GET', $traps, null, 200);
        $etag = (string) $this->browser->getResponse()->getEtag();
        $this->browser->request('GET', $traps, server: ['HTTP_IF_NONE_MATCH' => $etag]);
        self::assertSame(
            [304, ''],
            [$this->browser->getResponse()->getStatusCode(), $this->browser->getResponse()->getContent()],
        );
        $this->browser->request('GET', $traps, server: ['HTTP_IF_NONE_MATCH' => '"another"']);
        self::assertSame(200, $this->browser->getResponse()->getStatusCode());
    }

    public function testTheDayIsOfTheEditionOnlyWhereADocumentCountsFromIt(): void
    {
        $date = static fn(string $earliest): string => Documents::json([
            'options' => [['code' => 'day', 'label' => 'Day', 'kind' => 'date', 'earliest' => $earliest]],
        ]);
        $desks = array_map(
            function (string $text): array {
                $id = (string) $this->send('POST', '/api/setups', ['text' => $text], 201)['id'];

                return $this->send('GET', '/api/setups/' . $id, null, 200);
            },
            [$date('+3d'), $date('2030-01-01')],
        );
        self::assertStringEndsWith('-any', (string) $desks[1]['edition']);
        self::assertMatchesRegularExpression('/-\d{4}-\d\d-\d\d$/D', (string) $desks[0]['edition']);
        $diff = sprintf('/api/documents/%s/diff/%s', (string) $desks[1]['sha256'], (string) $desks[0]['sha256']);
        $this->send('GET', $diff . '?edition=' . $desks[1]['edition'], null, 200);
        self::assertFalse($this->browser->getResponse()->isImmutable(), 'Its older side counts from today.');
    }

    public function testWhatAnAddressDoesNotTakeIsRefusedAlike(): void
    {
        $id = $this->bringIn('08-signal-lantern');
        $setup = '/api/setups/' . $id;
        $document = $this->analyses($id);
        foreach (
            [
                $setup . '/gate?format=pdf' => '"format" is one of json, html, sarif.',
                $setup . '/limits?format=' => '"format" is one of json, csv.',
                $document . '/ledger?format=xml' => '"format" is one of json, csv, text.',
                $document . '/totals?side=left' => '"side" is one of cheapest, dearest.',
                $document . '/combinations?set=all' => '"set" is one of selectable, offered, wrong-sale, dead-end.',
                $document . '/combinations?from=-1' => '"from" is a whole number from 0.',
                $document . '/combinations?limit=0' => '"limit" is a whole number from 1 to 500.',
                $document . '/totals/rows?from=1e3' => '"from" is a whole number from 0.',
                $document . '/totals/rows?limit=many' => '"limit" is a whole number from 1 to 200.',
                '/api/setups?limit=0' => 'Invalid query parameter "limit".',
            ]
            as $address => $why
        ) {
            self::assertSame($why, $this->send('GET', $address, null, 400)['detail'], $address);
        }
    }
}
