<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Compare\PriceSheet;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Pointer;

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

    /** @var array<string, string> plain label of an option => its code */
    private array $codes = [];

    /** @var array<string, array<string, string>> code of an option => plain label of a value => its code */
    private array $valueCodes = [];

    /** @var array<string, string> code of an option => its kind */
    private array $kinds = [];

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
        $options = [];
        foreach ($sources as $source) {
            // A source may have two options of one label; another one then tells of the first.
            $earlier = $options;
            $named = WrittenCondition::longestFirst($source->options);
            foreach ($source->options as $option) {
                $this->sentences($source, $option, $named);
                $plain = PriceSheet::plain($option->label->text());
                $same = $earlier[$plain] ?? self::ofOptionCode($earlier, $option->label->text());
                if (null !== $same) {
                    self::join($same, $option);
                } else {
                    $options[isset($options[$plain]) ? $plain . ' #' . count($options) : $plain] = $option;
                }
            }
        }
        $taken = $byCode = [];
        foreach (array_values($options) as $index => $option) {
            $given = $option->facts['code'] ?? null;
            $isCode =
                null !== $given &&
                1 === preg_match('/^[a-z][a-z0-9_]*$/D', $given->text()) &&
                !isset($taken[$given->text()]);
            $code = $isCode
                ? $given->text()
                : Names::code(
                    $given?->text() ?? (LabelCharge::in($option->label->text())->name ?? $option->label->text()),
                    $taken,
                    true,
                );
            $taken[$code] = true;
            $this->codes[PriceSheet::plain($option->label->text())] ??= $code;
            $byCode[$code] = $code;
            $this->kinds[$code] = $option->kind?->text() ?? '';
            $this->option($index, $code, $option);
        }
        $this->codes += $byCode;
        // Conditions name options and values by label, until all of them have their codes.
        foreach ($this->options as $index => $option) {
            $this->options[$index] = $this->withCodes($option, 'shownWhen');
            $values = $option['values'] ?? null;
            if (is_array($values)) {
                $this->options[$index]['values'] = array_map(
                    fn(mixed $value): array => $this->withCodes((array) $value, 'allowedWhen'),
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
                        $this->kinds[$code],
                        str_replace('/', ' ', $path),
                    ),
                ];
            }
        }
        if ([] !== $option->values && !in_array($this->kinds[$code], ['one', 'several', 'part'], true)) {
            $this->left[] = [
                'from' => $option->values[0]->label->from,
                'why' => sprintf('An option of the kind %s has no values.', $this->kinds[$code]),
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
        $taken = $values = $byCode = [];
        $defaults = 0;
        foreach ($option->values as $n => $value) {
            $label = $value->label->text();
            $given = $value->facts['code'] ?? null;
            $valueCode =
                null !== $given && !isset($taken[$given->text()])
                    ? $given->text()
                    : Names::code(LabelCharge::in($label)->name ?? $label, $taken, false);
            $taken[$valueCode] = true;
            $this->valueCodes[$code][PriceSheet::plain($label)] ??= $valueCode;
            $byCode[PriceSheet::plain($valueCode)] ??= $valueCode;
            $own = ['code' => $valueCode];
            $place = $at . '/values/' . $n;
            $this->put($own, 'label', $value->label, $place);
            foreach (array_diff_key($value->facts, ['code' => 1]) as $path => $fact) {
                if ('default' === $path && 'several' !== $this->kinds[$code] && !$option->isExact && ++$defaults > 1) {
                    $this->left[] = ['from' => $fact->from, 'why' => 'Another value is selected beforehand already.'];
                } else {
                    $this->put(
                        $own,
                        'part' === $this->kinds[$code] && 'sku' === $path && !isset($value->facts['item'])
                            ? 'item'
                            : $path,
                        $fact,
                        $place,
                    );
                }
            }
            $values[] = $own;
        }
        $this->valueCodes[$code] = ($this->valueCodes[$code] ?? []) + $byCode;

        return $values;
    }

    /**
     * @param array<array-key, mixed> $thing
     *
     * @return array<string, mixed>
     */
    private function withCodes(array $thing, string $key): array
    {
        $own = [];
        foreach ($thing as $name => $value) {
            $own[(string) $name] = $name === $key && is_array($value) ? $this->coded($value) : $value;
        }

        return $own;
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

    /** What a second source tells of an option that a first one told already. */
    private static function join(DraftOption $first, DraftOption $second): void
    {
        if (true === $second->kind?->isSure && true !== $first->kind?->isSure) {
            $first->kind = $second->kind;
        }
        // That every row answers is a guess; a page that does not ask for it knows better.
        $first->facts += array_filter($second->facts, static fn(Fact $fact): bool => $fact->isSure);
        foreach ($second->values as $value) {
            $same =
                $first->value($value->label->text()) ??
                (self::named($first, $value->label->text()) ?? self::ofCode($first, $value->label->text()));
            if (null === $same && $first->isExact) {
                continue;
            }
            if (null === $same) {
                $first->values[] = $value;
            } else {
                $same->facts += $value->facts;
            }
        }
    }

    /**
     * @param array<string, DraftOption> $options
     */
    private static function ofOptionCode(array $options, string $code): ?DraftOption
    {
        foreach ($options as $o) {
            if (($o->facts['code']->value ?? null) === $code) {
                return $o;
            }
        }

        return null;
    }

    private static function ofCode(DraftOption $option, string $code): ?DraftValue
    {
        foreach ($option->values as $v) {
            if (($v->facts['code']->value ?? null) === $code) {
                return $v;
            }
        }

        return null;
    }

    /** A value whose label is the same but for an amount in it. */
    private static function named(DraftOption $option, string $label): ?DraftValue
    {
        foreach ($option->values as $value) {
            $own = LabelCharge::in($value->label->text())?->name;
            if (null !== $own && PriceSheet::plain($own) === PriceSheet::plain($label)) {
                return $value;
            }
        }

        return null;
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
            $by = array_map(fn(string $label): string => $this->codes[PriceSheet::plain($label)], $source->by);
            if ([] === $by) {
                $source->leave('the table', 'It has no column that is an option, so its rows are of nothing.');
                continue;
            }
            $this->by = array_values(array_unique([...$this->by, ...$by]));
            foreach ($source->rows as $row) {
                $pick = [];
                foreach ($row['pick'] as $option => $value) {
                    $code = $this->codes[PriceSheet::plain($option)];
                    $pick[$code] = $this->answer($code, $value);
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
     * @return string|bool|list<string>
     */
    private function answer(string $option, string $label): string|bool|array
    {
        $codes = $this->valueCodes[$option] ?? [];
        $plain = PriceSheet::plain($label);
        $code = $codes[$plain] ?? null;
        foreach (null === $code ? $codes : [] as $own => $known) {
            $code ??= PriceSheet::plain(LabelCharge::in($own)->name ?? $own) === $plain ? $known : null;
        }

        return match ($this->kinds[$option]) {
            'flag' => true === Cells::yes($label),
            'several' => null === $code ? $this->picked($codes, $label) : [$code],
            default => $code ?? $label,
        };
    }

    /**
     * Several values as one cell names them: "Brass; Steel".
     *
     * @param array<string, string> $codes plain label => code
     *
     * @return list<string>
     */
    private function picked(array $codes, string $label): array
    {
        return array_map(
            static fn(string $part): string => $codes[PriceSheet::plain($part)] ?? trim($part),
            explode(';', $label),
        );
    }

    /**
     * Conditions that a sheet tells as sentences, as the other sources tell theirs.
     *
     * @param list<DraftOption> $named the options of the source, the longest label first
     */
    private function sentences(DraftSource $source, DraftOption $option, array $named): void
    {
        foreach (
            [
                [$option, 'shownWhen'],
                ...array_map(static fn(DraftValue $v): array => [$v, 'allowedWhen'], $option->values),
            ]
            as [$of, $path]
        ) {
            $fact = $of->facts[$path] ?? null;
            if (is_array($fact?->value) && is_string($fact->value['sentence'] ?? null)) {
                $read = WrittenCondition::read($fact->value['sentence'], $named);
                unset($of->facts[$path]);
                if (null === $read) {
                    $source->leave(
                        $fact->from,
                        sprintf(
                            '"%s" could not be read as a condition.',
                            mb_strimwidth($fact->value['sentence'], 0, 80, '…', 'UTF-8'),
                        ),
                    );
                } else {
                    $of->facts[$path] = new Fact($read, $fact->from, $fact->isSure);
                }
            }
        }
    }

    /**
     * A condition with codes in place of labels.
     *
     * @param array<array-key, mixed> $condition
     *
     * @return array<string, mixed>
     */
    private function coded(array $condition): array
    {
        if (is_array($condition['exact'] ?? null)) {
            return array_combine(
                array_map(strval(...), array_keys($condition['exact'])),
                array_values($condition['exact']),
            );
        }
        $coded = [];
        foreach ($condition as $key => $own) {
            if ('all' === $key || 'any' === $key) {
                $coded[$key] = array_map(
                    fn(mixed $part): array => $this->coded((array) $part),
                    array_values((array) $own),
                );
            } elseif ('not' === $key) {
                $coded[$key] = $this->coded((array) $own);
            }
        }
        if (is_string($condition['option'] ?? null)) {
            $code = $this->codes[PriceSheet::plain($condition['option'])] ?? $condition['option'];
            $coded['option'] = $code;
            if (is_array($condition['is'] ?? null)) {
                $codes = array_map(
                    fn(mixed $label): string => $this->valueCodes[$code][
                        PriceSheet::plain(is_string($label) ? $label : '')
                    ] ?? (is_string($label) ? $label : ''),
                    array_values($condition['is']),
                );
                $coded['is'] = 1 === count($codes) ? $codes[0] : $codes;
            } else {
                $coded += array_intersect_key($condition, [
                    'is' => 1,
                    'filled' => 1,
                    'atLeast' => 1,
                    'atMost' => 1,
                    'above' => 1,
                    'below' => 1,
                ]);
            }
        }

        return $coded;
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
