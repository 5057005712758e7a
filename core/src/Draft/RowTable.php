<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Table\Heading;

/**
 * A table of variant rows: each column that is none of the known ones is an option.
 */
final class RowTable
{
    /** What the trade has in tables of rows beside options. */
    private const BESIDE = ['quantity', 'sort', 'sign', 'number', 'total', 'help'];

    private readonly DraftSource $source;

    public function __construct(private readonly Columns $columns, string $name, private readonly int $minorUnits)
    {
        $this->source = new DraftSource($name);
    }

    /**
     * @param array<int, list<string>> $lines by number
     */
    public function read(array $lines): DraftSource
    {
        $cells = new Cells($this->columns, $lines, $this->minorUnits);
        $options = [];
        foreach ($this->columns->others as $c => $title) {
            $why = $this->whyNoOption($title, array_map(static fn(array $row): string => $row[$c] ?? '', $lines));
            if (null !== $why) {
                $this->source->leave(sprintf('column %s', $title), $why);
                continue;
            }
            $options[$c] = new DraftOption(
                new Fact(Names::withoutMark($title), sprintf('column %s', $title)),
                new Fact('one', sprintf('column %s', $title)),
            );
        }
        foreach ($lines as $line => $row) {
            $pick = [];
            foreach ($options as $c => $option) {
                $label = $row[$c] ?? '';
                if ('' === $label) {
                    continue;
                }
                $value = $option->value($label);
                if (null === $value) {
                    $option->values[] = $value = new DraftValue(
                        new Fact($label, sprintf('line %d, column %s', $line, $this->columns->titles[$c])),
                    );
                }
                $pick[$option->label->text()] = $value->label->text();
            }
            $this->source->rows[] = ['pick' => $pick, 'facts' => $this->facts($cells, $row, $line)];
        }
        foreach ($options as $c => $option) {
            if ([] === $option->values) {
                $this->source->leave(sprintf('column %s', $this->columns->titles[$c]), 'The column is empty.');
                continue;
            }
            $answered = count(array_filter($lines, static fn(array $row): bool => '' !== ($row[$c] ?? '')));
            if ($answered === count($lines)) {
                $option->facts['required'] = new Fact(
                    true,
                    sprintf('column %s: every row answers it', $this->columns->titles[$c]),
                    false,
                );
            }
            $this->source->options[] = $option;
            $this->source->by[] = $option->label->text();
        }

        return $this->source;
    }

    /**
     * Why a column is no option of the item; null where it is one.
     *
     * @param array<int, string> $cells
     */
    private function whyNoOption(string $title, array $cells): ?string
    {
        if (null !== Heading::trade($title, self::BESIDE)) {
            return 'It is no option, and nothing of the setup is read from it.';
        }
        $filled = array_filter($cells, static fn(string $cell): bool => '' !== $cell);
        $numbers = array_filter($filled, static fn(string $c): bool => 1 === preg_match('/^-?\d+([.,]\d+)?$/D', $c));
        // Nobody chooses among one number and a slip.
        if (count($filled) >= 5 && count($numbers) === count($filled)) {
            $most = max(array_count_values($filled));
            if (10 * $most >= 8 * count($filled)) {
                return 'It holds nearly the same number in every row, so it was not taken for an option.';
            }
        }

        return null;
    }

    /**
     * @param list<string> $row
     *
     * @return array<string, Fact>
     */
    private function facts(Cells $cells, array $row, int $line): array
    {
        $facts = [];
        foreach (['price', 'salePrice', 'cost', 'stock', 'weight', 'sku', 'image'] as $meaning) {
            $text = $this->columns->cell($row, $meaning);
            if ('' === $text) {
                continue;
            }
            $from = $this->columns->from($line, $meaning);
            if (in_array($meaning, ['price', 'salePrice', 'cost'], true)) {
                $amount = $cells->amount($row, $meaning);
                if (null === $amount || $amount->isPercent) {
                    $this->source->leave(
                        $from,
                        sprintf('"%s" is no amount.', mb_strimwidth($text, 0, 40, '…', 'UTF-8')),
                    );
                    continue;
                }
                $this->source->currency ??=
                    null === $amount->currency ? null : new Fact($amount->currency, $from, !$amount->isSignGuessed);
                $facts[$meaning] = new Fact(
                    $cells->money($amount->amount),
                    $amount->isGuess() ? $from . ', which could also be written with decimals' : $from,
                    !$amount->isGuess(),
                );
            } elseif ('stock' === $meaning || 'weight' === $meaning) {
                $decimal = $cells->decimal($row, $meaning);
                if (null === $decimal) {
                    $this->source->leave(
                        $from,
                        sprintf('"%s" is no number.', mb_strimwidth($text, 0, 40, '…', 'UTF-8')),
                    );
                } else {
                    $facts[$meaning] = new Fact($decimal, $from);
                }
            } else {
                $facts[$meaning] = new Fact($text, $from);
            }
        }

        return $facts;
    }
}
