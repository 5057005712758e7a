<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Api;

final class LimitsApiTest extends ApiTestCase
{
    public function testBoundarySheetsAndTheFilesTheySpeakOf(): void
    {
        $id = $this->bringIn('06-printed-shade');
        $sheets = $this->send('GET', '/api/setups/' . $id . '/limits', null, 200);
        $picture = array_values(array_filter($sheets, static fn(array $s): bool => 'file' === $s['kind']))[0];
        self::assertSame(
            ['sometimes', 'Print is My own picture', 'Print My own picture', null],
            [$picture['required'], $picture['when'], $picture['example'], $picture['field']],
        );
        $tooLarge = array_values(
            array_filter($picture['rows'], static fn(array $r): bool => 'input.file-size' === $r['problem']),
        )[0];
        self::assertSame(['refused', 'none', null], [$tooLarge['expected'], $tooLarge['browser'], $tooLarge['text']]);
        $narrow = array_values(
            array_filter(
                $picture['rows'],
                static fn(array $r): bool => str_starts_with($r['about'], 'one pixel too narrow'),
            ),
        )[0];
        $this->browser->request('GET', $narrow['files'][0]);
        $file = (string) $this->browser->getResponse()->getContent();
        self::assertSame([2399, 1600, IMAGETYPE_PNG], array_slice((array) getimagesizefromstring($file), 0, 3));
        self::assertSame(50_000, strlen($file));
        $quantity = $sheets[count($sheets) - 1];
        self::assertSame(
            [null, 'number', '1'],
            [$quantity['option'], $quantity['field'], $quantity['attributes']['min']],
        );
        $this->browser->request('GET', '/api/setups/' . $id . '/limits?format=csv');
        self::assertStringStartsWith(
            'Option,Label,Required,When,Answer,About,Expected,Problem,Browser',
            (string) $this->browser->getResponse()->getContent(),
        );
        $this->send('GET', '/api/made-file?name=a.png&bytes=100000001', null, 422);
        $this->send('GET', '/api/made-file?bytes=1', null, 422);
    }

    public function testFilesOfEachKindHaveTheirExactBytesAndPixels(): void
    {
        foreach (
            [
                ['image/jpeg', IMAGETYPE_JPEG, 70_001],
                ['image/png', IMAGETYPE_PNG, 4_000],
                ['image/gif', IMAGETYPE_GIF, 999],
            ]
            as [$type, $kind, $bytes]
        ) {
            $this->browser->request(
                'GET',
                '/api/made-file?name=lamp&type=' . rawurlencode($type) . '&bytes=' . $bytes . '&width=321&height=123',
            );
            $file = (string) $this->browser->getResponse()->getContent();
            self::assertSame($bytes, strlen($file), $type);
            self::assertSame([321, 123, $kind], array_slice((array) getimagesizefromstring($file), 0, 3), $type);
        }
        $this->browser->request('GET', '/api/made-file?name=a.txt&type=text/plain&bytes=7');
        self::assertSame(7, strlen((string) $this->browser->getResponse()->getContent()));
    }
}
