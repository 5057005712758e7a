<?php

declare(strict_types=1);

namespace Ithrel\App\Browser;

use Symfony\Component\Process\Process;

/**
 * A page that others wrote runs as little as it can: in Chromium's sandbox, where the kernel gives one, and never as
 * root. Chromium begins no sandbox as root, so there it is another account's.
 */
final class Confined
{
    private const ACCOUNT = 'nobody';

    /** What Chromium's sandbox is made of: namespaces of users, processes and networks of its own. */
    private const LIKE_A_SANDBOX = ['unshare', '--user', '--pid', '--net', '--fork', 'true'];

    private static ?bool $isSandboxed = null;

    /** Whether the kernel gives a sandbox to whom the browser is begun by. Containers often refuse it. */
    public static function isSandboxed(): bool
    {
        if (null === self::$isSandboxed) {
            $try = new Process(self::command(self::LIKE_A_SANDBOX));
            self::$isSandboxed = (0 !== posix_geteuid() || null !== self::account()) && 0 === $try->run();
        }

        return self::$isSandboxed;
    }

    /**
     * @param non-empty-list<string> $command
     *
     * @return non-empty-list<string> the command, as one that is not root's and ends with this process
     */
    public static function command(array $command): array
    {
        $account = self::account();
        if (null === $account) {
            return Ending::withUs($command);
        }

        return Ending::withUs($command, [
            '--reuid=' . $account['uid'],
            '--regid=' . $account['gid'],
            '--clear-groups',
            '--no-new-privs',
        ]);
    }

    /** A folder or a file is the browser's too. */
    public static function hand(string $path): void
    {
        $account = self::account();
        if (null !== $account) {
            chown($path, $account['uid']);
            chgrp($path, $account['gid']);
        }
    }

    /**
     * @return array{uid: int, gid: int, ...<string, mixed>}|null null: the browser is begun by whoever we are
     */
    private static function account(): ?array
    {
        $account = 0 === posix_geteuid() && Ending::isThere() ? posix_getpwnam(self::ACCOUNT) : false;

        return false === $account ? null : $account;
    }
}
