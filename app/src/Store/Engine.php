<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

/**
 * A mark of all that reads, compiles and judges documents: of every file of core and of the schema. What was kept under
 * another mark is not read, so that no mended analysis is answered from an old file.
 */
final class Engine
{
    private ?string $mark = null;

    public function mark(): string
    {
        if (null === $this->mark) {
            $root = dirname(__DIR__, 3);
            $sources = [$root . '/docs/setup.schema.json' => true];
            foreach (
                new \RecursiveIteratorIterator(
                    new \RecursiveDirectoryIterator($root . '/core/src', \FilesystemIterator::SKIP_DOTS),
                )
                as $file
            ) {
                if ($file instanceof \SplFileInfo) {
                    $sources[$file->getPathname()] = true;
                }
            }
            ksort($sources);
            $all = '';
            foreach (array_keys($sources) as $source) {
                $all .= $source . ' ' . filemtime($source) . ' ' . filesize($source) . "\n";
            }
            $this->mark = substr(hash('sha256', $all), 0, 16);
        }

        return $this->mark;
    }
}
