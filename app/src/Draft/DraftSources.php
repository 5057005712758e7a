<?php

declare(strict_types=1);

namespace Ithrel\App\Draft;

use Ithrel\App\Api\Dto\DraftFile;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Draft\DraftSource;

/**
 * Sources as a request tells them: the bytes of a file, or an address.
 */
final class DraftSources
{
    /**
     * @throws UnreadableDocument
     */
    public static function read(DraftFile $file, int $minorUnits): DraftSource
    {
        $address = trim($file->address ?? '');
        if ('' !== $address) {
            return SourceFile::rendered($address, $minorUnits);
        }
        $bytes = base64_decode($file->base64 ?? '', true);
        if (false === $bytes) {
            throw UnreadableDocument::at('', 'The bytes of a file were expected, as base64.');
        }

        return SourceFile::read($bytes, pathinfo($file->name, PATHINFO_FILENAME), $minorUnits);
    }
}
