<?php

declare(strict_types=1);

namespace Ithrel\Shop\Tests;

/**
 * Servers that tests start, each a process group of its own on a port of its own, all ended when the run ends.
 */
final class Processes
{
    /** @var list<int> process groups */
    private static array $groups = [];

    private static bool $isWatched = false;

    /**
     * @return int the process group
     */
    public static function start(string $command, string $log): int
    {
        if (!self::$isWatched) {
            self::$isWatched = true;
            register_shutdown_function(self::endAll(...));
        }
        $process = proc_open(
            ['setsid', 'bash', '-c', $command],
            [['file', '/dev/null', 'r'], ['file', $log, 'w'], ['file', $log, 'a']],
            $pipes,
        );
        if (!is_resource($process)) {
            throw new \RuntimeException('Cannot start ' . $command);
        }

        return self::$groups[] = proc_get_status($process)['pid'];
    }

    /** A server that is waited for. */
    public static function serve(string $command, int $port, string $log): int
    {
        $group = self::start($command, $log);
        self::waitForPort($port, $log);

        return $group;
    }

    /** The rehearsal shop, with a folder of its own; gives its address. */
    public static function shop(string $folder): string
    {
        $port = self::freePort();
        @mkdir($folder, 0o777, true);
        self::serve(
            sprintf(
                'ITHREL_SHOP_VAR=%1$s ITHREL_TODAY=2026-11-24 exec %2$s -S 127.0.0.1:%3$d -t %4$s %4$s/index.php',
                escapeshellarg($folder),
                PHP_BINARY,
                $port,
                escapeshellarg(dirname(__DIR__) . '/public'),
            ),
            $port,
            $folder . '/log',
        );

        return 'http://127.0.0.1:' . $port;
    }

    public static function freePort(): int
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0');
        if (false === $socket) {
            throw new \RuntimeException('No port is free.');
        }
        $port = (int) substr((string) strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
        fclose($socket);

        return $port;
    }

    public static function waitForPort(int $port, string $log): void
    {
        for ($i = 0; $i < 2400; ++$i) {
            $socket = @fsockopen('127.0.0.1', $port);
            if (false !== $socket) {
                fclose($socket);

                return;
            }
            usleep(50_000);
        }
        throw new \RuntimeException("Nothing answers on port {$port}:\n" . file_get_contents($log));
    }

    public static function end(int $group, int $signal = SIGTERM): void
    {
        posix_kill(-$group, $signal);
        self::$groups = array_values(array_diff(self::$groups, [$group]));
    }

    private static function endAll(): void
    {
        foreach (self::$groups as $group) {
            posix_kill(-$group, SIGTERM);
        }
        self::$groups = [];
        usleep(300_000);
    }
}
