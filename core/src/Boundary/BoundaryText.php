<?php

declare(strict_types=1);

namespace Ithrel\Core\Boundary;

use Ithrel\Core\Table\Csv;

/**
 * Boundary sheets for people: as a table, and in a line of words.
 */
final class BoundaryText
{
    private const HEADING = [
        'Option',
        'Label',
        'Required',
        'When',
        'Answer',
        'About',
        'Expected',
        'Problem',
        'Browser',
        'Key',
        'Form',
        'Express',
        'Note',
    ];

    /** An answer longer than this is told by its beginning and its length. */
    private const MOST_SHOWN = 60;

    /**
     * The last four columns are for the tester: by what a row is known, what the shop did on each route (taken, refused
     * or empty), and a note.
     *
     * @param iterable<BoundarySheet> $sheets
     * @param list<Tick> $ticks what is filled in already
     */
    public static function csv(iterable $sheets, array $ticks = []): string
    {
        $seen = [];
        foreach ($ticks as $tick) {
            $seen[$tick->known][$tick->route] = $tick;
        }
        $rows = [self::HEADING];
        foreach ($sheets as $sheet) {
            foreach ($sheet->rows as $row) {
                $rows[] = [
                    $sheet->option ?? '',
                    $sheet->label,
                    $sheet->requirement->required,
                    $sheet->requirement->when ?? '',
                    self::plain($row->answer),
                    $row->about,
                    $row->expected,
                    $row->problem ?? '',
                    $row->browser,
                    ...self::filled($sheet->known($row), $seen[$sheet->known($row)] ?? []),
                ];
            }
        }

        return Csv::text($rows);
    }

    /**
     * @param array<string, Tick> $ticks by route
     *
     * @return list<string>
     */
    private static function filled(string $known, array $ticks): array
    {
        return [
            $known,
            $ticks['form']->found ?? '',
            $ticks['express']->found ?? '',
            implode(
                '; ',
                array_unique(
                    array_filter(
                        array_map(static fn(Tick $t): string => $t->note, $ticks),
                        static fn(string $note): bool => '' !== $note,
                    ),
                ),
            ),
        ];
    }

    public static function required(Requirement $requirement): string
    {
        return match ($requirement->required) {
            Requirement::ALWAYS => 'always required',
            Requirement::SOMETIMES => 'required ' .
                (null === $requirement->when ? 'sometimes' : 'when ' . $requirement->when),
            default => 'never required',
        };
    }

    /**
     * On one line, what cannot be seen written out.
     *
     * @param string|int|list<string>|list<array<string, string|int>>|null $answer
     */
    public static function shown(string|int|array|null $answer): string
    {
        if (!is_string($answer)) {
            return null === $answer ? '(none)' : self::plain($answer);
        }
        $text = strtr($answer, ["\r" => '␍', "\n" => '␊', ' ' => '␣']);
        $length = mb_strlen($text);

        return $length <= self::MOST_SHOWN
            ? '"' . $text . '"'
            : sprintf('"%s…" (%d code points)', mb_substr($text, 0, self::MOST_SHOWN), $length);
    }

    /**
     * @param string|int|list<string>|list<array<string, string|int>>|null $answer
     */
    private static function plain(string|int|array|null $answer): string
    {
        return is_array($answer)
            ? json_encode($answer, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE)
            : (string) $answer;
    }
}
