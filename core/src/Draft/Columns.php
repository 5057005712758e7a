<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Table\Heading;

/**
 * The columns of a table and what each was taken for.
 */
final readonly class Columns
{
    /** What the columns of a table of options can mean, the first where a heading means several. */
    public const OF_OPTIONS = [
        'option',
        'value',
        'kind',
        'code',
        'label',
        'sign',
        'charge',
        'sku',
        'stock',
        'weight',
        'image',
        'swatch',
        'default',
        'required',
        'min',
        'max',
        'step',
        'unit',
        'help',
        'shownWhen',
        'sort',
    ];
    public const OF_ROWS = ['price', 'salePrice', 'sku', 'stock', 'weight', 'image', 'cost', 'gtin'];

    /**
     * @param array<string, int> $at meaning => column
     * @param array<int, string> $others column => heading of one that none of the known
     * @param list<string> $titles
     */
    private function __construct(public array $at, public array $others, public array $titles) {}

    /**
     * @param list<string> $titles
     * @param list<string> $known meanings
     */
    public static function of(array $titles, array $known): self
    {
        $at = $others = [];
        foreach ($titles as $c => $title) {
            $meaning = Heading::trade($title, $known);
            if (null !== $meaning && !isset($at[$meaning])) {
                $at[$meaning] = $c;
                continue;
            }
            if ('' !== $title) {
                $others[$c] = $title;
            }
        }

        return new self($at, $others, $titles);
    }

    /** A heading without what does not matter. */
    public static function plain(string $title): string
    {
        return (string) preg_replace('/[\s_\-]+/u', '', mb_strtolower(Names::withoutMark($title)));
    }

    /**
     * @param list<string> $cells
     */
    public function cell(array $cells, string $meaning): string
    {
        return isset($this->at[$meaning]) ? $cells[$this->at[$meaning]] ?? '' : '';
    }

    public function from(int $line, string $meaning): string
    {
        return sprintf(
            'line %d, column %s',
            $line,
            isset($this->at[$meaning]) ? $this->titles[$this->at[$meaning]] : $meaning,
        );
    }
}
