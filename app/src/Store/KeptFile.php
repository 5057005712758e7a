<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

/**
 * A file that is as good as absent where it cannot be read: what it keeps can be worked out again.
 */
final class KeptFile
{
    /** What was serialized into a file; null where there is nothing of use. */
    public static function read(string $file): mixed
    {
        $text = is_file($file) ? @file_get_contents($file) : false;
        if (false === $text) {
            return null;
        }
        $kept = @unserialize($text);

        return false === $kept ? null : $kept;
    }

    /** Written aside and moved into place, so that no reader meets half a file. */
    public static function write(string $file, string $text): void
    {
        if (!is_dir(dirname($file))) {
            @mkdir(dirname($file), 0o777, true);
        }
        $aside = $file.'.'.bin2hex(random_bytes(6));
        if (false !== @file_put_contents($aside, $text)) {
            rename($aside, $file);
        }
    }
}
