<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Api;

/**
 * Revisions are listed, read and restored by their numbers.
 */
final class RevisionApiTest extends ApiTestCase
{
    public function testEachRevisionHasAnAddressAndCanBeRestored(): void
    {
        $first = self::demo('04-engraved-plate');
        $second = str_replace('Engraved plate', 'Engraved sign', $first);
        $id = $this->bringIn('04-engraved-plate');
        $this->send('POST', "/api/setups/{$id}/revisions", ['text' => $second], 201);
        $list = $this->send('GET', "/api/setups/{$id}/revisions", null, 200);
        self::assertSame([2, 0, [2, 1]], [$list['total'], $list['from'], array_column($list['rows'], 'number')]);
        self::assertSame([strlen($second), strlen($first)], array_column($list['rows'], 'bytes'));
        self::assertSame([hash('sha256', $second), hash('sha256', $first)], array_column($list['rows'], 'sha256'));
        self::assertSame(
            [1],
            array_column($this->send('GET', "/api/setups/{$id}/revisions?from=1", null, 200)['rows'], 'number'),
        );
        $this->send('GET', "/api/setups/{$id}/revisions?from=-1", null, 400);

        $this->browser->request('GET', "/api/setups/{$id}/revisions/1/document");
        $response = $this->browser->getResponse();
        self::assertSame($first, $response->getContent());
        self::assertSame('"' . hash('sha256', $first) . '"', $response->getEtag());
        self::assertTrue($response->isImmutable());
        $this->send('GET', "/api/setups/{$id}/revisions/3/document", null, 404);
        $this->send('POST', "/api/setups/{$id}/rehearsals", ['address' => 'http://127.0.0.1:1/items/a'], 201);
        $at = (string) $this->browser->getResponse()->headers->get('Location');
        self::assertStringStartsWith('/api/rehearsals/', $at);
        self::assertSame($id, $this->send('GET', $at, null, 200)['setup'], 'What was made is found where it was said.');

        $desk = $this->send('POST', "/api/setups/{$id}/revisions/1/restore", null, 201);
        self::assertSame([3, hash('sha256', $first)], [$desk['number'], $desk['sha256']]);
        self::assertResponseHeaderSame('Location', "/api/setups/{$id}/revisions/3");
        self::assertSame(
            ['"' . hash('sha256', $second) . '"'],
            [$this->etagOf("/api/setups/{$id}/revisions/2/document")],
            'What came in between stays.',
        );
        self::assertSame(
            3,
            $this->send('POST', "/api/setups/{$id}/revisions/3/restore", null, 200)['number'],
            'The latest again is not kept twice.',
        );
        $this->send('POST', "/api/setups/{$id}/revisions/9/restore", null, 404);
    }

    private function etagOf(string $path): ?string
    {
        $this->browser->request('GET', $path);

        return $this->browser->getResponse()->getEtag();
    }
}
