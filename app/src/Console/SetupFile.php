<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Ithrel\Core\Answer\InputCheck;
use Ithrel\Core\Document\JsonText;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\Setup;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/**
 * Reads documents named on the command line, and says on standard error why one could not be read.
 */
final class SetupFile
{
    /**
     * @throws UnreadableDocument
     */
    public static function text(string $file): string
    {
        if ('-' !== $file && (!is_file($file) || !is_readable($file))) {
            throw UnreadableDocument::at('', 'The file is not there or cannot be read.');
        }
        $text = file_get_contents('-' === $file ? 'php://stdin' : $file, false, null, 0, JsonText::MAX_BYTES + 1);
        if (false === $text) {
            throw UnreadableDocument::at('', 'The file cannot be read.');
        }

        return $text;
    }

    /**
     * @throws UnreadableDocument
     */
    public static function setup(Reader $reader, string $file, Today $today): Setup
    {
        return $reader->read(self::text($file), $today);
    }

    /**
     * @throws \InvalidArgumentException where the option is no date
     */
    public static function today(mixed $option): Today
    {
        return Today::of(is_string($option) ? $option : date('Y-m-d'));
    }

    /** One line a problem, with the file, the JSON Pointer and the reason. */
    /** How --sample is told. */
    public const SAMPLE = 'OPTION=TEXT: a text that fits the pattern of an option, where none is found';

    /**
     * Texts given for options with a pattern, as OPTION=TEXT.
     *
     * @param list<string> $given
     *
     * @return array<string, list<string>> option => texts
     */
    public static function samples(Setup $setup, array $given): array
    {
        $samples = [];
        foreach ($given as $sample) {
            [$code, $text] = [...explode('=', $sample, 2), ''];
            $option = $setup->option($code);
            if (null === $option?->text) {
                throw new \InvalidArgumentException(
                    sprintf('--sample=%s: OPTION=TEXT was expected, with the code of a text.', self::harmless($sample)),
                );
            }
            $problem = (new InputCheck())->problems($option, Input::text($text))[0] ?? null;
            if (null !== $problem) {
                throw new \InvalidArgumentException(
                    sprintf('--sample=%s: %s', self::harmless($sample), $problem->message),
                );
            }
            $samples[$code][] = $text;
        }

        return $samples;
    }

    public static function complain(OutputInterface $output, string $file, UnreadableDocument $e): void
    {
        $stderr = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        foreach ($e->problems as $problem) {
            $stderr->writeln(
                self::harmless(
                    sprintf('%s: %s: %s', $file, '' === $problem->at ? '(document)' : $problem->at, $problem->message),
                ),
                OutputInterface::OUTPUT_RAW,
            );
        }
    }

    /** Text for a terminal: what a document brought along cannot move its cursor or change its colours. */
    public static function harmless(string $text): string
    {
        return (string) preg_replace('/[\x00-\x1F\x7F]|\xC2[\x80-\x9F]/', '?', $text);
    }

    /**
     * @param array<string, mixed> $data
     */
    public static function json(array $data, bool $pretty = false): string
    {
        return json_encode(
            $data,
            JSON_THROW_ON_ERROR |
                JSON_UNESCAPED_SLASHES |
                JSON_UNESCAPED_UNICODE |
                JSON_INVALID_UTF8_SUBSTITUTE |
                JSON_PRESERVE_ZERO_FRACTION |
                ($pretty ? JSON_PRETTY_PRINT : 0),
        );
    }
}
