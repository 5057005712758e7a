<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

/**
 * The columns of a table and what each was taken for.
 */
final readonly class Columns
{
    /** Headings by what they mean; letter case, blanks, underscores and hyphens do not matter. */
    public const OF_OPTIONS = [
        'option' => ['option', 'optionname'],
        'value' => ['value', 'choice', 'valuename'],
        'kind' => ['kind', 'type'],
        'code' => ['code'],
        'label' => ['label'],
        'charge' => ['charge', 'price', 'surcharge'],
        'sku' => ['sku'],
        'stock' => ['stock'],
        'weight' => ['weight'],
        'image' => ['image', 'picture'],
        'swatch' => ['swatch'],
        'default' => ['default'],
        'required' => ['required'],
        'min' => ['min', 'minimum'],
        'max' => ['max', 'maximum'],
        'step' => ['step'],
        'unit' => ['unit'],
        'help' => ['help'],
        'shownWhen' => ['shownwhen'],
    ];
    public const OF_ROWS = [
        'price' => ['price'],
        'salePrice' => ['saleprice'],
        'sku' => ['sku'],
        'stock' => ['stock'],
        'weight' => ['weight'],
        'image' => ['image', 'picture'],
        'cost' => ['cost'],
    ];

    /**
     * @param array<string, int> $at meaning => column
     * @param array<int, string> $others column => heading of one that none of the known
     * @param list<string> $titles
     */
    private function __construct(public array $at, public array $others, public array $titles) {}

    /**
     * @param list<string> $titles
     * @param array<string, list<string>> $known
     */
    public static function of(array $titles, array $known): self
    {
        $at = $others = [];
        foreach ($titles as $c => $title) {
            $plain = self::plain($title);
            foreach ($known as $meaning => $names) {
                if (in_array($plain, $names, true) && !isset($at[$meaning])) {
                    $at[$meaning] = $c;
                    continue 2;
                }
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
