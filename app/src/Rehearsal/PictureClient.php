<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Store\SetupPictures;
use Symfony\Component\DomCrawler\UriResolver;
use Symfony\Contracts\HttpClient\Exception\ExceptionInterface;
use Symfony\Contracts\HttpClient\HttpClientInterface;

/**
 * Fetches pictures from a shop, one after the other, within bounds.
 */
final readonly class PictureClient
{
    private const SECONDS = 10.0;

    public function __construct(private HttpClientInterface $http, private ShopSettings $shops) {}

    /**
     * @param string $name as the document has it: a file's name, a path or an address
     * @param string $base address that names are told from
     *
     * @throws NoAnswer with its reason
     */
    public function fetch(string $name, string $base): string
    {
        $address = $this->shops->page($base);
        $url = UriResolver::resolve(
            1 === preg_match('~^https?://~i', $name)
                ? $name
                : implode('/', array_map(rawurlencode(...), explode('/', $name))),
            rtrim($base, '/') . '/',
        );
        $url = $address->follow($base, $url);
        try {
            $response = $this->http->request('GET', $url, [
                'max_redirects' => 0,
                'timeout' => self::SECONDS,
                'max_duration' => self::SECONDS,
                'buffer' => false,
                'headers' => ['Accept' => 'image/*'],
            ]);
            if (200 !== $response->getStatusCode()) {
                throw new NoAnswer(
                    sprintf(
                        'The shop answered %d to %s.',
                        $response->getStatusCode(),
                        (string) parse_url($url, PHP_URL_PATH),
                    ),
                    false,
                );
            }
            $bytes = '';
            foreach ($this->http->stream($response, self::SECONDS) as $chunk) {
                if ($chunk->isTimeout() || strlen($bytes) > SetupPictures::MOST_BYTES) {
                    $response->cancel();
                    throw new NoAnswer($chunk->isTimeout() ? 'The shop took too long.' : 'It is too large.', false);
                }
                $bytes .= $chunk->getContent();
            }

            return $bytes;
        } catch (ExceptionInterface $e) {
            throw new NoAnswer('The shop could not be asked for it.', true, $e);
        }
    }
}
