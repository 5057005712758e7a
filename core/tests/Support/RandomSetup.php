<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Support;

use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * Small random setup documents that use every construct of reach. Equal seeds give equal documents.
 */
final class RandomSetup
{
    private Randomizer $random;

    /** @var list<array<string, mixed>> */
    private array $options = [];

    private function __construct(int $seed, private readonly bool $circles, private readonly int $size)
    {
        $this->random = new Randomizer(new Mt19937($seed));
    }

    /**
     * @param bool $circles whether conditions may also ask options that stand later
     * @param int $size most options; larger setups have fewer conditions each
     *
     * @return array<string, mixed>
     */
    public static function document(int $seed, bool $circles, int $size = 6): array
    {
        return (new self($seed, $circles, $size))->build();
    }

    private function chance(int $percent): bool
    {
        return $this->random->getInt(1, 100) <= $percent;
    }

    private function int(int $min, int $max): int
    {
        return $this->random->getInt($min, $max);
    }

    /**
     * @template T
     *
     * @param non-empty-list<T> $list
     *
     * @return T
     */
    private function oneOf(array $list): mixed
    {
        return $list[$this->int(0, count($list) - 1)];
    }

    /**
     * @return array<string, mixed>
     */
    private function build(): array
    {
        $count = $this->int(min(4, $this->size - 5), $this->size);
        for ($i = 0; $i < $count; ++$i) {
            $this->options[] = $this->option($i);
        }
        foreach ($this->options as $i => $option) {
            if ($this->chance($this->size > 6 ? 30 : 50)) {
                $this->options[$i]['shownWhen'] = $this->condition($i, 2);
            }
            foreach (is_array($option['values'] ?? null) ? array_keys($option['values']) : [] as $v) {
                if ($this->chance(15)) {
                    $this->options[$i]['values'][$v]['allowedWhen'] = $this->condition($i, 1);
                }
            }
        }
        $document = [
            'ithrel' => 'setup/1',
            'name' => 'Random',
            'currency' => 'EUR',
            'item' => ['sku' => 'R', 'name' => 'Random lamp', 'price' => '10.00'],
            'parts' => [
                ['sku' => 'P0', 'name' => 'Part 0', 'price' => '3.10'],
                ['sku' => 'P1', 'name' => 'Part 1', 'price' => '1.05', 'stock' => $this->int(0, 2)],
            ],
            'options' => $this->options,
        ];
        if ($this->chance(15)) {
            $document['item']['backorder'] = true;
        }
        if ($this->chance(10)) {
            $document['item']['stock'] = $this->int(0, 3);
        }
        if ($this->chance(20)) {
            $document['quantity'] = ['min' => $this->int(1, 3)];
        }
        if ($this->chance(45)) {
            $document['variants'] = $this->variants();
        }
        for ($g = $this->int(0, 2); $g > 0; --$g) {
            $document['guards'][] = [
                'id' => 'g' . $g,
                $this->oneOf(['never', 'always']) => $this->condition(count($this->options), 2),
            ];
        }

        return $document;
    }

    /**
     * @return array<string, mixed>
     */
    private function option(int $i): array
    {
        $kind = $this->oneOf([
            'one',
            'one',
            'one',
            'several',
            'flag',
            'part',
            'number',
            'text',
            'date',
            'file',
            'colour',
            'note',
        ]);
        $option = ['code' => 'o' . $i, 'label' => 'Option ' . $i, 'kind' => $kind];
        if ($this->chance($this->size > 6 ? 40 : 50)) {
            $option['required'] = true;
        }
        switch ($kind) {
            case 'one':
            case 'several':
            case 'part':
                $option['values'] = [];
                for ($v = 0, $n = $this->int('several' === $kind ? 0 : 1, 3); $v < $n; ++$v) {
                    $value = ['code' => 'v' . $v, 'label' => 'Value ' . $v];
                    if ($this->chance($this->size > 6 ? 6 : 12)) {
                        $value['hidden'] = true;
                    }
                    if ($this->chance(20)) {
                        $value['stock'] = $this->int(0, 2);
                    }
                    if ($this->chance(15)) {
                        $value['default'] = true;
                    }
                    if ('part' === $kind) {
                        $value['item'] = $this->oneOf(['P0', 'P1', 'nowhere']);
                    }
                    $option['values'][] = $value;
                }
                if ($this->chance(4)) {
                    // A long list, of which most is kept for later.
                    array_unshift(
                        $option['values'],
                        ...array_map(
                            static fn(int $h): array => [
                                'code' => 'h' . $h,
                                'label' => 'Kept ' . $h,
                                'hidden' => true,
                            ] + ('part' === $kind ? ['item' => 'P0'] : []),
                            range(1, 66),
                        ),
                    );
                }
                if ('several' === $kind && $this->chance(50)) {
                    $option['picks'] = ['min' => $this->int(0, 2), 'max' => $this->int(0, 3)];
                }
                break;
            case 'flag':
                if ($this->chance(20)) {
                    $option['default'] = true;
                }
                break;
            case 'number':
                $option += array_filter(
                    [
                        'min' => $this->chance(60) ? (string) $this->int(0, 4) : null,
                        'max' => $this->chance(60) ? (string) $this->int(3, 12) : null,
                        'step' => $this->chance(50) ? $this->oneOf(['1', '3', '2.5', '0.7']) : null,
                        'decimals' => $this->chance(40) ? $this->int(0, 1) : null,
                        'default' => $this->chance(15) ? '5' : null,
                    ],
                    static fn(mixed $x): bool => null !== $x,
                );
                break;
            case 'date':
                $option += array_filter([
                    'earliest' => $this->chance(60) ? '+' . $this->int(0, 4) . 'd' : null,
                    'latest' => $this->chance(60) ? '+' . $this->int(2, 9) . 'd' : null,
                    'weekdays' => $this->chance(40) ? [$this->int(1, 4), 5] : null,
                ]);
                break;
            case 'text':
                if ($this->chance(30)) {
                    $option['length'] = ['min' => $this->int(0, 3), 'max' => $this->int(0, 4)];
                }
                break;
            case 'colour':
                if ($this->chance(60)) {
                    $option['colours'] = array_slice(['#A0c1ff', '#00ff00', '#101010'], 0, $this->int(0, 3));
                }
                break;
            case 'file':
                if ($this->chance(30)) {
                    $option['files'] = ['max' => $this->int(0, 2)];
                }
        }

        return $option;
    }

    /**
     * @return array<string, mixed>
     */
    private function condition(int $of, int $depth): array
    {
        $roll = $this->int(1, 10);
        if ($depth > 0 && $roll <= 4) {
            $parts = [];
            for ($n = $this->int(0, 3); $n > 0; --$n) {
                $parts[] = $this->condition($of, $depth - 1);
            }

            return [$this->oneOf(['all', 'any']) => $parts];
        }
        if ($depth > 0 && 5 === $roll) {
            return ['not' => $this->condition($of, $depth - 1)];
        }
        $last = count($this->options) - 1;
        $index = $this->int(0, $last);
        if (!$this->circles && $of <= $last) {
            // Earlier or later, but never around: the option with the smaller hash is asked.
            $index = 0 === $of ? -1 : $this->int(0, $of - 1);
        }
        if ($index < 0 || $this->chance(3)) {
            return ['option' => 'nothing', $this->oneOf(['is', 'filled']) => true];
        }

        return TestForms::draw($this->options[$index], $this->int(...), $this->chance(...));
    }

    /**
     * @return array<string, mixed>
     */
    private function variants(): array
    {
        $choices = array_values(
            array_filter(
                $this->options,
                static fn(array $o): bool => in_array($o['kind'], ['one', 'several', 'flag', 'part'], true),
            ),
        );
        $by = [];
        foreach ($choices as $choice) {
            if (count($by) < 2 && $this->chance(50)) {
                $by[] = $choice;
            }
        }
        $rows = [];
        for ($n = $this->int(0, 7); $n > 0; --$n) {
            $pick = [];
            foreach ($by as $option) {
                $codes = array_column((array) ($option['values'] ?? []), 'code');
                $pick[(string) $option['code']] = match ($option['kind']) {
                    'flag' => $this->chance(50),
                    'several' => array_values(array_filter($codes, fn(): bool => $this->chance(50))),
                    default => [] === $codes || $this->chance(15) ? null : $this->oneOf(array_values($codes)),
                };
            }
            $rows[] =
                [
                    'pick' => (object) array_filter($pick, static fn(mixed $p): bool => null !== $p),
                    'sku' => 'R-' . $n,
                    'price' => (string) $this->int(5, 20),
                ] + ($this->chance(40) ? ['stock' => $this->int(0, 2)] : []);
        }

        return ['by' => array_column($by, 'code'), 'rows' => $rows];
    }
}
