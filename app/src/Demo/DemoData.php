<?php

declare(strict_types=1);

namespace Ithrel\App\Demo;

use Ithrel\App\Store\Reports;
use Ithrel\App\Store\Shelf;

/**
 * The setups of the made-up Oskerrin Lamp Works.
 */
final readonly class DemoData
{
    public function __construct(private Shelf $shelf, private Reports $reports, private string $folder)
    {
    }

    /**
     * @return list<string> the files, in the order in which they are brought in
     */
    public function files(): array
    {
        $files = glob($this->folder.'/*.json');
        $files = false === $files ? [] : $files;
        rsort($files);

        return $files;
    }

    /**
     * @return int setups brought in
     */
    public function load(): int
    {
        $files = $this->files();
        foreach ($files as $file) {
            $text = file_get_contents($file);
            $stored = $this->shelf->bringIn(false === $text ? '' : $text);
            $this->reports->of($stored->latest());
        }

        return count($files);
    }
}
