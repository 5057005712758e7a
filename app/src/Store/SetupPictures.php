<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Setup\PictureNames;
use Symfony\Component\Filesystem\Filesystem;

/**
 * The pictures that a setup speaks of, as they were brought in: a folder for each setup, gone with it.
 */
final readonly class SetupPictures
{
    public const MOST_BYTES = 8_000_000;
    private const MOST = 2_000;
    private const TYPES = ['image/png', 'image/jpeg', 'image/gif', 'image/webp'];

    private Filesystem $files;

    public function __construct(private string $folder)
    {
        $this->files = new Filesystem();
    }

    /**
     * @param string $name of the file; that of another one takes its place
     *
     * @throws UnreadableDocument where it is no picture, or one too many
     */
    public function keep(string $setup, string $name, string $bytes): void
    {
        if (strlen($bytes) > self::MOST_BYTES) {
            throw UnreadableDocument::at(
                '',
                sprintf(
                    '%s has %s bytes; a picture has %s at most.',
                    $name,
                    number_format(strlen($bytes), 0, '.', ' '),
                    number_format(self::MOST_BYTES, 0, '.', ' '),
                ),
            );
        }
        $size = @getimagesizefromstring($bytes);
        if (false === $size || !in_array($size['mime'], self::TYPES, true) || $size[0] < 1 || $size[1] < 1) {
            throw UnreadableDocument::at(
                '',
                sprintf(
                    '%s is no picture: PNG, JPEG, GIF or WebP are taken, by what is in the file.',
                    '' === $name ? 'The file' : $name,
                ),
            );
        }
        $path = $this->path($setup, $name);
        if (!is_file($path) && count((array) glob(dirname($path) . '/*')) >= self::MOST) {
            throw UnreadableDocument::at('', sprintf('A setup has %d pictures at most.', self::MOST));
        }
        $this->files->mkdir(dirname($path), 0o700);
        $this->files->dumpFile($path, $bytes);
    }

    /**
     * @return array{
     *     path: string,
     *     type: string,
     *     width: int,
     *     height: int,
     *     bytes: int,
     *     sha256: string,
     * }|null  null where it was not brought in
     */
    public function find(string $setup, string $name): ?array
    {
        $path = $this->path($setup, $name);
        $size = is_file($path) ? @getimagesize($path) : false;
        if (false === $size) {
            return null;
        }

        return [
            'path' => $path,
            'type' => $size['mime'],
            'width' => $size[0],
            'height' => $size[1],
            'bytes' => (int) filesize($path),
            'sha256' => (string) hash_file('sha256', $path),
        ];
    }

    public function forget(string $setup): void
    {
        if (1 === preg_match('/^[0-9A-Z]{26}$/D', $setup)) {
            $this->files->remove($this->folder . '/' . $setup);
        }
    }

    /** Names are as people and shops write them; files are named by their hash. */
    private function path(string $setup, string $name): string
    {
        return sprintf(
            '%s/%s/%s',
            $this->folder,
            1 === preg_match('/^[0-9A-Z]{26}$/D', $setup) ? $setup : 'none',
            hash('sha256', PictureNames::file($name)),
        );
    }
}
