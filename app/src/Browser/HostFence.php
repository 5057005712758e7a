<?php

declare(strict_types=1);

namespace Ithrel\App\Browser;

use Ithrel\App\Net\HostPolicy;
use Ithrel\App\Net\HostRefused;
use Ithrel\App\Rehearsal\NoAnswer;
use Symfony\Component\Process\Process;

/**
 * The forward proxy (tinyproxy) through which a browser sends everything it asks for, this machine included: requests,
 * redirects, pictures, scripts and sockets to other hosts or ports than those named are refused there.
 */
final class HostFence
{
    /**
     * Id of the words on a page that the proxy answers with, in place of a host that does not answer or may not be
     * asked.
     */
    public const SIGN = 'ithrel-fence';

    private ?Process $process = null;
    private string $folder = '';
    private int $port = 0;

    /**
     * @param list<string> $hosts that may be asked, as in "127.0.0.1:8080" or "shop.example"; without a port, any port
     *                            of it
     * @param HostPolicy|null $policy where these may lead; null: anywhere
     */
    public function __construct(private readonly array $hosts, private readonly ?HostPolicy $policy = null) {}

    public function __destruct()
    {
        $this->end();
    }

    /**
     * Begins it, once.
     *
     * @return string its address, as a browser takes it
     *
     * @throws NoAnswer where it does not begin
     */
    public function address(): string
    {
        if (null === $this->process || !$this->process->isRunning()) {
            $this->begin();
        }

        return 'http://127.0.0.1:' . $this->port;
    }

    public function end(): void
    {
        $this->process?->stop(1);
        $this->process = null;
        if ('' !== $this->folder) {
            Ending::remove($this->folder);
            $this->folder = '';
        }
    }

    /** Whether an address is of a host and port that may be asked. */
    public function lets(string $address): bool
    {
        $parts = parse_url($address);
        if (!is_array($parts) || !isset($parts['host'])) {
            // about:blank and the browser's own pages ask nobody.
            return true;
        }
        $host = strtolower($parts['host']);
        $port = $parts['port'] ?? ('https' === strtolower($parts['scheme'] ?? '') ? 443 : 80);
        foreach ($this->hosts as $allowed) {
            if (in_array(strtolower($allowed), [$host, $host . ':' . $port], true)) {
                return true;
            }
        }

        return false;
    }

    private function begin(): void
    {
        $this->end();
        $this->folder = Ending::folder('fence');
        $this->port = FreePort::find();
        file_put_contents($this->folder . '/hosts', implode("\n", self::rules($this->hosts)) . "\n");
        file_put_contents(
            $this->folder . '/error.html',
            '<!doctype html><meta charset="utf-8"><title>{errno}</title><p id="' . self::SIGN . '">{errno}</p>',
        );
        file_put_contents(
            $this->folder . '/fence.conf',
            implode("\n", [
                'Port ' . $this->port,
                'Listen 127.0.0.1',
                'Allow 127.0.0.1',
                'Timeout 60',
                'MaxClients 400',
                'DisableViaHeader Yes',
                'LogLevel Critical',
                'LogFile "' . $this->folder . '/log"',
                'DefaultErrorFile "' . $this->folder . '/error.html"',
                'Filter "' . $this->folder . '/hosts"',
                'FilterURLs On',
                'FilterExtended On',
                'FilterDefaultDeny Yes',
            ]) . "\n",
        );
        $this->process = new Process(
            Ending::withUs(['tinyproxy', '-d', '-c', $this->folder . '/fence.conf']),
            null,
            $this->names(),
            null,
            null,
        );
        $this->process->start();
        if (!FreePort::isAnsweredAt($this->port, fn(): bool => true === $this->process->isRunning())) {
            throw new NoAnswer(
                'The proxy that keeps a browser to the shop could not be started: ' .
                    trim($this->process->getErrorOutput()),
                true,
            );
        }
    }

    /**
     * Where the hosts lead that are known by name, looked at once.
     *
     * @return array<string, string> name => address
     *
     * @throws NoAnswer where a host may not be asked
     */
    public function pinned(): array
    {
        try {
            return $this->policy?->pinned($this->hosts) ?? [];
        } catch (HostRefused $e) {
            throw new NoAnswer($e->getMessage(), false, $e);
        }
    }

    /**
     * Names lead, for the proxy, to where they led when that was looked at (nss_wrapper reads them from a file).
     *
     * @return array<string, string> settings of its process
     */
    private function names(): array
    {
        $pinned = $this->pinned();
        if ([] === $pinned) {
            return [];
        }
        $lines = array_map(
            static fn(string $name, string $to): string => $to . ' ' . $name,
            array_keys($pinned),
            $pinned,
        );
        file_put_contents($this->folder . '/names', implode("\n", $lines) . "\n");

        return ['LD_PRELOAD' => 'libnss_wrapper.so', 'NSS_WRAPPER_HOSTS' => $this->folder . '/names'];
    }

    /**
     * @param list<string> $hosts
     *
     * @return list<string> POSIX expressions for addresses, and for what sockets and HTTPS ask for ("host:port")
     */
    private static function rules(array $hosts): array
    {
        $rules = [];
        foreach ($hosts as $host) {
            $hasPort = 1 === preg_match('/:\d+$/', $host) && !str_ends_with($host, ']');
            // Without its port where that is the scheme's own.
            $short = (string) preg_replace('/:80$/', '', $host);
            $name = static fn(string $h): string => str_replace(['.', '[', ']'], ['\\.', '\\[', '\\]'], $h);
            foreach (array_unique([$host, $short]) as $each) {
                $port = $hasPort ? '' : '(:[0-9]+)?';
                $rules[] = '^http://' . $name($each) . $port . '(/|\\?|$)';
                $rules[] = '^' . $name($each) . $port . '$';
            }
        }

        return $rules;
    }
}
