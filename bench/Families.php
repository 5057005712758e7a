<?php

declare(strict_types=1);

namespace Ithrel\Bench;

use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * Families of generated setups, each at three sizes. Equal calls give equal documents.
 *
 * Long, as it has a method a family.
 */
final class Families
{
    /** Name => three sizes (options, or rows of the matrix, or values of a several). */
    public const SIZES = [
        'independent options' => [40, 200, 1000],
        'chains of conditions within a window' => [40, 200, 1000],
        'far random conditions' => [50, 200, 400],
        'branches of single values' => [50, 200, 1000],
        'one chain that is dead' => [50, 200, 1000],
        'variant matrix with added options' => [200, 1000, 5000],
        'guards between neighbours' => [40, 200, 1000],
        'several-picks' => [30, 100, 200],
        'all together' => [40, 200, 1000],
    ];

    private Randomizer $random;

    /** @var list<array<string, mixed>> */
    private array $options = [];

    private function __construct(int $seed)
    {
        $this->random = new Randomizer(new Mt19937($seed));
    }

    /**
     * @param int $seed from 0; another makes another setup of the family
     *
     * @return array<string, mixed> a setup document
     */
    public static function document(string $family, int $size, int $seed = 0): array
    {
        $self = new self(crc32($family) + $size + 1_000_003 * $seed);

        return match ($family) {
            'independent options' => $self->independent($size),
            'chains of conditions within a window' => $self->chains($size, 4),
            'far random conditions' => $self->far($size),
            'branches of single values' => $self->branches($size),
            'one chain that is dead' => $self->deadChain($size),
            'variant matrix with added options' => $self->matrix($size),
            'guards between neighbours' => $self->guards($size),
            'several-picks' => $self->severals($size),
            'all together' => $self->together($size),
            default => throw new \InvalidArgumentException('There is no family ' . $family),
        };
    }

    /**
     * @param array<string, mixed> $keys
     *
     * @return array<string, mixed>
     */
    private function setup(array $keys = []): array
    {
        return $keys + [
            'ithrel' => 'setup/1',
            'name' => 'Generated',
            'currency' => 'EUR',
            'item' => ['sku' => 'G', 'name' => 'Generated lamp', 'price' => '100.00'],
            'options' => $this->options,
        ];
    }

    /**
     * @param array<string, mixed> $keys
     */
    private function one(int $values, array $keys = []): void
    {
        $code = 'o' . count($this->options);
        $list = [];
        for ($v = 0; $v < $values; ++$v) {
            $list[] = ['code' => 'v' . $v, 'label' => 'Value ' . $v, 'charge' => (string) $v];
        }
        $this->options[] = $keys + [
            'code' => $code,
            'label' => 'Option ' . $code . ' *',
            'kind' => 'one',
            'values' => $list,
        ];
    }

    /**
     * @return array<string, mixed>
     */
    private function is(int $option): array
    {
        $values = (array) ($this->options[$option]['values'] ?? []);
        $count = max(2, count($values));

        return match ($this->options[$option]['kind']) {
            'flag' => ['option' => 'o' . $option, 'is' => 1 === $this->random->getInt(0, 1)],
            'number' => ['option' => 'o' . $option, 'atLeast' => (string) (10 * $this->random->getInt(2, 9))],
            'several' => 1 === $this->random->getInt(0, 1)
                ? ['option' => 'o' . $option, 'picks' => ['atLeast' => $this->random->getInt(1, 2)]]
                : ['option' => 'o' . $option, 'is' => 'v' . $this->random->getInt(0, $count - 1)],
            default => [
                'option' => 'o' . $option,
                'is' => ['v' . $this->random->getInt(0, $count - 2), 'v' . ($count - 1)],
            ],
        };
    }

    /**
     * @return array<string, mixed>
     */
    private function independent(int $size): array
    {
        for ($i = 0; $i < $size; ++$i) {
            $this->one(5, 0 === $i % 3 ? ['required' => true] : []);
        }

        return $this->setup();
    }

    /**
     * @return array<string, mixed>
     */
    private function chains(int $size, int $window): array
    {
        for ($i = 0; $i < $size; ++$i) {
            $keys =
                $i > 0 && 0 !== $i % 5
                    ? ['shownWhen' => $this->is(max(0, $i - $this->random->getInt(1, $window)))]
                    : [];
            $this->one(4, $keys + (0 === $i % 2 ? ['required' => true] : []));
            if ($i > 1) {
                $this->allow($i, 1, ['any' => [$this->is($i - 1), $this->is($i - 2)]]);
            }
        }

        return $this->setup();
    }

    /**
     * @return array<string, mixed>
     */
    private function far(int $size): array
    {
        for ($i = 0; $i < $size; ++$i) {
            $keys =
                $i > 3 && 0 === $i % 4
                    ? [
                        'shownWhen' => [
                            'any' => [
                                $this->is($this->random->getInt(max(0, $i - 40), $i - 1)),
                                $this->is($this->random->getInt(max(0, $i - 12), $i - 1)),
                            ],
                        ],
                    ]
                    : [];
            $this->one(4, $keys + (0 === $i % 3 ? ['required' => true] : []));
            if ($i > 3 && 0 === $i % 5) {
                $this->allow($i, 2, $this->is($this->random->getInt(max(0, $i - 30), $i - 1)));
            }
        }

        return $this->setup();
    }

    /**
     * Conditions on single values that contradict one another here and there, so that many values and options are dead.
     *
     * @return array<string, mixed>
     */
    private function branches(int $size): array
    {
        $single = fn(int $i): array => [
            'option' => 'o' . max(0, $i - $this->random->getInt(1, 6)),
            'is' => 'v' . $this->random->getInt(0, 3),
        ];
        for ($i = 0; $i < $size; ++$i) {
            $this->one(
                4,
                ($i > 0 && 0 === $i % 3 ? ['shownWhen' => $single($i)] : []) +
                    (0 === $i % 4 ? ['required' => true] : []),
            );
            if ($i > 2) {
                $this->allow($i, 1, $single($i));
                $this->allow(
                    $i,
                    2,
                    0 === $i % 2 ? ['all' => [$single($i), $single($i)]] : ['any' => [$single($i), $single($i)]],
                );
            }
        }

        return $this->setup();
    }

    /**
     * Each option waits for the one before it, and what the first would have to be is kept for later.
     *
     * @return array<string, mixed>
     */
    private function deadChain(int $size): array
    {
        $dead = intdiv($this->random->getInt(0, 9) * $size, 40);
        for ($i = 0; $i < $size; ++$i) {
            $this->one(
                3,
                ($i > 0 ? ['shownWhen' => ['option' => 'o' . ($i - 1), 'is' => 'v1']] : []) +
                    (0 === $i % 2 ? ['required' => true] : []),
            );
        }
        $values = (array) ($this->options[$dead]['values'] ?? []);
        if (is_array($values[1] ?? null)) {
            $values[1]['hidden'] = true;
            $this->options[$dead]['values'] = $values;
        }

        return $this->setup();
    }

    /**
     * @return array<string, mixed>
     */
    private function matrix(int $rows): array
    {
        // Four axes whose product is somewhat more than the rows, so that some combinations have none.
        $side = (int) ceil(($rows * 1.2) ** 0.25);
        for ($i = 0; $i < 4; ++$i) {
            $this->one($side, ['required' => true]);
        }
        for ($i = 0; $i < 20; ++$i) {
            $this->one(3, $i > 0 ? ['shownWhen' => $this->is(3 + $this->random->getInt(max(0, $i - 3), $i))] : []);
        }
        $list = [];
        for ($n = 0; $n < $rows; ++$n) {
            $at = (int) floor(($n * $side ** 4) / $rows);
            $pick = [];
            for ($i = 0; $i < 4; ++$i) {
                $pick['o' . $i] = 'v' . intdiv($at, $side ** $i) % $side;
            }
            $list[] = ['pick' => $pick, 'sku' => 'G-' . $n, 'price' => (string) (100 + ($n % 37)), 'stock' => $n % 11];
        }

        return $this->setup(['variants' => ['by' => ['o0', 'o1', 'o2', 'o3'], 'rows' => $list]]);
    }

    /**
     * @return array<string, mixed>
     */
    private function guards(int $size): array
    {
        for ($i = 0; $i < $size; ++$i) {
            $this->one(4, ['required' => true]);
        }
        $guards = [];
        for ($i = 1; $i < $size; ++$i) {
            $guards[] = [
                'id' => 'g' . $i,
                'never' => [
                    'all' => [
                        ['option' => 'o' . ($i - 1), 'is' => 'v' . $this->random->getInt(0, 3)],
                        ['option' => 'o' . $i, 'is' => 'v' . $this->random->getInt(0, 3)],
                    ],
                ],
            ];
        }

        return $this->setup(['guards' => $guards]);
    }

    /**
     * @return array<string, mixed>
     */
    private function severals(int $values): array
    {
        for ($i = 0; $i < 8; ++$i) {
            $this->several(
                $values,
                1 + ($i % 3),
                3 + ($i % 5),
                $i > 0
                    ? ['shownWhen' => ['option' => 'o' . ($i - 1), 'picks' => ['atLeast' => 2]]]
                    : ['required' => true],
            );
        }

        return $this->setup();
    }

    /**
     * @return array<string, mixed>
     */
    private function together(int $size): array
    {
        $this->one(8, ['required' => true]);
        $this->one(8, ['required' => true]);
        for ($i = 2; $i < $size; ++$i) {
            $keys =
                0 === $i % 2
                    ? [
                        'shownWhen' => [
                            'any' => [
                                $this->is($i - $this->random->getInt(1, min($i, 5))),
                                $this->is($i - $this->random->getInt(1, min($i, 5))),
                            ],
                        ],
                    ]
                    : [];
            switch ($i % 6) {
                case 0:
                    $this->several(6, 0, 3, $keys);
                    break;
                case 1:
                    $this->options[] = $keys + [
                        'code' => 'o' . $i,
                        'label' => 'Option ' . $i,
                        'kind' => 'flag',
                        'yes' => ['charge' => '4.50'],
                    ];
                    break;
                case 2:
                    $this->options[] = $keys + [
                        'code' => 'o' . $i,
                        'label' => 'Option ' . $i,
                        'kind' => 'number',
                        'min' => '10',
                        'max' => '100',
                        'step' => '5',
                        'unit' => 'cm',
                    ];
                    break;
                default:
                    $this->one(4, $keys + (0 === $i % 3 ? ['required' => true] : []));
            }
        }
        $rows = $guards = [];
        for ($n = 0; $n < 64; ++$n) {
            if (0 !== $n % 9) {
                $rows[] = [
                    'pick' => ['o0' => 'v' . intdiv($n, 8), 'o1' => 'v' . $n % 8],
                    'sku' => 'G-' . $n,
                    'price' => (string) (100 + $n),
                    'stock' => $n % 7,
                ];
            }
        }
        for ($i = 10; $i < $size; $i += 10) {
            $guards[] = ['id' => 'g' . $i, 'never' => ['all' => [$this->is($i - 1), $this->is($i - 3)]]];
        }

        return $this->setup(['variants' => ['by' => ['o0', 'o1'], 'rows' => $rows], 'guards' => $guards]);
    }

    /**
     * @param array<string, mixed> $keys
     */
    private function several(int $values, int $min, int $max, array $keys): void
    {
        $this->one($values, $keys);
        $last = count($this->options) - 1;
        $this->options[$last]['kind'] = 'several';
        $this->options[$last]['picks'] = ['min' => $min, 'max' => $max];
    }

    /**
     * @param array<string, mixed> $condition
     */
    private function allow(int $option, int $value, array $condition): void
    {
        $values = (array) ($this->options[$option]['values'] ?? []);
        if (is_array($values[$value] ?? null)) {
            $values[$value]['allowedWhen'] = $condition;
            $this->options[$option]['values'] = $values;
        }
    }
}
