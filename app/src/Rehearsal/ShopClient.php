<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Symfony\Component\BrowserKit\CookieJar;
use Symfony\Contracts\HttpClient\Exception\TransportExceptionInterface;
use Symfony\Contracts\HttpClient\HttpClientInterface;

/**
 * One shopper's connection to a shop: keeps its cookies, follows its redirects as far as they are allowed, and bounds
 * what it waits for and takes in.
 */
final class ShopClient
{
    private const MOST_BYTES = 2_000_000;
    private const MOST_REDIRECTS = 5;

    private readonly CookieJar $cookies;

    /**
     * @param float $seconds that a shop may take for one answer
     * @param \Closure(): void $beat called before each request
     */
    public function __construct(
        private readonly HttpClientInterface $http,
        private readonly ShopAddress $address,
        private readonly float $seconds,
        private readonly \Closure $beat,
    ) {
        $this->cookies = new CookieJar();
    }

    /**
     * @param array<string, mixed>|null $body sent as JSON; null: none
     *
     * @throws NoAnswer
     */
    public function ask(string $method, string $from, string $link, ?array $body = null): ShopAnswer
    {
        $url = $this->address->follow($from, $link);
        for ($hop = 0; $hop <= self::MOST_REDIRECTS; ++$hop) {
            $request = $method . ' ' . (string) parse_url($url, PHP_URL_PATH);
            [$status, $headers, $content] = $this->send($method, $url, $body, $request);
            $this->cookies->updateFromSetCookie($headers['set-cookie'] ?? [], $url);
            if ($status >= 300 && $status < 400 && isset($headers['location'][0])) {
                $url = $this->address->follow($url, $headers['location'][0]);
                if (303 === $status || ('POST' === $method && $status < 303)) {
                    [$method, $body] = ['GET', null];
                }
                continue;
            }
            if ($status >= 500) {
                throw new NoAnswer(sprintf('The shop answered %d to %s.', $status, $request), true);
            }
            if (200 !== $status && 201 !== $status && 422 !== $status) {
                throw new NoAnswer(sprintf('The shop answered %d to %s.', $status, $request), false);
            }

            return ShopAnswer::read($content, $request, $url);
        }
        throw new NoAnswer(
            sprintf('The shop redirects in a circle: more than %d times from %s.', self::MOST_REDIRECTS, $link),
            false,
        );
    }

    /**
     * @param array<string, mixed>|null $body
     *
     * @return array{int, array<string, list<string>>, string}
     */
    private function send(string $method, string $url, ?array $body, string $request): array
    {
        ($this->beat)();
        $headers = ['Accept' => 'application/json'];
        $cookies = [];
        foreach ($this->cookies->allRawValues($url) as $name => $value) {
            $cookies[] = $name . '=' . (is_string($value) ? $value : '');
        }
        if ([] !== $cookies) {
            $headers['Cookie'] = implode('; ', $cookies);
        }
        $options = [
            'headers' => $headers,
            'max_redirects' => 0,
            'timeout' => $this->seconds,
            'max_duration' => 2 * $this->seconds,
            'buffer' => false,
        ];
        if (null !== $body) {
            $options['json'] = $body;
        }
        try {
            $response = $this->http->request($method, $url, $options);
            $status = $response->getStatusCode();
            $content = '';
            foreach ($this->http->stream($response, $this->seconds) as $chunk) {
                if ($chunk->isTimeout()) {
                    $response->cancel();
                    throw new NoAnswer(
                        sprintf('The shop did not answer %s within %s seconds.', $request, $this->seconds),
                        true,
                    );
                }
                $content .= $chunk->getContent();
                if (strlen($content) > self::MOST_BYTES) {
                    $response->cancel();
                    throw new NoAnswer(
                        sprintf(
                            'The shop answered %s with more than %d MB.',
                            $request,
                            intdiv(self::MOST_BYTES, 1_000_000),
                        ),
                        false,
                    );
                }
            }

            /** @var array<string, list<string>> $given */
            $given = $response->getHeaders(false);

            return [$status, $given, $content];
        } catch (TransportExceptionInterface $e) {
            $said = $e->getMessage();
            $why = match (true) {
                str_contains($said, 'Idle timeout') ||
                    str_contains($said, 'timed out') ||
                    str_contains($said, 'Max duration')
                    => sprintf('did not answer %s within %s seconds', $request, $this->seconds),
                str_contains($said, 'Failed to connect') ||
                    str_contains($said, 'Could not connect') ||
                    str_contains($said, 'Connection refused')
                    => sprintf(
                    'cannot be reached at %s',
                    (string) parse_url($url, PHP_URL_HOST) . ':' . (parse_url($url, PHP_URL_PORT) ?? 'its port'),
                ),
                default => sprintf('broke off its answer to %s', $request),
            };
            throw new NoAnswer('The shop ' . $why . '.', true, $e);
        }
    }
}
