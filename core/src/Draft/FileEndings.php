<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

/**
 * Media types by the endings of files, as they are commonly used (common practice, no source).
 */
final class FileEndings
{
    public const TYPES = [
        'png' => 'image/png',
        'jpg' => 'image/jpeg',
        'jpeg' => 'image/jpeg',
        'webp' => 'image/webp',
        'gif' => 'image/gif',
        'svg' => 'image/svg+xml',
        'tif' => 'image/tiff',
        'tiff' => 'image/tiff',
        'bmp' => 'image/bmp',
        'avif' => 'image/avif',
        'heic' => 'image/heic',
        'pdf' => 'application/pdf',
        'ai' => 'application/postscript',
        'eps' => 'application/postscript',
        'ps' => 'application/postscript',
        'zip' => 'application/zip',
        'txt' => 'text/plain',
        'csv' => 'text/csv',
        'dxf' => 'image/vnd.dxf',
        'stl' => 'model/stl',
        'doc' => 'application/msword',
        'docx' => 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
        'psd' => 'image/vnd.adobe.photoshop',
        'mp4' => 'video/mp4',
        'mp3' => 'audio/mpeg',
    ];
}
