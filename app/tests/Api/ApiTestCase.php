<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Api;

use Ithrel\App\Queue\WorkLoop;
use Ithrel\App\Tests\Support\DescribedAnswers;
use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;

/**
 * The HTTP interface as its callers meet it.
 */
abstract class ApiTestCase extends WebTestCase
{
    protected KernelBrowser $browser;

    protected function setUp(): void
    {
        $this->browser = self::createClient(['debug' => false]);
    }

    protected function tearDown(): void
    {
        $undescribed = DescribedAnswers::undescribed();
        parent::tearDown();
        self::assertSame([], $undescribed, 'docs/openapi.json says every answer that is given.');
    }

    /** Brings in a demo setup and gives its address. */
    protected function bringIn(string $name): string
    {
        $id = $this->send('POST', '/api/setups', ['text' => self::demo($name)], 201)['id'];
        self::assertIsString($id);

        return $id;
    }

    /** Where something is asked of a document: of a setup's latest. */
    protected function analyses(string $id): string
    {
        $sha256 = $this->send('GET', '/api/setups/' . $id, null, 200)['sha256'];
        self::assertIsString($sha256);

        return '/api/documents/' . $sha256;
    }

    protected static function demo(string $name): string
    {
        return (string) file_get_contents(dirname(__DIR__, 3) . '/demo/setups/' . $name . '.json');
    }

    /**
     * @param array<string, mixed>|null $body
     * @param string|null $seen tag of what was seen before it is changed
     *
     * @return array<array-key, mixed>
     */
    protected function send(string $method, string $address, ?array $body, int $status, ?string $seen = null): array
    {
        $this->browser->request(
            $method,
            $address,
            server: ['CONTENT_TYPE' => 'application/json'] +
                (null === $seen ? [] : ['HTTP_IF_MATCH' => '"' . $seen . '"']),
            content: null === $body ? null : json_encode($body, JSON_THROW_ON_ERROR),
        );
        $content = (string) $this->browser->getResponse()->getContent();
        self::assertResponseStatusCodeSame($status, $content);
        if (204 === $status) {
            self::assertSame('', $content);

            return [];
        }
        $data = json_decode($content, true, 512, JSON_THROW_ON_ERROR);
        self::assertIsArray($data);

        return $data;
    }

    /**
     * The same of what a worker does: it is put back, worked out, and come back for.
     *
     * @param array<string, mixed>|null $body
     *
     * @return array<array-key, mixed>
     */
    protected function sendLater(string $method, string $address, ?array $body, int $status): array
    {
        $id = $this->send($method, $address, $body, 202)['id'];
        self::assertIsString($id);
        self::getContainer()
            ->get(WorkLoop::class)
            ->once(['desk']);

        return $this->send('GET', '/api/answers/' . $id, null, $status);
    }
}
