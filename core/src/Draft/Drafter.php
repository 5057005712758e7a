<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Document\Pointer;
use Ithrel\Core\Setup\Kind;

/**
 * Makes one document of what several sources tell.
 */
final class Drafter
{
    /** @var array<string, mixed> */
    private array $item = [];

    /** @var array<string, mixed> */
    private array $quantity = [];

    private string $currency = '';

    /** @var list<array<string, mixed>> */
    private array $options = [];

    /** @var list<string> */
    private array $by = [];

    /** @var list<array<string, mixed>> */
    private array $rows = [];

    /** @var list<array{at: string, from: string, sure: 'yes'|'guess'}> */
    private array $read = [];

    /** @var list<array{from: string, why: string}> */
    private array $left = [];

    private readonly DraftCodes $codes;

    private function __construct()
    {
        $this->codes = new DraftCodes();
    }

    /**
     * @param non-empty-list<DraftSource> $sources
     * @param string|null $currency what it is where no source tells
     */
    public static function of(array $sources, ?string $currency = null): Draft
    {
        $drafter = new self();
        $drafter->item($sources, $currency);
        $drafter->options($sources);
        $drafter->rows($sources);
        foreach ($sources as $source) {
            array_push(
                $drafter->left,
                ...array_map(
                    static fn(array $left): array => [
                        'from' => (count($sources) > 1 ? $source->name . ': ' : '') . $left['from'],
                        'why' => $left['why'],
                    ],
                    $source->left,
                ),
            );
        }

        return new Draft($drafter->document(), $drafter->read, $drafter->left);
    }

    /**
     * @return array<string, mixed>
     */
    private function document(): array
    {
        return [
            'ithrel' => 'setup/1',
            'name' => $this->item['name'],
            'currency' => $this->currency,
            'item' => $this->item,
        ] +
            ([] === $this->quantity ? [] : ['quantity' => $this->quantity]) + ['options' => $this->options] +
            ([] === $this->by ? [] : ['variants' => ['by' => $this->by, 'rows' => $this->rows]]);
    }

    /**
     * @param non-empty-list<DraftSource> $sources
     */
    private function item(array $sources, ?string $currency): void
    {
        $item = $quantity = [];
        $found = null;
        foreach ($sources as $source) {
            $item += $source->item;
            $quantity += $source->quantity;
            $found ??= $source->currency;
        }
        $name = $sources[0]->name;
        foreach (['name' => $name, 'sku' => $name, 'price' => '0'] as $key => $stand) {
            if (!isset($item[$key])) {
                $item[$key] = new Fact(
                    $stand,
                    'price' === $key ? 'not told; 0 stands for it' : 'the name of the file',
                    false,
                );
                $this->left[] = [
                    'from' => $name,
                    'why' => match ($key) {
                        'price' => 'No price of the item is told; 0 stands for it.',
                        default => sprintf(
                            'No %s of the item is told; the name of the file stands for it.',
                            'sku' === $key ? 'SKU' : $key,
                        ),
                    },
                ];
            }
        }
        $this->note('/name', $item['name']);
        $found ??= new Fact($currency ?? 'EUR', null === $currency ? 'not told' : 'as called for', null !== $currency);
        $this->currency = $found->text();
        $this->note('/currency', $found);
        foreach (['sku', 'name', 'price', 'salePrice', 'weight', 'stock', 'backorder', 'image'] as $key) {
            if (isset($item[$key])) {
                $this->put($this->item, $key, $item[$key], '/item');
            }
        }
        foreach ($quantity as $key => $fact) {
            $this->put($this->quantity, $key, $fact, '/quantity');
        }
    }

    /**
     * @param non-empty-list<DraftSource> $sources
     */
    private function options(array $sources): void
    {
        foreach (SameOptions::of($sources) as $index => $option) {
            $this->option($index, $this->codes->ofOption($option), $option);
        }
        // Conditions name options and values by label, until all of them have their codes.
        foreach ($this->options as $index => $option) {
            $this->options[$index] = $this->codes->within($option, 'shownWhen');
            $values = $option['values'] ?? null;
            if (is_array($values)) {
                $this->options[$index]['values'] = array_map(
                    fn(mixed $value): array => $this->codes->within((array) $value, 'allowedWhen'),
                    $values,
                );
            }
        }
    }

    private function option(int $index, string $code, DraftOption $option): void
    {
        $at = '/options/' . $index;
        $own = ['code' => $code];
        $this->put($own, 'label', $option->label, $at);
        $this->put($own, 'kind', $option->kind ?? throw new \LogicException('An option without a kind is left.'), $at);
        foreach (array_diff_key($option->facts, ['code' => 1]) as $path => $fact) {
            if ($this->fits($option, $path)) {
                $this->put($own, $path, $fact, $at);
            } else {
                $this->left[] = [
                    'from' => $fact->from,
                    'why' => sprintf(
                        'An option of the kind %s has no %s.',
                        $this->codes->kindOf($code),
                        str_replace('/', ' ', $path),
                    ),
                ];
            }
        }
        if ([] !== $option->values && !in_array($this->codes->kindOf($code), ['one', 'several', 'part'], true)) {
            $this->left[] = [
                'from' => $option->values[0]->label->from,
                'why' => sprintf('An option of the kind %s has no values.', $this->codes->kindOf($code)),
            ];
        } elseif ([] !== $option->values) {
            $own['values'] = $this->values($option, $code, $at);
        }
        $this->options[] = $own;
    }

    /**
     * @return list<array<string, mixed>>
     */
    private function values(DraftOption $option, string $code, string $at): array
    {
        $values = [];
        $defaults = 0;
        foreach ($option->values as $n => $value) {
            $valueCode = $this->codes->ofValue($code, $value);
            $own = ['code' => $valueCode];
            $place = $at . '/values/' . $n;
            $this->put($own, 'label', $value->label, $place);
            foreach (array_diff_key($value->facts, ['code' => 1]) as $path => $fact) {
                if (
                    'default' === $path &&
                    'several' !== $this->codes->kindOf($code) &&
                    !$option->isExact &&
                    ++$defaults > 1
                ) {
                    $this->left[] = ['from' => $fact->from, 'why' => 'Another value is selected beforehand already.'];
                } else {
                    $this->put(
                        $own,
                        'part' === $this->codes->kindOf($code) && 'sku' === $path && !isset($value->facts['item'])
                            ? 'item'
                            : $path,
                        $fact,
                        $place,
                    );
                }
            }
            $values[] = $own;
        }

        return $values;
    }

    /** Whether an option of this kind has such a key. */
    private function fits(DraftOption $option, string $path): bool
    {
        if ($option->isExact) {
            return true;
        }
        $kind = Kind::tryFrom($option->kind?->text() ?? '');
        $first = explode('/', $path)[0];

        return match ($first) {
            'charge' => Kind::Several === $kind || true === $kind?->isInput(),
            'unit', 'min', 'max', 'step', 'decimals' => Kind::Number === $kind,
            'length', 'lines', 'allow', 'pattern' => Kind::Text === $kind,
            'earliest', 'latest' => Kind::Date === $kind,
            'types', 'maxBytes', 'files', 'pixels' => Kind::File === $kind,
            'picks' => Kind::Several === $kind,
            'yes' => Kind::Flag === $kind,
            'default' => Kind::Flag === $kind || (true === $kind?->isInput() && Kind::File !== $kind),
            'required' => Kind::Note !== $kind,
            default => true,
        };
    }

    /**
     * @param non-empty-list<DraftSource> $sources
     */
    private function rows(array $sources): void
    {
        foreach ($sources as $source) {
            if ([] === $source->rows) {
                continue;
            }
            $by = array_map(fn(string $label): string => $this->codes->option($label), $source->by);
            if ([] === $by) {
                $source->leave('the table', 'It has no column that is an option, so its rows are of nothing.');
                continue;
            }
            $this->by = array_values(array_unique([...$this->by, ...$by]));
            foreach ($source->rows as $row) {
                $pick = [];
                foreach ($row['pick'] as $option => $value) {
                    // A heading that is a number is a number as a key.
                    $code = $this->codes->option((string) $option);
                    $pick[$code] = $this->codes->answer($code, $value);
                }
                $own = ['pick' => (object) $pick];
                foreach ($row['facts'] as $key => $fact) {
                    $this->put($own, $key, $fact, '/variants/rows/' . count($this->rows));
                }
                $this->rows[] = $own;
            }
        }
    }

    /**
     * @param array<string, mixed> $target
     * @param string $path below it, one or two keys
     * @param string $at place of the target
     */
    private function put(array &$target, string $path, Fact $fact, string $at): void
    {
        [$key, $below] = explode('/', $path) + [1 => null];
        if (null === $below) {
            $target[$key] = $fact->value;
        } else {
            $target[$key] = [$below => $fact->value] + (is_array($target[$key] ?? null) ? $target[$key] : []);
        }
        $this->note($at . '/' . $path, $fact);
    }

    private function note(string $at, Fact $fact): void
    {
        $this->read[] = [
            'at' => implode('/', array_map(Pointer::escape(...), explode('/', $at))),
            'from' => $fact->from,
            'sure' => $fact->isSure ? 'yes' : 'guess',
        ];
    }
}
