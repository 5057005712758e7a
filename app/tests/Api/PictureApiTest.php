<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Api;

use Ithrel\Core\Tests\Support\Documents;

final class PictureApiTest extends ApiTestCase
{
    /** One white pixel. */
    private const GIF = 'R0lGODlhAQABAIAAAP///wAAACH5BAAAAAAALAAAAAABAAEAAAICRAEAOw==';

    public function testPicturesAreKeptByTheNamesThatTheSetupHasForThem(): void
    {
        $id = $this->lamp();
        self::assertSame(
            [['lamp.png', ['/item/image'], null], ['chips/Red.gif', ['/options/0/values/0/swatch'], null]],
            $this->told($id),
        );
        $said = $this->send(
            'POST',
            '/api/setups/' . $id . '/pictures',
            ['name' => 'red.GIF', 'base64' => self::GIF],
            200,
        );
        self::assertSame([], $said['left']);
        self::assertSame(
            [1, 1, 43],
            [$said['pictures'][1]['width'], $said['pictures'][1]['height'], $said['pictures'][1]['bytes']],
        );
        $this->browser->request('GET', (string) $said['pictures'][1]['src']);
        $response = $this->browser->getResponse();
        self::assertSame(
            [200, 'image/gif', 'nosniff', "default-src 'none'; sandbox"],
            [
                $response->getStatusCode(),
                $response->headers->get('Content-Type'),
                $response->headers->get('X-Content-Type-Options'),
                $response->headers->get('Content-Security-Policy'),
            ],
        );
        $other = $this->send(
            'POST',
            '/api/setups/' . $id . '/pictures',
            ['name' => 'other.gif', 'base64' => self::GIF],
            200,
        );
        self::assertSame(['other.gif'], array_column($other['left'], 'from'));
        $this->send('GET', '/api/setups/' . $id . '/picture?name=lamp.png', null, 404);
        $folder = (string) self::getContainer()->getParameter('app.var') . '/setup-pictures/' . $id;
        self::assertDirectoryExists($folder);
        $this->send('DELETE', '/api/setups/' . $id, null, 204);
        self::assertDirectoryDoesNotExist($folder, 'They go with the setup.');
    }

    public function testWhatIsNoPictureIsRefusedAndNothingIsKept(): void
    {
        $id = $this->lamp();
        foreach (
            [
                'bm8gcGljdHVyZQ==',
                base64_encode('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'),
                '',
                '***',
                base64_encode(str_repeat("GIF89a\x01\x00", 1_100_000)),
            ]
            as $base64
        ) {
            $refused = $this->send(
                'POST',
                '/api/setups/' . $id . '/pictures',
                ['name' => 'lamp.png', 'base64' => $base64],
                422,
            );
            self::assertStringContainsString('lamp.png', json_encode($refused, JSON_THROW_ON_ERROR));
        }
        self::assertNull($this->told($id)[0][2]);
        $this->send('GET', '/api/setups/' . $id . '/picture?name=..%2F..%2Fetc%2Fpasswd', null, 404);
        $left = $this->sendLater(
            'POST',
            '/api/setups/' . $id . '/pictures',
            ['address' => 'http://127.0.0.1:9/pictures/'],
            200,
        )['left'];
        self::assertSame(['lamp.png', 'chips/Red.gif'], array_column($left, 'from'));
        $this->sendLater('POST', '/api/setups/' . $id . '/pictures', ['address' => 'file:///etc/'], 422);
    }

    private function lamp(): string
    {
        $id = $this->send(
            'POST',
            '/api/setups',
            [
                'text' => Documents::json([
                    'item' => ['sku' => 'L', 'name' => 'Lamp', 'price' => '5', 'image' => 'lamp.png'],
                    'options' => [
                        [
                            'code' => 'hue',
                            'label' => 'Hue',
                            'kind' => 'one',
                            'values' => [['code' => 'r', 'label' => 'Red', 'swatch' => 'chips/Red.gif']],
                        ],
                    ],
                ]),
            ],
            201,
        )['id'];
        self::assertIsString($id);

        return $id;
    }

    /**
     * @return list<array{string, list<string>, string|null}>
     */
    private function told(string $id): array
    {
        return array_map(
            static fn(array $p): array => [$p['name'], $p['at'], $p['src']],
            $this->send('GET', '/api/setups/' . $id . '/pictures', null, 200)['pictures'],
        );
    }
}
