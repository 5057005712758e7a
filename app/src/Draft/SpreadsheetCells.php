<?php

declare(strict_types=1);

namespace Ithrel\App\Draft;

use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Draft\SourceText;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;

/**
 * The cells of a spreadsheet (xlsx, ods) as CSV, by the npm package that web/tools/sheet-cells.mjs calls; no reader for
 * PHP is to be had.
 */
final class SpreadsheetCells
{
    private const SECONDS = 30;

    /** What the tool says so with. */
    private const TOO_WIDE = 3;

    /** Bytes of all parts of a spreadsheet together. */
    private const MOST_UNPACKED = 200_000_000;

    /** Both kinds are zip archives, and begin as such. */
    private const BEGINNING = "PK\x03\x04";

    public static function isOne(string $bytes): bool
    {
        return str_starts_with($bytes, self::BEGINNING);
    }

    /**
     * @throws UnreadableDocument
     */
    public static function csv(string $bytes): string
    {
        $web = dirname(__DIR__, 3) . '/web';
        if (!is_dir($web . '/node_modules/@e965/xlsx')) {
            throw UnreadableDocument::at(
                '',
                'A spreadsheet is read by the front-end packages, which are not installed yet: start ./ithrel ' .
                    'demo once.',
            );
        }
        self::refuseBombs($bytes);
        $process = new Process(
            ['node', '--max-old-space-size=700', $web . '/tools/sheet-cells.mjs'],
            null,
            null,
            $bytes,
            self::SECONDS,
        );
        try {
            $process->run();
        } catch (ProcessTimedOutException) {
            throw UnreadableDocument::at(
                '',
                sprintf('Reading the spreadsheet takes longer than %d seconds.', self::SECONDS),
            );
        }
        if (!$process->isSuccessful()) {
            throw UnreadableDocument::at(
                '',
                self::TOO_WIDE === $process->getExitCode()
                    ? $process->getErrorOutput()
                    : 'It is no spreadsheet that can be read (xlsx or ods).',
            );
        }
        $csv = $process->getOutput();
        if ('' === trim($csv, ", \r\n")) {
            throw UnreadableDocument::at('', 'No sheet of it has any cells.');
        }
        if (strlen($csv) > SourceText::MOST_BYTES) {
            throw UnreadableDocument::at(
                '',
                sprintf('Its cells have more than %d MB.', intdiv(SourceText::MOST_BYTES, 1_000_000)),
            );
        }

        return $csv;
    }

    /**
     * A few kilobytes can unpack to gigabytes: what an archive says of itself is added up before anything is unpacked.
     *
     * @throws UnreadableDocument
     */
    private static function refuseBombs(string $bytes): void
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'ithrel-sheet-');
        try {
            file_put_contents($file, $bytes);
            $zip = new \ZipArchive();
            if (true !== $zip->open($file, \ZipArchive::RDONLY)) {
                throw UnreadableDocument::at('', 'It is no spreadsheet that can be read (xlsx or ods).');
            }
            $all = 0;
            for ($i = 0; $i < $zip->numFiles; ++$i) {
                $all += $zip->statIndex($i)['size'] ?? 0;
            }
            $zip->close();
        } finally {
            unlink($file);
        }
        if ($all > self::MOST_UNPACKED) {
            throw UnreadableDocument::at(
                '',
                sprintf('It unpacks to more than %d MB.', intdiv(self::MOST_UNPACKED, 1_000_000)),
            );
        }
    }
}
