<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests;

use PHPUnit\Framework\TestCase;

/**
 * Lines of PHP have at most 120 columns, and files as many lines as their subject needs. What cannot be cut is let
 * through: a text over several lines, and a text of its own that is nearly as long.
 */
final class LinesTest extends TestCase
{
    private const COLUMNS = 120;
    private const LINES = 300;
    private const UNCUT = 80;

    public function testLinesFitTheScreen(): void
    {
        $tooLong = [];
        foreach (['app', 'bench', 'core', 'shop'] as $folder) {
            $files = new \RecursiveIteratorIterator(
                new \RecursiveDirectoryIterator(\dirname(__DIR__, 2) . '/' . $folder),
            );
            foreach ($files as $file) {
                if (
                    $file instanceof \SplFileInfo &&
                    'php' === $file->getExtension() &&
                    'reference.php' !== $file->getFilename()
                ) {
                    array_push($tooLong, ...self::tooLong($file->getPathname()));
                }
            }
        }
        self::assertSame([], $tooLong);
    }

    /** A file has one subject. What is longer says in its head why it is one: "Long, as …". Styles are not counted. */
    public function testLongFilesSayWhy(): void
    {
        $silent = [];
        $root = \dirname(__DIR__, 2);
        $seen = 0;
        foreach (['app/src', 'bench', 'core/src', 'shop/src', 'web/src'] as $folder) {
            foreach (
                new \RecursiveIteratorIterator(
                    new \RecursiveDirectoryIterator($root . '/' . $folder, \FilesystemIterator::SKIP_DOTS),
                )
                as $file
            ) {
                \assert($file instanceof \SplFileInfo);
                $name = $file->getPathname();
                if (1 !== preg_match('/\.(php|ts|vue)$/', $name) || 1 === preg_match('/\.test\.ts$|\.d\.ts$/', $name)) {
                    continue;
                }
                ++$seen;
                $text = (string) preg_replace('/<style.*/s', '', (string) file_get_contents($name));
                if (substr_count($text, "\n") > self::LINES && !str_contains($text, 'Long, as ')) {
                    $silent[] = substr($name, \strlen($root) + 1);
                }
            }
        }
        self::assertGreaterThan(800, $seen);
        self::assertSame([], $silent);
    }

    /**
     * @return list<string> file and line
     */
    private static function tooLong(string $file): array
    {
        $text = (string) file_get_contents($file);
        $long = [];
        foreach (explode("\n", $text) as $i => $line) {
            if (mb_strwidth($line) > self::COLUMNS) {
                $long[1 + $i] = $file . ':' . (1 + $i);
            }
        }
        foreach ([] === $long ? [] : token_get_all($text) as $token) {
            if (
                \is_array($token) &&
                \in_array($token[0], [T_CONSTANT_ENCAPSED_STRING, T_ENCAPSED_AND_WHITESPACE, T_INLINE_HTML], true)
            ) {
                $lines = substr_count($token[1], "\n");
                for ($n = 0; $n <= $lines && ($lines > 0 || mb_strwidth($token[1]) >= self::UNCUT); ++$n) {
                    unset($long[$token[2] + $n]);
                }
            }
        }

        return array_values($long);
    }
}
