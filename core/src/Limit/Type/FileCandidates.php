<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit\Type;

use Ithrel\Core\Limit\Candidates;

/**
 * Files at the edges of what a file may be: exact bytes, type against name, pixels, how many.
 *
 * @phpstan-type File array{name: string, type: string, bytes: int, width?: int, height?: int}
 */
final readonly class FileCandidates
{
    /** Endings by media type, as they are commonly used (common practice, no source). */
    public const ENDINGS = [
        'image/png' => 'png',
        'image/jpeg' => 'jpg',
        'image/webp' => 'webp',
        'image/gif' => 'gif',
        'image/svg+xml' => 'svg',
        'image/tiff' => 'tif',
        'image/bmp' => 'bmp',
        'application/pdf' => 'pdf',
        'application/zip' => 'zip',
        'application/postscript' => 'eps',
        'text/plain' => 'txt',
        'text/csv' => 'csv',
        'application/x-msdownload' => 'exe',
    ];

    /** One each of kinds that shops take for one another. */
    private const OTHERS = [
        'application/x-msdownload',
        'application/pdf',
        'image/gif',
        'image/webp',
        'text/plain',
        'image/svg+xml',
    ];

    /** As many of them as a plan tries. */
    private const OTHERS_OF_A_PLAN = 4;

    private const MOST_FILES = 50;

    public function __construct(private FileType $limits) {}

    public function into(Candidates $to): void
    {
        if ([] === $this->limits->types) {
            $to->left[] = 'No kind of file is taken at all.';
        }
        $this->counts($to);
        $this->bytes($to);
        $this->pixels($to);
        $this->types($to);
    }

    private function types(Candidates $to): void
    {
        foreach ($this->limits->types ?? ['image/png'] as $type) {
            $type = self::exact($type);
            null === $this->limits->types
                ? $to->add('a file of the kind ' . $type, $this->several($this->file($type)))
                : $to->edge('types', 'a file of the kind ' . $type, $this->several($this->file($type)));
            $to->add('its kind in capitals', $this->several(['type' => strtoupper($type)] + $this->file($type)));
        }
        if (null === $this->limits->types) {
            return;
        }
        $taken = self::exact($this->limits->types[0] ?? 'image/png');
        foreach (self::OTHERS as $i => $type) {
            $about = 'a file of the kind ' . $type;
            $i < self::OTHERS_OF_A_PLAN
                ? $to->edge('types', $about, $this->several($this->file($type)))
                : $to->add($about, $this->several($this->file($type)));
        }
        $to->edge(
            'types',
            'a name with blanks, capitals and an accent',
            $this->several(['name' => 'My Lämp 1.' . strtoupper(self::ENDINGS[$taken] ?? 'dat')] + $this->file($taken)),
        );
        $to->add(
            'named as what is taken, but of another kind',
            $this->several(['name' => $this->file($taken)['name']] + $this->file('application/x-msdownload')),
        );
        $to->add(
            'of a kind that is taken, its name ending otherwise',
            $this->several(['name' => 'lamp.dat'] + $this->file($taken)),
        );
    }

    private function bytes(Candidates $to): void
    {
        $to->add(
            'an empty file',
            $this->several(['bytes' => 0] + array_diff_key($this->ordinary(), ['width' => 1, 'height' => 1])),
        );
        $most = $this->limits->maxBytes;
        if (null === $most) {
            return;
        }
        $to->edge(
            'maxBytes',
            sprintf('the largest: %d bytes', $most),
            $this->several(['bytes' => $most] + $this->ordinary()),
        );
        $to->edge(
            'maxBytes',
            sprintf('one byte too large: %d bytes', $most + 1),
            $this->several(['bytes' => $most + 1] + $this->ordinary()),
        );
        if ($most >= 2) {
            $to->add('one byte below the largest', $this->several(['bytes' => $most - 1] + $this->ordinary()));
        }
    }

    private function counts(Candidates $to): void
    {
        $edges = [];
        foreach (
            ['the fewest files' => $this->limits->minFiles, 'the most files' => $this->limits->maxFiles]
            as $name => $limit
        ) {
            if ($limit > self::MOST_FILES) {
                $to->left[] = sprintf('%d files are more than a sheet lists.', $limit);
            } elseif (null !== $limit) {
                $edges[$limit] = $name;
            }
        }
        foreach ($edges as $limit => $name) {
            $edges += [$limit - 1 => 'one below ' . $name, $limit + 1 => 'one more than ' . $name];
        }
        foreach ($edges as $count => $about) {
            if ($count >= 1) {
                $to->edge('files', sprintf('%s: %d', $about, $count), $this->many($count, $this->ordinary()));
            }
        }
    }

    private function pixels(Candidates $to): void
    {
        [$width, $height] = [$this->limits->minWidth, $this->limits->minHeight];
        if (null === $width && null === $height) {
            return;
        }
        $images = array_values(
            array_filter(
                $this->limits->types ?? [],
                static fn(string $type): bool => str_starts_with(self::exact($type), 'image/'),
            ),
        );
        $image = $this->file(self::exact($images[0] ?? 'image/png'));
        $size = fn(int $w, int $h): array => $this->several(['width' => $w, 'height' => $h] + $image);
        [$w, $h] = [$width ?? 1_000, $height ?? 1_000];
        $to->edge('pixels', sprintf('the fewest pixels: %d × %d', $w, $h), $size($w, $h));
        if (null !== $width && $width > 1) {
            $to->edge('pixels', sprintf('one pixel too narrow: %d × %d', $w - 1, $h), $size($w - 1, $h));
        }
        if (null !== $height && $height > 1) {
            $to->edge('pixels', sprintf('one pixel too low: %d × %d', $w, $h - 1), $size($w, $h - 1));
        }
        if ($w !== $h) {
            $to->add(sprintf('turned on its side: %d × %d', $h, $w), $size($h, $w));
        }
        $to->add(sprintf('one pixel more each way: %d × %d', $w + 1, $h + 1), $size($w + 1, $h + 1));
    }

    /**
     * @return File
     */
    private function ordinary(): array
    {
        return $this->file(self::exact($this->limits->types[0] ?? 'image/png'));
    }

    /**
     * @return File
     */
    private function file(string $type): array
    {
        $file = [
            'name' => 'lamp.' . (self::ENDINGS[$type] ?? 'dat'),
            'type' => $type,
            'bytes' => min(50_000, intdiv($this->limits->maxBytes ?? 100_000, 2)),
        ];

        return str_starts_with($type, 'image/')
            ? $file + [
                    'width' => max(1_000, $this->limits->minWidth ?? 0),
                    'height' => max(1_000, $this->limits->minHeight ?? 0),
                ]
            : $file;
    }

    /**
     * As few as are taken, the first of them this one.
     *
     * @param array<string, string|int> $first
     *
     * @return list<array<string, string|int>>
     */
    private function several(array $first): array
    {
        return $this->many(max(1, min(self::MOST_FILES, $this->limits->minFiles ?? 1)), $first);
    }

    /**
     * @param array<string, string|int> $first
     *
     * @return list<array<string, string|int>>
     */
    private function many(int $count, array $first): array
    {
        ksort($first);
        $files = [$first];
        for ($n = 2; $n <= $count; ++$n) {
            $other = $this->ordinary();
            $other['name'] = str_replace('lamp.', 'lamp-' . $n . '.', $other['name']);
            $files[] = $other;
        }

        return $files;
    }

    /** One kind of those that "image/*" and its like stand for. */
    private static function exact(string $type): string
    {
        return match (true) {
            '*/*' === $type => 'application/pdf',
            str_ends_with($type, '/*') => [
                'image/*' => 'image/png',
                'text/*' => 'text/plain',
                'audio/*' => 'audio/mpeg',
                'video/*' => 'video/mp4',
            ][$type] ??
                substr($type, 0, -1) . 'octet-stream',
            default => strtolower($type),
        };
    }
}
