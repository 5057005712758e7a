<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * The house rules that folders stand for: nothing below names what is above it, and core computes without floats.
 */
final class LayersTest extends TestCase
{
    /**
     * @return iterable<string, array{string, string}> folder and what its code may not name
     */
    public static function rules(): iterable
    {
        yield 'core names no framework, database, HTTP or application' => ['core/src', '/\b(?:Symfony|Doctrine|Psr|Ithrel\\\\App|PDO|SQLite3|curl_\w+|\$_(?:GET|POST|SERVER|COOKIE|SESSION|REQUEST)|header|setcookie|http_response_code)\b/'];
        yield 'core has no clock but the one handed in' => ['core/src', '/(?<![>:\w$\'])(?<!function )(?:time|date|microtime|hrtime|strtotime|mktime)\(|new \\\\?DateTime(?:Immutable)?\(\)/'];
        yield 'core computes without floats' => ['core/src', '/\(float\)|\bfloatval\b|: \??float\b|(?<![\w.\'"{,])\d+\.\d+(?![\w.\'"}])/'];
        yield 'the rehearsal shop shares nothing with what it is held against' => ['shop/src', '/Ithrel\\\\(?:Core|App)/'];
        yield 'core does not know the rehearsal shop' => ['core/src', '/Ithrel\\\\Shop/'];
        yield 'the interface of commands names no storage' => ['app/src/Api/Dto', '/Doctrine/'];
    }

    #[DataProvider('rules')]
    public function testFolderKeepsItsRule(string $folder, string $forbidden): void
    {
        $found = [];
        $files = 0;
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator(dirname(__DIR__, 2).'/'.$folder, \FilesystemIterator::SKIP_DOTS)) as $file) {
            \assert($file instanceof \SplFileInfo);
            if ('php' !== $file->getExtension()) {
                continue;
            }
            ++$files;
            $code = '';
            foreach (token_get_all((string) file_get_contents($file->getPathname())) as $token) {
                $isComment = is_array($token) && in_array($token[0], [T_COMMENT, T_DOC_COMMENT], true);
                $isText = is_array($token) && in_array($token[0], [T_CONSTANT_ENCAPSED_STRING, T_ENCAPSED_AND_WHITESPACE], true);
                $code .= $isComment || $isText ? ' ' : (is_array($token) ? $token[1] : $token);
            }
            if (1 === preg_match($forbidden, $code, $m)) {
                $found[] = $file->getFilename().': '.$m[0];
            }
        }
        self::assertGreaterThan(5, $files);
        self::assertSame([], $found);
    }

    public function testEachFileHasStrictTypes(): void
    {
        $loose = [];
        foreach (['core', 'shop', 'app/src', 'app/tests', 'app/bin', 'app/public', 'app/migrations'] as $folder) {
            foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator(dirname(__DIR__, 2).'/'.$folder, \FilesystemIterator::SKIP_DOTS)) as $file) {
                \assert($file instanceof \SplFileInfo);
                if ('php' === $file->getExtension() && !str_contains((string) file_get_contents($file->getPathname()), 'declare(strict_types=1);')) {
                    $loose[] = $file->getPathname();
                }
            }
        }
        self::assertSame([], $loose, 'A float would slip through a loose call with only a deprecation.');
    }

    public function testCoreAsksForTheSameVersionsAsTheProject(): void
    {
        $read = static function (string $file): array {
            $data = json_decode((string) file_get_contents(dirname(__DIR__, 2).'/'.$file), true, 16, JSON_THROW_ON_ERROR);
            self::assertIsArray($data);
            self::assertIsArray($data['require']);

            return $data['require'];
        };
        self::assertSame([], array_diff_assoc($read('core/composer.json'), $read('composer.json')));
    }
}
