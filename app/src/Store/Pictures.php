<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Symfony\Component\Filesystem\Exception\IOException;
use Symfony\Component\Filesystem\Filesystem;

/**
 * Pictures of shop pages: a folder for each rehearsal and each mapped page, gone with them.
 */
final readonly class Pictures
{
    /** Checks of one rehearsal whose pictures are kept. */
    public const MOST_CHECKS = 80;

    private Filesystem $files;

    public function __construct(private string $folder)
    {
        $this->files = new Filesystem();
    }

    /**
     * @param string $of id of the rehearsal or page
     * @param string $name letters, digits and hyphens
     *
     * @return string|null the name under which it is found again; null where it could not be kept
     */
    public function keep(string $of, string $name, string $jpeg): ?string
    {
        $file = $this->path($of, $name . '.jpg');
        try {
            if (null === $file || '' === $jpeg) {
                return null;
            }
            $this->files->mkdir(dirname($file), 0o700);
            $this->files->dumpFile($file, $jpeg);
        } catch (IOException) {
            // A check counts without its picture too.
            return null;
        }

        return $name . '.jpg';
    }

    /** Where a picture stands; null where it cannot be one. */
    public function path(string $of, string $name): ?string
    {
        return 1 === preg_match('/^[0-9A-Z]{26}$/D', $of) && 1 === preg_match('/^[a-z0-9-]{1,60}\.jpg$/D', $name)
            ? $this->folder . '/' . $of . '/' . $name
            : null;
    }

    /** How many checks have pictures so far. */
    public function checks(string $of): int
    {
        $files = glob($this->folder . '/' . $of . '/check-*.jpg');

        return count(
            array_unique(
                array_map(
                    static fn(string $file): string => explode('-', basename($file))[1] ?? '',
                    false === $files ? [] : $files,
                ),
            ),
        );
    }

    /**
     * @param list<string> $all ids of rehearsals and pages
     */
    public function forget(array $all): void
    {
        try {
            $this->files->remove(array_map(fn(string $of): string => $this->folder . '/' . $of, $all));
        } catch (IOException) {
            // What is left takes room, and harms nobody.
        }
    }
}
