<?php

declare(strict_types=1);

namespace Ithrel\App\Net;

use Ithrel\Core\Document\UnreadableDocument;
use Symfony\Component\HttpFoundation\IpUtils;

/**
 * Which hosts may be asked, for every client and every browser: one answer, given for a name before it is asked and for
 * the address that the name leads to when it is connected to.
 *
 * Hosts that a setting names may be asked, wherever they lead. Where it names none, those may be that a tester names,
 * as long as they lead to the network at large: to this machine only where nobody signs in, so that whoever asks sits
 * at it, and to a private network never.
 */
final readonly class HostPolicy
{
    /** Addresses that mean this very machine. */
    private const HERE = ['127.0.0.0/8', '::1', '0.0.0.0/32', '::/128'];

    /** Where a name leads that leads nowhere now, so that it leads nowhere later: nobody answers there. */
    private const NOWHERE = '255.255.255.255';

    /** @var list<string> named by the setting, in lower case */
    private array $named;

    /**
     * @param string $hosts named by the setting ITHREL_SHOP_HOSTS, with commas between, as in "staging.example:8443";
     *                      without a port, any port of it
     * @param string $standIn address of the rehearsal shop, which may always be asked; empty where none runs
     * @param bool $signIn whether people sign in, and so sit elsewhere
     * @param (\Closure(string): list<string>)|null $resolve name of a host => its addresses; null: as this machine does
     */
    public function __construct(
        private string $hosts,
        private string $standIn,
        private bool $signIn,
        private ?\Closure $resolve = null,
    ) {
        $named = array_map(static fn(string $h): string => strtolower(trim($h)), explode(',', $hosts));
        $own = parse_url($standIn);
        if (is_array($own) && isset($own['host'])) {
            $named[] = strtolower($own['host']) . (isset($own['port']) ? ':' . $own['port'] : '');
        }
        $this->named = array_values(array_filter($named, static fn(string $h): bool => '' !== $h));
    }

    /** What whoever sits at this machine may ask for, as the command line has it. */
    public static function ofThisMachine(): self
    {
        return new self('', '', false);
    }

    /** Whether a setting says which hosts may be asked. */
    public function isNamed(): bool
    {
        return '' !== trim($this->hosts);
    }

    /**
     * @return list<string> named by the setting, the rehearsal shop among them
     */
    public function named(): array
    {
        return $this->named;
    }

    /**
     * Whether a host is named by the setting, as in "127.0.0.1:8080" or "shop.example", which goes for any port.
     */
    public function names(string $host, int $port): bool
    {
        return in_array($host, $this->named, true) || in_array($host . ':' . $port, $this->named, true);
    }

    /**
     * The addresses of a host, each of which may be connected to.
     *
     * @param string $host a name, an IPv4 address, or an IPv6 address in brackets
     *
     * @return non-empty-list<string>
     *
     * @throws HostRefused where it leads nowhere, or to where nobody may ask
     */
    public function addresses(string $host, int $port): array
    {
        $host = strtolower($host);
        $addresses = $this->lookedUp($host);
        if ([] === $addresses) {
            throw new HostRefused(sprintf('There is no host "%s".', $host));
        }
        if ($this->names($host, $port)) {
            return $addresses;
        }
        if ($this->isNamed()) {
            throw new HostRefused(
                sprintf(
                    'The host "%s" may not be asked. Those that may are named in the setting ITHREL_SHOP_HOSTS: %s.',
                    $host,
                    implode(', ', $this->named),
                ),
            );
        }
        foreach ($addresses as $address) {
            $isHere = IpUtils::checkIp($address, self::HERE);
            if ($isHere ? $this->signIn : !self::isPublic($address)) {
                throw new HostRefused(
                    sprintf(
                        'The host "%s" leads to %s, which is %s. It may be asked once the setting ITHREL_SHOP_HOSTS ' .
                            'names it.',
                        $host,
                        $address,
                        $isHere ? 'the machine that Ithrel runs on' : 'of a private network',
                    ),
                );
            }
        }

        return $addresses;
    }

    /**
     * Where some hosts lead that are known by name and not by a setting: a browser is kept to these addresses, whatever
     * the names lead to a moment later.
     *
     * @param list<string> $hosts with or without a port
     *
     * @return array<string, string> name => address
     *
     * @throws HostRefused where one may not be asked
     */
    public function pinned(array $hosts): array
    {
        $pinned = [];
        foreach ($hosts as $host) {
            $port = 1 === preg_match('/:(\d+)$/D', $host, $m) && !str_ends_with($host, ']') ? (int) $m[1] : 80;
            $name = isset($m[1]) ? substr($host, 0, -strlen($m[0])) : $host;
            $isThere = [] !== $this->lookedUp($name);
            $address = $isThere ? $this->addresses($name, $port)[0] : self::NOWHERE;
            if (!$this->names($name, $port) && trim($name, '[]') !== $address) {
                $pinned[$name] = $address;
            }
        }

        return $pinned;
    }

    /**
     * The page of a shop, refused at once where it may not be asked.
     *
     * @throws UnreadableDocument at "/address"
     */
    public function check(string $page): void
    {
        $parts = parse_url($page);
        if (is_array($parts) && isset($parts['scheme'], $parts['host'])) {
            try {
                $this->addresses(
                    $parts['host'],
                    $parts['port'] ?? ('https' === strtolower($parts['scheme']) ? 443 : 80),
                );
            } catch (HostRefused $e) {
                throw UnreadableDocument::at('/address', $e->getMessage());
            }
        }
    }

    /** As the registries of special addresses of IANA have it; what stands for another address counts as that one. */
    private static function isPublic(string $address): bool
    {
        $packed = (string) inet_pton($address);
        if (16 === strlen($packed) && str_starts_with($packed, "\0\0\0\0\0\0\0\0\0\0\xff\xff")) {
            return self::isPublic((string) inet_ntop(substr($packed, 12)));
        }

        return false !==
            filter_var($address, FILTER_VALIDATE_IP, FILTER_FLAG_NO_PRIV_RANGE | FILTER_FLAG_NO_RES_RANGE) &&
            !IpUtils::isPrivateIp($address) &&
            !IpUtils::checkIp($address, [
                '100.64.0.0/10',
                '192.0.0.0/24',
                '198.18.0.0/15',
                '224.0.0.0/4',
                'ff00::/8',
                '64:ff9b::/96',
                '2002::/16',
                '2001::/32',
                'fec0::/10',
            ]);
    }

    /**
     * @return list<string> none where it leads nowhere
     */
    private function lookedUp(string $host): array
    {
        $bare = trim(strtolower($host), '[]');

        return false !== filter_var($bare, FILTER_VALIDATE_IP)
            ? [$bare]
            : ($this->resolve ?? self::resolved(...))($bare);
    }

    /**
     * @return list<string>
     */
    private static function resolved(string $name): array
    {
        $all = gethostbynamel($name);
        $all = false === $all ? [] : $all;
        $sixes = @dns_get_record($name, DNS_AAAA);
        foreach (false === $sixes ? [] : $sixes as $record) {
            if (is_string($record['ipv6'] ?? null)) {
                $all[] = $record['ipv6'];
            }
        }

        return array_values(array_unique($all));
    }
}
