<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Document\UnreadableDocument;

/**
 * Reads the sheets that a setup gives out: of its options, a line an option and a line a value; of its rows, a line a
 * row. What each cell means is said by its column, so nothing is guessed.
 */
final class SheetReader
{
    private readonly DraftSource $source;

    /** @var array<int, string> column => path */
    private array $paths = [];

    /**
     * @param list<string> $titles
     */
    private function __construct(private readonly array $titles, string $name, private readonly int $minorUnits)
    {
        $this->source = new DraftSource($name);
        $this->source->isExact = true;
    }

    /**
     * Whether a table is one of these sheets.
     *
     * @param list<string> $titles
     */
    public static function isOne(array $titles): bool
    {
        return in_array(SheetPaths::OPTION, $titles, true) || [] !== self::picks($titles);
    }

    /**
     * @param list<string> $titles
     * @param array<int, list<string>> $lines by number
     *
     * @throws UnreadableDocument
     */
    public static function read(array $titles, array $lines, string $name, int $minorUnits): DraftSource
    {
        $reader = new self($titles, $name, $minorUnits);
        $picks = self::picks($titles);
        foreach ($titles as $c => $title) {
            if (isset($picks[$c]) || in_array($title, [SheetPaths::OPTION, SheetPaths::VALUE, ''], true)) {
                continue;
            }
            $path = SheetPaths::path($title);
            if (null === $path) {
                $reader->source->leave('column ' . $title, 'No part of a setup is called so.');
            } else {
                $reader->paths[$c] = $path;
            }
        }
        in_array(SheetPaths::OPTION, $titles, true) ? $reader->options($lines) : $reader->rows($lines, $picks);

        return $reader->source;
    }

    /**
     * @param list<string> $titles
     *
     * @return array<int, string> column => label of an option
     */
    private static function picks(array $titles): array
    {
        $picks = [];
        foreach ($titles as $c => $title) {
            if (str_starts_with($title, SheetPaths::PICK)) {
                $picks[$c] = trim(substr($title, strlen(SheetPaths::PICK)));
            }
        }

        return $picks;
    }

    /**
     * @param array<int, list<string>> $lines
     *
     * @throws UnreadableDocument
     */
    private function options(array $lines): void
    {
        $option = (int) array_search(SheetPaths::OPTION, $this->titles, true);
        $value = array_search(SheetPaths::VALUE, $this->titles, true);
        $byCode = [];
        $here = null;
        foreach ($lines as $line => $cells) {
            $code = $cells[$option] ?? '';
            $ofValue = false === $value ? '' : $cells[$value] ?? '';
            $from = fn(int $c): string => sprintf('line %d, column %s', $line, $this->titles[$c]);
            if ('' !== $code) {
                $here = $byCode[$code] ??= new DraftOption(new Fact($code, $from($option)), null, [
                    'code' => new Fact($code, $from($option)),
                ]);
            }
            if (null === $here) {
                $this->source->leave(sprintf('line %d', $line), 'No option is named on this line, or above it.');
            } elseif ('' === $ofValue) {
                $kind = $this->cell($cells, 'kind');
                foreach ($this->facts($cells, $line, 'flag' === $kind, $here->blank) as $path => $fact) {
                    match ($path) {
                        'label' => ($here->label = $fact),
                        'kind' => ($here->kind = $fact),
                        default => ($here->facts[$path] = $fact),
                    };
                }
            } else {
                $own = new DraftValue(new Fact($ofValue, $from($value)), ['code' => new Fact($ofValue, $from($value))]);
                foreach ($this->facts($cells, $line, true, $own->blank) as $path => $fact) {
                    if ('label' === $path) {
                        $own->label = $fact;
                    } else {
                        $own->facts[$path] = $fact;
                    }
                }
                $here->values[] = $own;
            }
        }
        foreach ($byCode as $code => $own) {
            if (null === $own->kind && [] !== $own->values) {
                $own->kind = new Fact('one', OptionTable::ASSUMED_KIND, false);
            }
            if (null === $own->kind) {
                $this->source->leave(
                    $own->label->from,
                    sprintf('%s has neither a kind nor values, so what is asked is not known.', $code),
                );
            } else {
                $own->isExact = true;
                $this->source->options[] = $own;
            }
        }
    }

    /**
     * @param array<int, list<string>> $lines
     * @param array<int, string> $picks column => label of an option
     */
    private function rows(array $lines, array $picks): void
    {
        $this->source->by = array_values($picks);
        $values = array_fill_keys(array_keys($picks), []);
        foreach ($lines as $line => $cells) {
            $pick = [];
            foreach ($picks as $c => $label) {
                if ('' !== ($cells[$c] ?? '')) {
                    $pick[$label] = $cells[$c];
                    $values[$c][$cells[$c]] ??= new DraftValue(
                        new Fact($cells[$c], sprintf('line %d, column %s', $line, $this->titles[$c])),
                    );
                }
            }
            $blank = [];
            $facts = $this->facts($cells, $line, true, $blank);
            $this->source->rows[] = ['pick' => $pick, 'facts' => $facts, 'blank' => $blank];
        }
        foreach ($picks as $c => $label) {
            // Where no sheet of options stands beside it, the rows say which values there are.
            $this->source->options[] = new DraftOption(
                new Fact($label, 'column ' . $this->titles[$c]),
                new Fact('one', 'column ' . $this->titles[$c], false),
                [],
                array_values($values[$c]),
            );
        }
    }

    /**
     * @param list<string> $cells
     * @param array<string, string> $blank path => from where; what has a column and no cell is added
     *
     * @return array<string, Fact>
     */
    private function facts(array $cells, int $line, bool $defaultIsYes, array &$blank): array
    {
        $facts = [];
        foreach ($this->paths as $c => $path) {
            $cell = $cells[$c] ?? '';
            $from = sprintf('line %d, column %s', $line, $this->titles[$c]);
            if ('' === $cell) {
                $blank[$path] = $from;
                continue;
            }
            $how = 'default' === $path && $defaultIsYes ? 'yes' : SheetPaths::how($path);
            $own = 'condition' === $how ? self::condition($cell) : SheetCell::read($cell, $how, $this->minorUnits);
            if (null === $own) {
                $this->source->leave(
                    $from,
                    sprintf('"%s" is not understood there.', mb_strimwidth($cell, 0, 60, '…', 'UTF-8')),
                );
            } else {
                $facts[$path] = new Fact($own, $from);
            }
        }

        return $facts;
    }

    /**
     * A condition by codes where it is JSON; else as a sentence, which is read once all options are known.
     *
     * @return array<string, mixed>|null
     */
    private static function condition(string $cell): ?array
    {
        if (!str_starts_with($cell, '{')) {
            return ['sentence' => $cell];
        }
        $own = json_decode($cell, true, 60);

        return is_array($own) ? ['exact' => $own] : null;
    }

    /**
     * @param list<string> $cells
     */
    private function cell(array $cells, string $path): string
    {
        $c = array_search($path, $this->paths, true);

        return false === $c ? '' : $cells[$c] ?? '';
    }
}
