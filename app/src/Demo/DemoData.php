<?php

declare(strict_types=1);

namespace Ithrel\App\Demo;

use Ithrel\App\Store\Reports;
use Ithrel\App\Store\SetupPictures;
use Ithrel\App\Store\Shelf;
use Ithrel\App\Store\StoredSetup;
use Ithrel\Core\Setup\PictureNames;

/**
 * The setups of the made-up Oskerrin Lamp Works.
 */
final readonly class DemoData
{
    public function __construct(
        private Shelf $shelf,
        private Reports $reports,
        private SetupPictures $pictures,
        private string $folder,
    ) {}

    /**
     * @return list<string> the files, in the order in which they are brought in
     */
    public function files(): array
    {
        $files = glob($this->folder . '/*.json');
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
            $this->picture($stored);
        }

        return count($files);
    }

    /** Its pictures lie beside the setups, by the names that these have for them. */
    private function picture(StoredSetup $stored): void
    {
        foreach (array_keys(PictureNames::of($this->shelf->reach($stored->latest())->setup)) as $name) {
            $file = dirname($this->folder) . '/pictures/' . PictureNames::file($name);
            if (is_file($file)) {
                $this->pictures->keep($stored->id(), $name, (string) file_get_contents($file));
            }
        }
    }
}
