<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\Core\Document\UnreadableDocument;
use Symfony\Component\DomCrawler\UriResolver;

/**
 * The address of an item's page in a shop, and the hosts that may be asked at all.
 */
final readonly class ShopAddress
{
    /**
     * @param list<string> $hosts that may be asked
     */
    private function __construct(public string $page, private array $hosts) {}

    /**
     * @param list<string> $hosts that may be asked, as in "127.0.0.1" or "staging.example:8443"; without a port, any
     *                            port of it
     *
     * @throws UnreadableDocument where it is no address of a page, or of a host that may not be asked
     */
    public static function of(string $page, array $hosts): self
    {
        $page = trim($page, " \t\r\n");
        $address = new self($page, $hosts);
        $why = mb_check_encoding($page, 'UTF-8') ? $address->refusal($page) : 'This is not UTF-8 text.';
        if (null !== $why) {
            throw UnreadableDocument::at('/address', $why);
        }

        return $address;
    }

    /** The host of an address, with its port where it names one; "" where it has none. */
    public static function hostOf(string $page): string
    {
        $host = parse_url(trim($page), PHP_URL_HOST);
        $port = parse_url(trim($page), PHP_URL_PORT);

        return is_string($host) ? strtolower($host) . (is_int($port) ? ':' . $port : '') : '';
    }

    /**
     * A link or redirect that was found at one address, as a full address.
     *
     * @throws NoAnswer where it leads to where nobody may ask
     */
    public function follow(string $from, string $link): string
    {
        $full = UriResolver::resolve($link, $from);
        $why = $this->refusal($full);
        if (null !== $why) {
            throw new NoAnswer(
                sprintf('The shop led from %s to %s. %s', $from, mb_strimwidth($full, 0, 200, '…', 'UTF-8'), $why),
                false,
            );
        }

        return $full;
    }

    private function refusal(string $page): ?string
    {
        $parts = strlen($page) > 2000 || 1 === preg_match('/[\x00-\x20\x7f]/', $page) ? false : parse_url($page);
        $hasNoPort = 1 === preg_match('~^[a-z]+://[^/?#]*:0*(?:[/?#]|$)~i', $page);
        if (false === $parts || $hasNoPort || !isset($parts['scheme'], $parts['host'])) {
            return 'This is no address of a page. It begins with http:// or https:// and a host, and has 2000 ' .
                'characters at most.';
        }
        if (!in_array(strtolower($parts['scheme']), ['http', 'https'], true)) {
            return sprintf('"%s" is not HTTP. A shop is asked over http:// or https://.', $parts['scheme']);
        }
        if (isset($parts['user']) || isset($parts['pass'])) {
            return 'A name and password do not belong into the address.';
        }
        $host = strtolower($parts['host']);
        $withPort = $host . ':' . ($parts['port'] ?? ('https' === strtolower($parts['scheme']) ? 443 : 80));
        if (!in_array($host, $this->hosts, true) && !in_array($withPort, $this->hosts, true)) {
            return sprintf(
                'The host "%s" may not be asked. Those that may are named in the setting ITHREL_SHOP_HOSTS: %s.',
                $host,
                implode(', ', $this->hosts),
            );
        }

        return null;
    }
}
