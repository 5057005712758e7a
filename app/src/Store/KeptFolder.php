<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

/**
 * Files that are as good as absent where they cannot be read: what they keep can be worked out again.
 *
 * They hold plain data, never objects; the folder is this account's alone, and when it grows beyond its bound, what was
 * not asked for the longest goes first.
 */
final class KeptFolder
{
    /** Room that is held for nothing: given back when a full disk cannot even take something out. */
    private const SPARE = 'spare.bin';
    private const SPARE_BYTES = 1_000_000;

    /** A file that is read is marked as asked for once an hour at most. */
    private const TOUCHED = 3_600;

    public function __construct(private readonly string $folder, private readonly int $mostBytes) {}

    /**
     * @return array<array-key, mixed>|null null where there is nothing of use
     */
    public function read(string $name): ?array
    {
        $file = $this->folder . '/' . $name;
        $text = is_file($file) ? @file_get_contents($file) : false;
        if (false === $text) {
            return null;
        }
        if (time() - (int) @filemtime($file) > self::TOUCHED) {
            @touch($file);
        }
        $inflated = @gzinflate($text);
        $kept = false === $inflated ? false : @unserialize($inflated, ['allowed_classes' => false]);

        return is_array($kept) ? $kept : null;
    }

    /**
     * Written aside and moved into place, so that no reader meets half a file.
     *
     * @param array<array-key, mixed> $plain without objects
     */
    public function write(string $name, array $plain): void
    {
        $file = $this->folder . '/' . $name;
        if (!is_dir(dirname($file))) {
            @mkdir(dirname($file), 0o700, true);
        }
        $text = (string) gzdeflate(serialize($plain), 1);
        $aside = $file . '.' . bin2hex(random_bytes(6));
        if (strlen($text) > $this->mostBytes || false === @file_put_contents($aside, $text)) {
            @unlink($aside);

            return;
        }
        @rename($aside, $file);
        if (!is_file($this->folder . '/' . self::SPARE) && $this->mostBytes > 10 * self::SPARE_BYTES) {
            @file_put_contents($this->folder . '/' . self::SPARE, str_repeat("\0", self::SPARE_BYTES));
        }
        $this->prune();
    }

    /** Takes out all whose name begins so. */
    public function forget(string $beginning): void
    {
        foreach ($this->files() as $file => $of) {
            if (str_starts_with(substr($file, strlen($this->folder) + 1), $beginning)) {
                @unlink($file);
            }
        }
    }

    /** Takes out what was not asked for the longest, until what is left is within a bound (0: all of it). */
    public function prune(?int $mostBytes = null): void
    {
        $files = $this->files();
        $all = array_sum(array_column($files, 1));
        uasort($files, static fn(array $a, array $b): int => $a[0] <=> $b[0]);
        foreach ($files as $file => [, $bytes]) {
            if ($all <= ($mostBytes ?? $this->mostBytes)) {
                break;
            }
            @unlink($file);
            $all -= $bytes;
        }
    }

    /**
     * @return array<string, array{int, int}> file => when it was asked for, and its bytes
     */
    private function files(): array
    {
        $files = [];
        if (!is_dir($this->folder)) {
            return $files;
        }
        foreach (
            new \RecursiveIteratorIterator(
                new \RecursiveDirectoryIterator($this->folder, \FilesystemIterator::SKIP_DOTS),
            )
            as $file
        ) {
            if ($file instanceof \SplFileInfo && $file->isFile()) {
                $files[$file->getPathname()] = [(int) $file->getMTime(), (int) $file->getSize()];
            }
        }

        return $files;
    }
}
