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
        yield 'core names no framework, database, HTTP or application' => [
            'core/src',
            '/\b(?:Symfony|Doctrine|Psr|Ithrel\\\\App|PDO|SQLite3|curl_\w+|\$_(?:GET|POST|SERVER|COOKIE|SESSION|REQUEST)|header|setcookie|http_response_code)\b/',
        ];
        yield 'core has no clock but the one handed in' => [
            'core/src',
            '/(?<![>:\w$\'])(?<!function )(?:time|date|microtime|hrtime|strtotime|mktime)\(|new ' .
            '\\\\?DateTime(?:Immutable)?\(\)/',
        ];
        yield 'core computes without floats' => [
            'core/src',
            // Division and powers of whole numbers give floats, and so do these functions.
            '~\(float\)|\bfloatval\b|\bfloat\b|(?<![\w.\'"{,])\d+\.\d+(?![\w.\'"}])|\*\*|\s/=?\s|' .
            '(?<![>:\w$])(?<!function )(?:floor|ceil|round|sqrt|pow|exp|log|log10|fdiv|fmod)\(~',
        ];
        yield 'the rehearsal shop shares nothing with what it is held against' => [
            'shop/src',
            '/Ithrel\\\\(?:Core|App)/',
        ];
        yield 'core does not know the rehearsal shop' => ['core/src', '/Ithrel\\\\Shop/'];
        yield 'the interface of commands names no storage' => ['app/src/Api/Dto', '/Doctrine/'];
    }

    #[DataProvider('rules')]
    public function testFolderKeepsItsRule(string $folder, string $forbidden): void
    {
        $found = [];
        $files = 0;
        foreach (
            new \RecursiveIteratorIterator(
                new \RecursiveDirectoryIterator(dirname(__DIR__, 2) . '/' . $folder, \FilesystemIterator::SKIP_DOTS),
            )
            as $file
        ) {
            \assert($file instanceof \SplFileInfo);
            if ('php' !== $file->getExtension()) {
                continue;
            }
            ++$files;
            $code = '';
            foreach (token_get_all((string) file_get_contents($file->getPathname())) as $token) {
                $isComment = is_array($token) && in_array($token[0], [T_COMMENT, T_DOC_COMMENT], true);
                $isText =
                    is_array($token) &&
                    in_array($token[0], [T_CONSTANT_ENCAPSED_STRING, T_ENCAPSED_AND_WHITESPACE], true);
                $code .= $isComment || $isText ? ' ' : (is_array($token) ? $token[1] : $token);
            }
            if (1 === preg_match($forbidden, $code, $m)) {
                $found[] = $file->getFilename() . ': ' . $m[0];
            }
        }
        self::assertGreaterThan(5, $files);
        self::assertSame([], $found);
    }

    /** Each folder of core and those that it may name; all of them stand above it, so nothing points back. */
    private const MAY_NAME = [
        'Work' => [],
        'Decimal' => [],
        'Document' => [],
        'Formula' => ['Work'],
        'Pattern' => ['Work'],
        'Sat' => ['Work'],
        'Table' => [],
        'Limit' => ['Decimal', 'Document', 'Pattern'],
        'Setup' => ['Document', 'Formula', 'Limit', 'Work'],
        'Answer' => ['Document', 'Limit', 'Setup', 'Work'],
        'Reach' => ['Answer', 'Document', 'Limit', 'Sat', 'Setup', 'Work'],
        'Price' => ['Answer', 'Decimal', 'Formula', 'Limit', 'Reach', 'Setup', 'Work'],
        'Words' => ['Decimal', 'Reach', 'Setup'],
        'Cart' => ['Answer', 'Decimal', 'Limit', 'Price', 'Reach', 'Setup'],
        'Boundary' => ['Answer', 'Decimal', 'Document', 'Formula', 'Limit', 'Reach', 'Setup', 'Table', 'Words'],
        'Sheet' => ['Answer', 'Cart', 'Price', 'Reach', 'Setup', 'Table'],
        'Plan' => ['Answer', 'Boundary', 'Cart', 'Limit', 'Price', 'Reach', 'Setup', 'Work'],
        'Compare' => ['Answer', 'Cart', 'Decimal', 'Document', 'Limit', 'Plan', 'Price', 'Reach', 'Setup', 'Table'],
        'Diagnosis' => ['Answer', 'Cart', 'Compare', 'Decimal', 'Document', 'Plan', 'Reach', 'Setup', 'Work'],
        'Diff' => ['Answer', 'Cart', 'Compare', 'Decimal', 'Document', 'Price', 'Reach', 'Setup', 'Table', 'Work'],
        'Draft' => ['Compare', 'Decimal', 'Diff', 'Document', 'Pattern', 'Setup', 'Table', 'Words', 'Work'],
        'Page' => ['Compare', 'Decimal', 'Draft', 'Setup'],
        'Finding' => [
            'Answer',
            'Boundary',
            'Cart',
            'Decimal',
            'Document',
            'Formula',
            'Limit',
            'Price',
            'Reach',
            'Setup',
            'Words',
            'Work',
        ],
        'Scope' => ['Document', 'Finding', 'Setup', 'Table'],
        'Gate' => ['Boundary', 'Compare', 'Diff', 'Document', 'Finding', 'Plan', 'Price', 'Reach', 'Setup'],
    ];

    public function testNoFolderOfCorePointsBack(): void
    {
        $above = [];
        foreach (self::MAY_NAME as $folder => $names) {
            self::assertSame(
                [],
                array_values(array_diff($names, $above)),
                $folder . ' names what does not stand above it.',
            );
            $above[] = $folder;
        }
        $found = array_fill_keys(array_keys(self::MAY_NAME), []);
        $core = dirname(__DIR__) . '/src/';
        foreach (
            new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($core, \FilesystemIterator::SKIP_DOTS))
            as $file
        ) {
            \assert($file instanceof \SplFileInfo);
            $parts = explode('/', substr($file->getPathname(), strlen($core)));
            if (1 === count($parts)) {
                // The entry points stand below all of them.
                continue;
            }
            self::assertArrayHasKey($parts[0], $found, 'A folder that the table does not have.');
            preg_match_all('/Ithrel\\\\Core\\\\(\w+)\\\\/', (string) file_get_contents($file->getPathname()), $named);
            foreach (array_diff($named[1], [$parts[0]]) as $folder) {
                $found[$parts[0]][$folder] = $folder;
            }
        }
        foreach ($found as $folder => $names) {
            sort($names);
            self::assertSame(
                self::MAY_NAME[$folder],
                $names,
                $folder . ': what it names, and what the table lets it name',
            );
        }
    }

    public function testEachFileHasStrictTypes(): void
    {
        $loose = [];
        foreach (['core', 'shop', 'app/src', 'app/tests', 'app/bin', 'app/public', 'app/migrations'] as $folder) {
            foreach (
                new \RecursiveIteratorIterator(
                    new \RecursiveDirectoryIterator(
                        dirname(__DIR__, 2) . '/' . $folder,
                        \FilesystemIterator::SKIP_DOTS,
                    ),
                )
                as $file
            ) {
                \assert($file instanceof \SplFileInfo);
                if (
                    'php' === $file->getExtension() &&
                    !str_contains((string) file_get_contents($file->getPathname()), 'declare(strict_types=1);')
                ) {
                    $loose[] = $file->getPathname();
                }
            }
        }
        self::assertSame([], $loose, 'A float would slip through a loose call with only a deprecation.');
    }

    public function testCoreAsksForTheSameVersionsAsTheProject(): void
    {
        $read = static function (string $file): array {
            $data = json_decode(
                (string) file_get_contents(dirname(__DIR__, 2) . '/' . $file),
                true,
                16,
                JSON_THROW_ON_ERROR,
            );
            self::assertIsArray($data);
            self::assertIsArray($data['require']);

            return $data['require'];
        };
        self::assertSame([], array_diff_assoc($read('core/composer.json'), $read('composer.json')));
    }
}
