<?php

declare(strict_types=1);

namespace Ithrel\App\Browser;

use Ithrel\Core\Draft\FileEndings;
use Ithrel\Core\Limit\Type\FileCandidates;

/**
 * Files made for a purpose: of a type, with exactly so many bytes, and for pictures so many pixels.
 */
final class MadeFile
{
    /**
     * @param array{name: string, type?: string, bytes?: int, width?: int, height?: int} $file
     *
     * @return string path of the file, in a folder of its own
     */
    public static function in(string $folder, array $file): string
    {
        $own = $folder . '/' . bin2hex(random_bytes(6));
        mkdir($own, 0o700);
        $path = $own . '/' . basename($file['name']);
        file_put_contents(
            $path,
            self::content(
                strtolower($file['type'] ?? 'application/octet-stream'),
                $file['bytes'] ?? null,
                $file['width'] ?? 800,
                $file['height'] ?? 600,
            ),
        );
        Confined::hand($own);
        Confined::hand($path);

        return $path;
    }

    /**
     * The same file, named so that a browser takes it for its type.
     *
     * @param array{name: string, type?: string, bytes?: int, width?: int, height?: int} $file
     *
     * @return array{name: string, type?: string, bytes?: int, width?: int, height?: int}
     */
    public static function withEnding(array $file): array
    {
        $type = strtolower($file['type'] ?? '');
        $ending = strtolower(pathinfo($file['name'], PATHINFO_EXTENSION));
        $wanted = FileCandidates::ENDINGS[$type] ?? null;
        if (null !== $wanted && (FileEndings::TYPES[$ending] ?? null) !== $type) {
            $file['name'] = pathinfo($file['name'], PATHINFO_FILENAME) . '.' . $wanted;
        }

        return $file;
    }

    public static function content(string $type, ?int $bytes, int $width, int $height): string
    {
        $content = match ($type) {
            'image/png' => self::png($width, $height, $bytes),
            'image/jpeg' => self::jpeg($width, $height, $bytes),
            'image/gif' => 'GIF89a' .
                pack('vv', $width, $height) .
                "\x80\0\0\0\0\0\xFF\xFF\xFF" .
                ',' .
                pack('vvvv', 0, 0, 1, 1) .
                "\0\x02\x02\x44\x01\0;",
            'image/webp' => 'RIFF' .
                pack('V', max(22, ($bytes ?? 30) - 8)) .
                'WEBPVP8X' .
                pack('V', 10) .
                "\0\0\0\0" .
                substr(pack('V', $width - 1), 0, 3) .
                substr(pack('V', $height - 1), 0, 3),
            'image/svg+xml' => sprintf(
                '<svg xmlns="http://www.w3.org/2000/svg" width="%d" height="%d"/>',
                $width,
                $height,
            ),
            'application/pdf' => "%PDF-1.4\n1 0 obj<</Type/Catalog/Pages 2 0 R>>endobj 2 0 obj<</Type/Pages/Count " .
                "0/Kids[]>>endobj\ntrailer<</Root 1 0 R>>\n%%EOF\n",
            default => '',
        };

        return null === $bytes || strlen($content) >= $bytes
            ? (null !== $bytes && strlen($content) > $bytes && !str_starts_with($type, 'image/')
                ? substr($content, 0, $bytes)
                : $content)
            : $content . str_repeat("\n", $bytes - strlen($content));
    }

    /** A white picture, filled up to its size by a chunk that readers pass over (PNG, third edition, section 5). */
    private static function png(int $width, int $height, ?int $bytes): string
    {
        $row = "\0" . str_repeat("\xFF", intdiv($width + 7, 8));
        $chunk = static fn(string $name, string $data): string => pack('N', strlen($data)) .
            $name .
            $data .
            pack('N', crc32($name . $data));
        $head = "\x89PNG\r\n\x1A\n" . $chunk('IHDR', pack('NNCCCCC', $width, $height, 1, 0, 0, 0, 0));
        $body = $chunk('IDAT', (string) gzcompress(str_repeat($row, $height), 9)) . $chunk('IEND', '');
        $missing = null === $bytes ? 0 : $bytes - strlen($head) - strlen($body);

        return $missing >= 12 ? $head . $chunk('fiLl', str_repeat("\0", $missing - 12)) . $body : $head . $body;
    }

    /**
     * A grey picture: baseline, one component, every block without a difference (ITU-T T.81). Filled up by comments.
     */
    private static function jpeg(int $width, int $height, ?int $bytes): string
    {
        $table = "\xFF\xDB\0\x43\0" . str_repeat("\x10", 64);
        $frame = "\xFF\xC0\0\x0B\x08" . pack('nn', $height, $width) . "\x01\x01\x11\0";
        $codes =
            "\xFF\xC4\0\x14\0\x01" . str_repeat("\0", 15) . "\0\xFF\xC4\0\x14\x10\x01" . str_repeat("\0", 15) . "\0";
        $scan = "\xFF\xDA\0\x08\x01\x01\0\0\x3F\0";
        // Two bits a block: no difference (code 0), end of block (code 0); what is left over is filled with ones.
        $bits = 2 * intdiv($width + 7, 8) * intdiv($height + 7, 8);
        $data = str_repeat("\0", intdiv($bits, 8)) . (0 === $bits % 8 ? '' : chr(0xff >> $bits % 8));
        $head = "\xFF\xD8" . $table;
        $tail = $frame . $codes . $scan . $data . "\xFF\xD9";
        $missing = null === $bytes ? 0 : $bytes - strlen($head) - strlen($tail);
        $fill = '';
        while ($missing >= 4) {
            $size = min(65_533, $missing - 2);
            // What remains has to be none, or enough for one more comment.
            $size = $missing - 2 - $size > 0 && $missing - 2 - $size < 4 ? $size - 4 : $size;
            $fill .= "\xFF\xFE" . pack('n', $size) . str_repeat(' ', $size - 2);
            $missing -= $size + 2;
        }

        return $head . $fill . $tail;
    }
}
