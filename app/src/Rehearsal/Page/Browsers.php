<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Page;

use Ithrel\App\Browser\Driver;
use Ithrel\App\Browser\Ending;
use Ithrel\App\Browser\Pilot;
use Ithrel\App\Net\HostPolicy;
use Ithrel\App\Rehearsal\NoAnswer;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\ExecutableFinder;
use Symfony\Component\Process\Process;

/**
 * The browser of a worker: begun when it is first needed, kept for what follows in the same shop, and ended when
 * nothing was asked of it for a while.
 */
final class Browsers
{
    private const IDLE_SECONDS = 20;
    private const SECONDS_OF_INSTALLATION = 300;

    /** Checks after which a browser is begun anew, so that what it gathers does not grow for ever. */
    private const MOST_USES = 400;

    /** Seconds within which a remote end has to take a connection. */
    private const SECONDS_OF_END = 2.0;

    /** @var resource|null held while a remote end is used */
    private mixed $lock = null;

    private ?Driver $driver = null;
    private ?Pilot $pilot = null;
    private string $hosts = '';
    private string $folder = '';
    private int $uses = 0;
    private float $usedAt = 0.0;

    /** @var \Closure(): void */
    private \Closure $beat;

    /**
     * @param string $remote address of a remote end, or several with commas between; empty: a driver is started here
     * @param HostPolicy|null $policy where the hosts of shops may lead; null: anywhere, as whoever sits here says
     */
    public function __construct(private readonly string $remote, private readonly ?HostPolicy $policy = null)
    {
        $this->beat = static fn() => null;
    }

    public function __destruct()
    {
        $this->end();
    }

    /**
     * @param list<string> $hosts that may be visited
     * @param \Closure(): void $beat called now and then while the browser works
     *
     * @throws NoAnswer where there is no browser
     */
    public function pilot(array $hosts, \Closure $beat): Pilot
    {
        $this->beat = $beat;
        $this->usedAt = microtime(true);
        $wanted = implode(',', $hosts);
        if (null === $this->pilot || $this->hosts !== $wanted || ++$this->uses > self::MOST_USES) {
            $this->end();
            $end = $this->remoteEnd();
            if (null === $end) {
                $this->install();
            }
            $this->driver = new Driver($hosts, $end, $this->policy);
            $this->pilot = new Pilot($this->driver, fn() => ($this->beat)());
            [$this->hosts, $this->uses] = [$wanted, 0];
        }

        return $this->pilot;
    }

    /** A folder for files to be uploaded. */
    public function folder(): string
    {
        if ('' === $this->folder) {
            $this->folder = Ending::folder('files');
        }

        return $this->folder;
    }

    /** Ends a browser that nobody needs any more. */
    public function rest(): void
    {
        if (null !== $this->driver && microtime(true) - $this->usedAt > self::IDLE_SECONDS) {
            $this->end();
        }
    }

    public function end(): void
    {
        $this->driver?->end();
        $this->driver = $this->pilot = null;
        if (null !== $this->lock) {
            fclose($this->lock);
            $this->lock = null;
        }
        if ('' !== $this->folder) {
            Ending::remove($this->folder);
            $this->folder = '';
        }
    }

    /**
     * Chromium and its driver, when they are first used.
     *
     * @throws NoAnswer where they are not there and cannot be installed
     */
    private function install(): void
    {
        $finder = new ExecutableFinder();
        if (null !== $finder->find('chromedriver') && null !== $finder->find('tinyproxy')) {
            return;
        }
        $process = new Process(
            ['bash', '-c', 'source "$0" && need_browser "which try a page"', dirname(__DIR__, 3) . '/bin/install.sh'],
            null,
            null,
            null,
            self::SECONDS_OF_INSTALLATION,
        );
        try {
            $process->start();
            while ($process->isRunning()) {
                ($this->beat)();
                $process->checkTimeout();
                usleep(500_000);
            }
        } catch (ProcessTimedOutException) {
            // Said below.
        }
        if (!$process->isSuccessful()) {
            throw new NoAnswer(
                'A page is tried in Chromium, which is not installed here, and could not be: ' .
                    trim($process->getErrorOutput()),
                false,
            );
        }
    }

    /**
     * Of several remote ends one that answers and that no other worker of this machine uses, else one that answers;
     * workers so share them out.
     *
     * @return string|null null: browsers are started here
     *
     * @throws NoAnswer where none answers
     */
    private function remoteEnd(): ?string
    {
        $ends = array_values(
            array_filter(
                array_map(trim(...), explode(',', $this->remote)),
                static fn(string $end): bool => '' !== $end,
            ),
        );
        if ([] === $ends) {
            return null;
        }
        shuffle($ends);
        $answering = array_values(array_filter($ends, self::answers(...)));
        foreach ($answering as $end) {
            $lock = fopen(sys_get_temp_dir() . '/ithrel-webdriver-' . hash('xxh128', $end) . '.lock', 'c');
            if (false !== $lock && flock($lock, LOCK_EX | LOCK_NB)) {
                $this->lock = $lock;

                return $end;
            }
        }

        return $answering[0] ?? throw new NoAnswer('No remote end for browsers answers: ' . implode(', ', $ends), true);
    }

    private static function answers(string $end): bool
    {
        $parts = parse_url($end);
        if (!is_array($parts) || !isset($parts['host'])) {
            return false;
        }
        $isSafe = 'https' === ($parts['scheme'] ?? '');
        $socket = @fsockopen(
            ($isSafe ? 'tls://' : '') . trim($parts['host'], '[]'),
            $parts['port'] ?? ($isSafe ? 443 : 80),
            $code,
            $message,
            self::SECONDS_OF_END,
        );
        if (false === $socket) {
            return false;
        }
        fclose($socket);

        return true;
    }
}
