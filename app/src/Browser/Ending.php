<?php

declare(strict_types=1);

namespace Ithrel\App\Browser;

use Symfony\Component\Filesystem\Filesystem;

/**
 * What a process begins ends with it, however it ends: the kernel ends the children (prctl PR_SET_PDEATHSIG, by setpriv
 * of util-linux), and folders are named after who made them, so that those of the dead are found and removed.
 */
final class Ending
{
    private const SETPRIV = '/usr/bin/setpriv';

    /** The folder of this account for what is needed no longer than its process. */
    private const FOLDER = 'ithrel-of-';

    public static function isThere(): bool
    {
        return is_executable(self::SETPRIV);
    }

    /**
     * @param non-empty-list<string> $command
     * @param list<string> $as whose it is, as setpriv is told
     *
     * @return non-empty-list<string> the command, as one that ends with this process
     */
    public static function withUs(array $command, array $as = []): array
    {
        return self::isThere() ? [self::SETPRIV, ...$as, '--pdeathsig', 'KILL', '--', ...$command] : $command;
    }

    /**
     * A new folder that is this process's. Those of processes that are no more go.
     */
    public static function folder(string $what): string
    {
        $all = glob(sys_get_temp_dir() . '/' . self::FOLDER . '*');
        foreach (false === $all ? [] : $all as $old) {
            if (
                1 === preg_match('/^' . self::FOLDER . '(\d+)-/', basename($old), $m) &&
                !is_dir('/proc/' . $m[1]) &&
                fileowner($old) === posix_geteuid()
            ) {
                self::remove($old);
            }
        }
        $folder = sprintf(
            '%s/%s%d-%s-%s',
            sys_get_temp_dir(),
            self::FOLDER,
            getmypid(),
            $what,
            bin2hex(random_bytes(5)),
        );
        mkdir($folder);
        // Whoever is handed something in it gets to that, and sees nothing else.
        chmod($folder, 0o711);

        return $folder;
    }

    public static function remove(string $folder): void
    {
        try {
            (new Filesystem())->remove($folder);
        } catch (\RuntimeException) {
            // A browser that is just ending still writes; the next one that looks removes it.
        }
    }
}
