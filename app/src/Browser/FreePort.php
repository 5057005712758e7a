<?php

declare(strict_types=1);

namespace Ithrel\App\Browser;

use Ithrel\App\Rehearsal\NoAnswer;

/**
 * Ports of this machine for processes that are started here.
 */
final class FreePort
{
    private const SECONDS = 5;

    /**
     * @throws NoAnswer where none is free
     */
    public static function find(): int
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0');
        $name = false === $socket ? false : stream_socket_get_name($socket, false);
        if (false === $socket || false === $name) {
            throw new NoAnswer('No port of this machine is free.', true);
        }
        fclose($socket);

        return (int) substr($name, (int) strrpos($name, ':') + 1);
    }

    /**
     * Waits until somebody listens.
     *
     * @param \Closure(): bool $goesOn whether it is worth waiting
     */
    public static function isAnsweredAt(int $port, \Closure $goesOn): bool
    {
        for ($start = hrtime(true); (hrtime(true) - $start) / 1e9 < self::SECONDS && $goesOn(); ) {
            $socket = @fsockopen('127.0.0.1', $port, $code, $message, 0.2);
            if (false !== $socket) {
                fclose($socket);

                return true;
            }
            usleep(30_000);
        }

        return false;
    }
}
