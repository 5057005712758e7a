<?php

declare(strict_types=1);

namespace Ithrel\App\Draft;

use Ithrel\App\Browser\Driver;
use Ithrel\App\Browser\Pilot;
use Ithrel\App\Net\HostPolicy;
use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Draft\DraftSource;
use Ithrel\Core\Draft\PageReader;
use Ithrel\Core\Draft\SourceText;
use Ithrel\Core\Draft\TableReader;

/**
 * Reads a saved page, a table, a spreadsheet, or a page at an address as the browser renders it.
 */
final class SourceFile
{
    /**
     * @param string $name without folders and ending
     *
     * @throws UnreadableDocument
     */
    public static function read(string $bytes, string $name, int $minorUnits): DraftSource
    {
        if (strlen($bytes) > SourceText::MOST_BYTES) {
            throw UnreadableDocument::at(
                '',
                sprintf('It has more than %d MB.', intdiv(SourceText::MOST_BYTES, 1_000_000)),
            );
        }
        if ('' === trim($bytes)) {
            throw UnreadableDocument::at('', 'It is empty.');
        }
        if (SpreadsheetCells::isOne($bytes)) {
            return TableReader::read(SpreadsheetCells::csv($bytes), $name, $minorUnits);
        }
        $text = SourceText::utf8($bytes);

        return SourceText::isPage($text)
            ? PageReader::read($text, $name, $minorUnits)
            : TableReader::read($text, $name, $minorUnits);
    }

    /**
     * @throws UnreadableDocument
     */
    public static function rendered(string $address, int $minorUnits, HostPolicy $policy): DraftSource
    {
        $host = parse_url($address, PHP_URL_HOST);
        if (!is_string($host) || 1 !== preg_match('~^https?://~i', $address)) {
            throw UnreadableDocument::at('', 'This is no address of a page.');
        }
        $driver = new Driver([$host], null, $policy);
        try {
            (new Pilot($driver))->newShopper($address);
            $answer = $driver->tell('Runtime.evaluate', [
                'expression' => 'document.documentElement.outerHTML',
                'returnByValue' => true,
            ]);
        } catch (NoAnswer $e) {
            throw UnreadableDocument::at('', $e->getMessage());
        } finally {
            $driver->end();
        }
        $html = is_array($answer['result'] ?? null) ? $answer['result']['value'] ?? '' : '';
        $name = basename((string) parse_url($address, PHP_URL_PATH));

        return PageReader::read(
            is_string($html) ? $html : '',
            '' === $name ? $host : pathinfo($name, PATHINFO_FILENAME),
            $minorUnits,
        );
    }
}
