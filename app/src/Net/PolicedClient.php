<?php

declare(strict_types=1);

namespace Ithrel\App\Net;

use Symfony\Component\HttpClient\DecoratorTrait;
use Symfony\Component\HttpClient\Exception\TransportException;
use Symfony\Contracts\HttpClient\HttpClientInterface;
use Symfony\Contracts\HttpClient\ResponseInterface;

/**
 * Asks only hosts that may be asked, at the very address that was looked at: a name that leads elsewhere a moment later
 * leads nowhere here. Redirects are not followed; whoever follows one asks anew.
 */
final class PolicedClient implements HttpClientInterface
{
    use DecoratorTrait;

    public function __construct(private HttpClientInterface $client, private readonly HostPolicy $policy) {}

    /**
     * @param array<array-key, mixed> $options
     */
    public function request(string $method, string $url, array $options = []): ResponseInterface
    {
        $parts = parse_url($url);
        $host = is_array($parts) ? $parts['host'] ?? '' : '';
        $port = $parts['port'] ?? ('https' === strtolower($parts['scheme'] ?? '') ? 443 : 80);
        try {
            $addresses = $this->policy->addresses($host, $port);
        } catch (HostRefused $e) {
            throw new TransportException($e->getMessage(), 0, $e);
        }
        $bare = trim($host, '[]');
        if ($bare !== $addresses[0]) {
            $options['resolve'] = [$bare => $addresses[0]];
        }

        return $this->client->request($method, $url, ['max_redirects' => 0] + $options);
    }
}
