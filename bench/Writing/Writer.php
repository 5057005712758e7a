<?php

declare(strict_types=1);

namespace Ithrel\Bench\Writing;

use Ithrel\Core\Draft\SheetCell;
use Ithrel\Core\Words\ConditionWords;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Document\Today;

/**
 * Writes a setup document in the Outline from an empty sheet, as a tester with the plan on paper would: by fields,
 * cells and sentences. What cannot be written so is listed.
 *
 * Long, as it has a method for each part of the Outline that a person writes in.
 *
 * @phpstan-type Member array<string, mixed>
 */
final class Writer
{
    private const SHEET = '//aside[contains(@class, "sheet")]';

    /** Fields of the sheet by key; of a group "legend|field". */
    private const OPTION = [
        'help' => 'Help',
        'section' => 'Under the heading',
        'unit' => 'Unit',
        'min' => 'Least',
        'max' => 'Most',
        'step' => 'Step',
        'decimals' => 'Decimals',
        'pattern' => 'Pattern',
        'earliest' => 'Earliest',
        'latest' => 'Latest',
        'maxBytes' => 'Largest, in bytes',
        'weekdays' => 'Weekdays',
        'closed' => 'Closed days',
        'types' => 'Kinds of file',
        'colours' => 'Colours',
        'control' => 'Shown as',
        'stages' => 'Seen at',
        'styled' => 'Looks by (codes)',
        'charge' => 'Charge',
    ];
    private const OPTION_GROUPS = [
        'picks' => ['Picks', ['min' => 'Fewest', 'max' => 'Most']],
        'length' => ['Length', ['min' => 'Least', 'max' => 'Most']],
        'lines' => ['Lines', ['max' => 'Most']],
        'files' => ['Files', ['min' => 'Fewest', 'max' => 'Most']],
        'pixels' => ['Pixels', ['minWidth' => 'Least width', 'minHeight' => 'Least height']],
        'yes' => [
            'Yes',
            [
                'charge' => 'Charge',
                'weight' => 'Weight',
                'points' => 'Points',
                'sku' => 'SKU',
                'image' => 'Picture',
                'cost' => 'Cost',
            ],
        ],
    ];
    private const VALUE = [
        'item' => 'Part (SKU)',
        'weight' => 'Weight',
        'points' => 'Points',
        'cost' => 'Cost',
        'image' => 'Picture',
        'swatch' => 'Swatch',
        'figures' => 'Figures',
    ];
    /** Columns of a grid of values; of parts the second list. */
    private const COLUMNS = ['label', 'code', 'charge', 'stock', 'sku'];
    private const PART_COLUMNS = ['label', 'code', 'item', 'charge', 'line'];

    /** @var list<string> places that need JSON, with why */
    public array $needsJson = [];

    private readonly Setup $setup;
    private readonly ConditionWords $words;

    /**
     * @param Member $document
     */
    public function __construct(private readonly Hand $hand, private readonly array $document)
    {
        $this->setup = Reader::shipped()->read(json_encode($document, JSON_THROW_ON_ERROR), Today::of('2026-11-24'));
        $this->words = new ConditionWords($this->setup->options);
    }

    public function write(): void
    {
        $this->sheetOfSetup();
        $this->list('parts', 'stocked part', [
            'sku' => 'SKU',
            'name' => 'Name',
            'price' => 'Price',
            'weight' => 'Weight',
            'points' => 'Points',
            'stock' => 'Stock',
            'cost' => 'Cost',
        ]);
        $this->list('levels', 'price level', [
            'label' => 'Label',
            'code' => 'Code',
            'amount' => 'Amount',
            'percent' => 'Or per cent',
            'of' => 'Of the level (code)',
        ]);
        $this->list('item/data', 'carried along', [
            'label' => 'Label',
            'code' => 'Code',
            'value' => 'Value',
            'meant' => 'Meant for',
            'stages' => 'Seen at',
        ]);
        $options = self::members($this->document['options'] ?? []);
        foreach ($options as $i => $option) {
            $this->option($i, $option);
        }
        // Sentences name what is there, so they come once all of it is.
        foreach ($options as $i => $option) {
            if (isset($option['shownWhen'])) {
                $this->open('options/' . $i);
                $this->condition('Shown when', $this->setup->options[$i]->shownWhen, '/options/' . $i . '/shownWhen');
            }
            foreach (self::members($option['values'] ?? []) as $j => $value) {
                if (isset($value['allowedWhen'])) {
                    $this->open("options/{$i}/values/{$j}");
                    $this->condition(
                        'Only when',
                        $this->setup->options[$i]->values[$j]->allowedWhen,
                        "/options/{$i}/values/{$j}/allowedWhen",
                    );
                }
            }
        }
        foreach (self::members($this->document['charges'] ?? []) as $i => $charge) {
            $this->add('charge', 'Charge');
            $this->field('Label', $charge['label'] ?? null);
            $this->field('Name', $charge['id'] ?? null);
            $this->field(
                'What it adds',
                $this->charge(array_diff_key($charge, ['id' => 0, 'label' => 0, 'when' => 0]), '/charges/' . $i),
            );
            if (isset($charge['when'])) {
                $this->condition('When', $this->setup->charges[$i]->when, '/charges/' . $i . '/when');
            }
        }
        foreach (self::members($this->document['guards'] ?? []) as $i => $guard) {
            $this->add('guard', 'Guard');
            $this->field('Name', $guard['id'] ?? null);
            $this->field('Because', $guard['because'] ?? null);
            if (isset($guard['always'])) {
                $this->hand->clear(self::SHEET . '//input[@aria-label="Never"]');
            }
            $this->condition(
                isset($guard['never']) ? 'Never' : 'Always',
                $this->setup->guards[$i]->never ?? $this->setup->guards[$i]->always,
                '/guards/' . $i,
            );
        }
        $this->rows();
        $this->views();
    }

    private function sheetOfSetup(): void
    {
        $d = $this->document;
        $this->hand->write(self::SHEET . '//input[@aria-label="Name of the setup"]', self::text($d['name'] ?? ''));
        $this->hand->write(self::SHEET . '//input[@aria-label="Currency"]', self::text($d['currency'] ?? ''));
        $this->group(
            'Item',
            [
                'sku' => 'SKU',
                'name' => 'Name',
                'price' => 'Price',
                'salePrice' => 'Sale price',
                'cost' => 'Cost',
                'weight' => 'Weight',
                'points' => 'Points',
                'stock' => 'Stock',
                'image' => 'Picture',
            ],
            self::member($d['item'] ?? []),
        );
        if (true === (self::member($d['item'] ?? [])['backorder'] ?? null)) {
            $this->hand->click($this->inGroup('Item', 'Sold without stock too'));
        }
        $this->group(
            'Quantity',
            ['min' => 'Least', 'max' => 'Most', 'step' => 'Step'],
            self::member($d['quantity'] ?? []),
        );
        foreach (['mode' => 'Mode', 'at' => 'At'] as $key => $words) {
            $chosen = self::member($d['rounding'] ?? [])[$key] ?? null;
            if (is_string($chosen)) {
                $this->hand->choose($this->inGroup('Rounding', $words, 'select'), $chosen);
            }
        }
        $scope = self::member($d['appliesTo'] ?? []);
        if (true === ($scope['all'] ?? null)) {
            $this->hand->click($this->inGroup('Applies to', 'Every item'));
        }
        $this->group(
            'Applies to',
            ['skus' => 'SKUs', 'categories' => 'Categories', 'tags' => 'Tags', 'except' => 'Except SKUs'],
            $scope,
        );
    }

    /**
     * @param array<string, string> $fields key => words
     */
    private function list(string $list, string $button, array $fields): void
    {
        $of = $this->document;
        foreach (explode('/', $list) as $step) {
            $of = self::member($of)[$step] ?? [];
        }
        foreach (self::members($of) as $member) {
            $this->add(
                $button,
                match ($button) {
                    'stocked part' => 'Part',
                    'price level' => 'Price level',
                    default => 'Carried along',
                },
            );
            if (isset($member['percent'])) {
                // A new level begins with an amount.
                $this->hand->clear(self::SHEET . '//input[@aria-label="Amount"]');
            }
            foreach ($fields as $key => $words) {
                if ('meant' === $key && isset($member['meant'])) {
                    $this->hand->choose(
                        self::SHEET . '//select[@aria-label="' . $words . '"]',
                        self::text($member['meant']),
                    );
                } else {
                    $this->field($words, $member[$key] ?? null);
                }
            }
        }
    }

    /**
     * @param Member $option
     */
    private function option(int $i, array $option): void
    {
        $kind = self::text($option['kind'] ?? '');
        $this->add($kind, 'Option');
        $this->field('Label', $option['label'] ?? null);
        $this->field('Code', $option['code'] ?? null);
        if (true === ($option['required'] ?? null)) {
            $this->hand->click(self::SHEET . '//input[@aria-label="Required"]');
        }
        if (true === ($option['default'] ?? null)) {
            $this->hand->click(self::SHEET . '//input[@aria-label="Ticked beforehand"]');
        } else {
            $this->field('Filled in beforehand', $option['default'] ?? null);
        }
        if (isset($option['allow'])) {
            $this->hand->choose(self::SHEET . '//select[@aria-label="Characters"]', self::text($option['allow']));
        }
        foreach (self::OPTION as $key => $words) {
            $this->field(
                $words,
                'charge' === $key && isset($option['charge'])
                    ? $this->charge($option['charge'], "/options/{$i}/charge")
                    : $option[$key] ?? null,
                true,
            );
        }
        foreach (self::OPTION_GROUPS as $key => [$legend, $fields]) {
            $member = self::member($option[$key] ?? []);
            if (isset($member['charge'])) {
                $member['charge'] = $this->charge($member['charge'], "/options/{$i}/{$key}/charge");
            }
            $this->group($legend, $fields, $member);
            if (isset($member['measure'])) {
                $this->hand->choose($this->inGroup($legend, 'Counted in', 'select'), self::text($member['measure']));
            }
        }
        $values = self::members($option['values'] ?? []);
        if ([] !== $values) {
            $this->values($i, 'part' === $kind ? self::PART_COLUMNS : self::COLUMNS, $values);
        }
    }

    /**
     * @param list<string> $columns
     * @param list<Member> $values
     */
    private function values(int $i, array $columns, array $values): void
    {
        $block = '//section[@id="at/options/' . $i . '"]';
        $this->hand->click($block . '//button[normalize-space()="Add one"]');
        $cells = [];
        foreach ($values as $j => $value) {
            $cells[] = array_map(
                fn(string $key): string => 'charge' === $key && isset($value['charge'])
                    ? (string) $this->charge($value['charge'], "/options/{$i}/values/{$j}/charge")
                    : self::text($value[$key] ?? ''),
                $columns,
            );
        }
        $this->hand->paste($block . '//tbody/tr[1]//input[@aria-label="Label"]', $cells);
        foreach ($values as $j => $value) {
            foreach (['default' => 'Preselected', 'hidden' => 'Kept for later'] as $key => $words) {
                if (true === ($value[$key] ?? null)) {
                    $this->hand->click($block . '//tbody/tr[' . ($j + 1) . ']//input[@aria-label="' . $words . '"]');
                }
            }
            $more = array_diff_key($value, array_flip($columns), ['default' => 0, 'hidden' => 0, 'allowedWhen' => 0]);
            if ([] === $more) {
                continue;
            }
            $this->open("options/{$i}/values/{$j}");
            if (true === ($more['free'] ?? null)) {
                $this->hand->click(self::SHEET . '//input[@aria-label="The part is free"]');
                unset($more['free']);
            }
            foreach ($more as $key => $said) {
                if (isset(self::VALUE[$key])) {
                    $this->field(
                        self::VALUE[$key],
                        'figures' === $key
                            ? implode(
                                ', ',
                                array_map(
                                    static fn(string $name, mixed $figure): string => $name . ' ' . self::text($figure),
                                    array_keys(self::member($said)),
                                    self::member($said),
                                ),
                            )
                            : $said,
                    );
                } elseif ('stock' === $key || 'sku' === $key) {
                    $this->field('stock' === $key ? 'Stock' : 'SKU', $said);
                } else {
                    $this->needsJson[] = "/options/{$i}/values/{$j}/{$key}: there is no field";
                }
            }
        }
    }

    private function rows(): void
    {
        $variants = self::member($this->document['variants'] ?? []);
        if ([] === $variants) {
            return;
        }
        $by = array_map(self::text(...), array_values((array) ($variants['by'] ?? [])));
        foreach ($by as $code) {
            $label = $this->setup->option($code)->label ?? $code;
            $this->hand->click('//p[@class="by"]/label[normalize-space()="' . $label . '"]/input');
        }
        $rows = self::members($variants['rows'] ?? []);
        $grid = '//section[@id="at/variants"]';
        foreach ($rows as $i => $row) {
            $this->hand->click($grid . '//button[normalize-space()="Add one"]');
            $this->open("variants/rows/{$i}");
            foreach (self::member($row['pick'] ?? []) as $code => $picked) {
                $option = $this->setup->option($code);
                if (
                    null === $option ||
                    !is_string($picked) ||
                    [] === array_filter($option->values, static fn($v): bool => $v->code === $picked)
                ) {
                    $this->needsJson[] =
                        "/variants/rows/{$i}/pick/{$code}: “" . self::text($picked) . '” is not a value';
                    continue;
                }
                $this->hand->choose(self::SHEET . '//select[@aria-label="' . $option->label . '"]', $picked);
            }
            $this->field('Sale price', $row['salePrice'] ?? null);
        }
        $columns = ['sku', 'price', 'stock', 'weight', 'image'];
        $this->hand->paste(
            $grid . '//tbody/tr[1]//input[@aria-label="SKU"]',
            array_map(
                static fn(array $row): array => array_map(
                    static fn(string $key): string => self::text($row[$key] ?? ''),
                    $columns,
                ),
                $rows,
            ),
        );
    }

    private function views(): void
    {
        foreach (self::members($this->document['views'] ?? []) as $i => $view) {
            $this->hand->click('//button[normalize-space()="Add a picture with places"]');
            $this->hand->await(self::SHEET . '//h3[.="Picture"]');
            foreach (['label' => 'Label', 'code' => 'Code', 'image' => 'Picture'] as $key => $words) {
                $this->field($words, $view[$key] ?? null);
            }
            $this->group('Pixels', ['width' => 'Width', 'height' => 'Height'], self::member($view['pixels'] ?? []));
            $this->needsJson[] = "/views/{$i}/places: drawn by hand, not by this walk";
        }
    }

    private function add(string $button, string $what): void
    {
        $this->hand->click('//p[contains(@class, "adds")]/button[normalize-space()="' . $button . '"]');
        $this->hand->await(self::SHEET . '//h3[.="' . $what . '"]');
    }

    private function open(string $place): void
    {
        $row = '//tr[@id="at/' . $place . '"]';
        $this->hand->click($this->hand->sees($row) ? $row . '/td[1]/button' : '//*[@id="at/' . $place . '"]//h2');
        $this->hand->await(self::SHEET);
        usleep(60_000);
    }

    private function field(string $words, mixed $said, bool $mayBeAbsent = false): void
    {
        if (null === $said || '' === $said || [] === $said) {
            return;
        }
        $this->hand->write(
            self::SHEET .
                '//div[contains(@class, "row")]/label[contains(@class, "line")]//input[@aria-label="' .
                $words .
                '"]',
            self::text($said),
        );
    }

    /**
     * @param array<string, string> $fields
     * @param Member                $of
     */
    private function group(string $legend, array $fields, array $of): void
    {
        foreach ($fields as $key => $words) {
            if (isset($of[$key])) {
                $this->hand->write($this->inGroup($legend, $words), self::text($of[$key]));
            }
        }
    }

    private function inGroup(string $legend, string $words, string $tag = 'input'): string
    {
        return self::SHEET .
            '//fieldset[legend[normalize-space()="' .
            $legend .
            '"]]//' .
            $tag .
            '[@aria-label="' .
            $words .
            '"]';
    }

    private function condition(string $words, ?Condition $condition, string $at): void
    {
        if (null === $condition) {
            return;
        }
        $field = self::SHEET . '//input[@aria-label="' . $words . '"]';
        $this->hand->write($field, $this->words->of($condition));
        usleep(250_000);
        if ($this->hand->sees($field . '[@aria-invalid="true"]')) {
            $this->needsJson[] = $at . ': “' . $this->words->of($condition) . '” is not understood';
        }
    }

    private function charge(mixed $charge, string $at): string
    {
        if (!is_array($charge)) {
            return self::text($charge);
        }
        $words = SheetCell::write($charge, 'charge');
        if (null === $words) {
            $this->needsJson[] = $at . ': there is no sentence for this charge';
        }

        return $words ?? '';
    }

    private static function text(mixed $said): string
    {
        return is_array($said)
            ? implode(', ', array_map(self::text(...), $said))
            : (is_scalar($said)
                ? (string) $said
                : '');
    }

    /**
     * @return Member
     */
    private static function member(mixed $member): array
    {
        /** @var Member */
        return is_array($member) ? $member : [];
    }

    /**
     * @return list<Member>
     */
    private static function members(mixed $list): array
    {
        return array_map(self::member(...), array_values(is_array($list) ? $list : []));
    }
}
