<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Support;

use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * Random small setups with every form of charge, and inputs of few answers.
 */
final class RandomPrices
{
    private Randomizer $random;

    private function __construct(int $seed)
    {
        $this->random = new Randomizer(new Mt19937($seed));
    }

    /**
     * @return array<string, mixed>
     */
    public static function document(int $seed): array
    {
        return (new self($seed))->price(RandomSetup::document($seed, false, 6));
    }

    /**
     * With percentages of the running total.
     *
     * @return array<string, mixed>
     */
    public static function running(int $seed): array
    {
        $random = new self($seed + 7);
        $document = self::document($seed);
        $document['rounding']['at'] = $random->oneOf(['unit', 'line', 'effect']);
        foreach ($document['options'] as $o => $option) {
            foreach (array_keys($option['values'] ?? []) as $v) {
                if ($random->chance(25) && 'own' !== ($option['values'][$v]['line'] ?? '')) {
                    $document['options'][$o]['values'][$v]['charge'] = $random->percent();
                }
            }
            if ('flag' === $option['kind'] && $random->chance(40)) {
                $document['options'][$o]['yes']['charge'] = $random->percent();
            }
        }
        foreach ($document['charges'] ?? [] as $c => $charge) {
            if ($random->chance(40)) {
                $document['charges'][$c] =
                    array_intersect_key($charge, ['when' => 1, 'label' => 1]) + $random->percent();
            }
        }
        if ($random->chance(30)) {
            $document['charges'][] = ['label' => 'always'] + $random->percent();
        }

        return $document;
    }

    /**
     * @return array{how: string, rate: string, of: string}
     */
    private function percent(): array
    {
        return [
            'how' => 'percent',
            'rate' => $this->oneOf(['10', '-5', '7.5', '-100', '-120', '33']),
            'of' => 'running',
        ];
    }

    /**
     * @param array<string, mixed> $document
     *
     * @return array<string, mixed>
     */
    private function price(array $document): array
    {
        $options = [];
        foreach (is_array($document['options']) ? $document['options'] : [] as $option) {
            switch ($option['kind']) {
                case 'one':
                case 'several':
                case 'part':
                    foreach (array_keys($option['values']) as $v) {
                        $option['values'][$v]['figures'] = ['rate' => (string) $this->int(1, 4)];
                        if ('part' === $option['kind'] && $this->chance(40)) {
                            $option['values'][$v]['line'] = 'own';
                        }
                        if ($this->chance(50)) {
                            $option['values'][$v]['charge'] = $this->charge(true);
                        }
                    }
                    if ('several' === $option['kind'] && $this->chance(50)) {
                        $option['charge'] = $this->chance(60)
                            ? ['how' => 'per-pick', 'amount' => '1.25', 'free' => $this->int(0, 1)]
                            : $this->charge(false);
                    }
                    break;
                case 'flag':
                    $option['yes'] = ['charge' => $this->charge(true)];
                    break;
                case 'number':
                    unset($option['decimals'], $option['default']);
                    $option['min'] = (string) $this->int(1, 2);
                    $option['max'] = (string) $this->int(2, 5);
                    $option['step'] = '1';
                    $option['charge'] = $this->chance(60)
                        ? [
                            'how' => 'formula',
                            'expr' => $option['code'] . ' * ' . $this->oneOf(['1.5', '-2', '0.333']),
                            ...$this->chance(30) ? ['min' => '2'] : [],
                        ]
                        : $this->charge(false);
                    break;
                case 'text':
                    $option['length'] = ['min' => $this->int(0, 2), 'max' => $this->int(2, 4)];
                    $option['charge'] = [
                        'how' => 'per-character',
                        'amount' => $this->oneOf(['0.50', '-0.25']),
                        'free' => $this->int(0, 2),
                        'skipSpaces' => $this->chance(50),
                    ];
                    break;
                case 'colour':
                    $option['charge'] = $this->charge(false);
                    break;
                case 'file':
                    $option['files'] = ['max' => $this->int(1, 3)];
                    $option['charge'] = ['how' => 'per-file', 'amount' => '3.00', 'free' => $this->int(0, 1)];
            }
            $options[] = $option;
        }
        $document['options'] = $options;
        for ($n = $this->int(0, 3); $n > 0; --$n) {
            $option = $options[$this->int(0, count($options) - 1)];
            $when = match ($option['kind']) {
                'one', 'several', 'part' => ['option' => $option['code'], 'is' => 'v' . $this->int(0, 1)],
                'number' => ['option' => $option['code'], 'atLeast' => '3'],
                'note' => ['quantity' => ['atLeast' => 2]],
                default => ['option' => $option['code'], 'filled' => $this->chance(70)],
            };
            $document['charges'][] = $this->formula($options, $when);
        }
        $document['rounding'] = [
            'mode' => $this->oneOf(['half-up', 'half-even', 'down', 'up']),
            'at' => $this->oneOf(['unit', 'effect', 'line']),
        ];
        // Currencies without minor units, with three, and with two that are of no everyday use.
        $document['currency'] = $this->oneOf(['EUR', 'EUR', 'EUR', 'JPY', 'KWD', 'RSD']);

        return $document;
    }

    /**
     * @param list<array<string, mixed>> $options
     * @param array<string, mixed> $when
     *
     * @return array<string, mixed>
     */
    private function formula(array $options, array $when): array
    {
        if ($this->chance(50)) {
            return ['how' => 'fixed', 'amount' => $this->oneOf(['2.00', '-1.50']), 'when' => $when] +
                ($this->chance(20) ? ['per' => 'line'] : []);
        }
        if ($this->chance(25)) {
            $steps = [
                ['from' => 1, 'amount' => '0.40'],
                ['from' => 2, 'rate' => '-7'],
                ['from' => 4, 'amount' => '-1.505'],
            ];

            return ['how' => 'tiers', 'steps' => array_slice($steps, $this->int(0, 2), 2), 'when' => $when];
        }
        if ($this->chance(12)) {
            return [
                'how' => 'formula',
                'expr' => $this->oneOf(['6 / quantity', '4 / (quantity - 2)', '5 % (quantity + 1)']),
                'when' => $when,
            ];
        }
        $terms = [];
        foreach ($options as $option) {
            $code = is_string($option['code']) ? $option['code'] : '';
            if ($this->chance(40)) {
                $terms[] = match ($option['kind']) {
                    'one', 'part' => sprintf('(%s.rate ?? 0)', $code),
                    'number' => sprintf('(%s ?? 1)', $code),
                    'text' => sprintf('chars(%s)', $code),
                    'file' => sprintf('files(%s)', $code),
                    'several' => sprintf('picks(%s)', $code),
                    'flag' => sprintf('(filled(%s) ? 2 : 1)', $code),
                    default => '1',
                };
            }
        }

        return [
            'how' => 'formula',
            'expr' =>
                [] === $terms
                    ? 'base * 0.1'
                    : implode($this->oneOf([' + ', ' * ']), $terms) . ($this->chance(30) ? ' + base * 0.05' : ''),
            'when' => $when,
        ];
    }

    /**
     * @return string|array<string, string>
     */
    private function charge(bool $replace): string|array
    {
        return match ($this->int(1, $replace ? 8 : 6)) {
            1, 2, 3 => $this->oneOf(['1.00', '2.50', '-3.00', '0.005']),
            4 => ['how' => 'percent', 'rate' => $this->oneOf(['10', '-5', '7.5'])],
            5 => ['how' => 'formula', 'expr' => 'base / 3'],
            6 => ['how' => 'fixed', 'amount' => '4.00', 'per' => 'line'],
            default => ['how' => 'replace', 'amount' => $this->oneOf(['8.00', '20.00'])],
        };
    }

    private function chance(int $percent): bool
    {
        return $this->random->getInt(1, 100) <= $percent;
    }

    private function int(int $min, int $max): int
    {
        return $this->random->getInt($min, max($min, $max));
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
}
