<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

/**
 * A mark of all that reads, compiles, judges and tells documents: of every file of core and of the application, of its
 * settings and of the schema. What was kept under another mark is not read, so that no mended analysis is answered from
 * an old file, nor an old answer from a browser.
 */
final class Engine
{
    private ?string $mark = null;

    public function mark(): string
    {
        if (null === $this->mark) {
            $root = dirname(__DIR__, 3);
            $sources = [];
            foreach (['docs/setup.schema.json', 'composer.json', 'vendor/composer/installed.json'] as $file) {
                if (is_file($root . '/' . $file)) {
                    $sources[$root . '/' . $file] = true;
                }
            }
            foreach (['core/src', 'app/src', 'app/config', 'app/templates'] as $folder) {
                foreach (
                    new \RecursiveIteratorIterator(
                        new \RecursiveDirectoryIterator($root . '/' . $folder, \FilesystemIterator::SKIP_DOTS),
                    )
                    as $file
                ) {
                    // What the framework writes for editors says nothing.
                    if ($file instanceof \SplFileInfo && 'reference.php' !== $file->getFilename()) {
                        $sources[$file->getPathname()] = true;
                    }
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
