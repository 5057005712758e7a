<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests;

use PHPUnit\Framework\TestCase;

/**
 * Lines of PHP have at most 120 columns. What cannot be cut is let through: a text over several lines, and a text of
 * its own that is nearly as long.
 */
final class LinesTest extends TestCase
{
    private const COLUMNS = 120;
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
