<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Support;

/**
 * Charges of each kind: how they are written and said, and what they come to, worked out by hand. Ithrel and the
 * rehearsal shop's own reading are held to the same.
 */
final class ChargeCases
{
    /**
     * @return iterable<string, array{string, string|array<string, mixed>|null}> in short writing, and as it stands in a
     *                                                                           document; null: it is no charge
     */
    public static function written(): iterable
    {
        foreach (
            [
                ['5.00', '5.00'],
                ['-2.50', '-2.50'],
                ['10%', ['how' => 'percent', 'rate' => '10']],
                ['10% of running', ['how' => 'percent', 'rate' => '10', 'of' => 'running']],
                ['10% of level list', ['how' => 'percent', 'rate' => '10', 'of' => 'level:list']],
                ['level trade', ['how' => 'fixed', 'amount' => 'level:trade']],
                ['7.50, once a line', ['how' => 'fixed', 'amount' => '7.50', 'per' => 'line']],
                ['0.50 a character after 10', ['how' => 'per-character', 'amount' => '0.50', 'free' => 10]],
                ['0.50 a character, blanks free', ['how' => 'per-character', 'amount' => '0.50', 'skipSpaces' => true]],
                ['3 a file', ['how' => 'per-file', 'amount' => '3']],
                ['2 a pick after 1, once a line', ['how' => 'per-pick', 'amount' => '2', 'free' => 1, 'per' => 'line']],
                ['sets 80', ['how' => 'replace', 'amount' => '80']],
                ['sets level trade', ['how' => 'replace', 'amount' => 'level:trade']],
                ['= width * 2', ['how' => 'formula', 'expr' => 'width * 2']],
                ['= width * 2, once a line', ['how' => 'formula', 'expr' => 'width * 2', 'per' => 'line']],
                [
                    '= max(width, 40) * wood.rate, at least 9, at most 50',
                    ['how' => 'formula', 'expr' => 'max(width, 40) * wood.rate', 'min' => '9', 'max' => '50'],
                ],
                [
                    '= width, at least 9.50, once a line',
                    ['how' => 'formula', 'expr' => 'width', 'min' => '9.50', 'per' => 'line'],
                ],
                [
                    'from 1: 0; from 10: -1.50; from 50: -5%',
                    [
                        'how' => 'tiers',
                        'steps' => [
                            ['from' => 1, 'amount' => '0'],
                            ['from' => 10, 'amount' => '-1.50'],
                            ['from' => 50, 'rate' => '-5'],
                        ],
                    ],
                ],
                ['sets 80, once a line', null],
                ['from 1: 0, once a line', null],
                ['from ten: 5', null],
                ['dear', null],
                ['five', null],
                ['5,00', null],
                ['10 %%', null],
                ['3 a day', null],
            ]
            as [$written, $charge]
        ) {
            yield $written => [$written, $charge];
        }
    }

    /**
     * @return iterable<string, array{string|array<string, mixed>, string}> a charge, as one says it
     */
    public static function said(): iterable
    {
        yield 'more' => ['5.00', '+5.00'];
        yield 'less' => ['-5.00', '−5.00'];
        yield 'a share' => [
            ['how' => 'percent', 'rate' => '10', 'of' => 'running', 'per' => 'line'],
            '+10% of the running total, once a line',
        ];
        yield 'a share of the base' => [['how' => 'percent', 'rate' => '-5'], '−5% of the base'];
        yield 'for each' => [
            ['how' => 'per-character', 'amount' => '0.45', 'free' => 10, 'skipSpaces' => true],
            '+0.45 a character after 10, blanks free',
        ];
        yield 'of a level' => [
            ['how' => 'percent', 'rate' => '10', 'of' => 'level:trade'],
            '+10% of the price level “trade”',
        ];
        yield 'a level' => [['how' => 'fixed', 'amount' => 'level:trade'], 'the price level “trade”'];
        yield 'in the place of the price' => [
            ['how' => 'replace', 'amount' => 'level:trade'],
            'sets the price to the price level “trade”',
        ];
        yield 'by quantity' => [
            ['how' => 'tiers', 'steps' => [['from' => 1, 'amount' => '0'], ['from' => 50, 'rate' => '-5']]],
            'from 1: +0, from 50: −5% of the base',
        ];
        yield 'worked out' => [['how' => 'formula', 'expr' => 'width * 2', 'min' => '9'], 'width * 2 (at least 9)'];
        yield 'nothing yet' => [['amount' => '5'], 'a charge that does not say how'];
    }

    /**
     * Parts of a setup whose item costs 20.00 EUR, what is picked, the quantity; unit price and line total.
     *
     * @return iterable<string, array{array<string, mixed>, array<string, mixed>, int, string, string}>
     */
    public static function prices(): iterable
    {
        $setup = static fn(array $charge, array $more = []): array => ['charges' => [$charge]] + $more;
        yield 'an amount' => [$setup(['how' => 'fixed', 'amount' => '1.255']), [], 2, '21.26', '42.52'];
        yield 'an amount once a line' => [
            $setup(['how' => 'fixed', 'amount' => '1.25', 'per' => 'line']),
            [],
            3,
            '20.00',
            '61.25',
        ];
        yield 'a share of the base' => [$setup(['how' => 'percent', 'rate' => '-12.5']), [], 2, '17.50', '35.00'];
        yield 'a share of all so far' => [
            ['charges' => ['5', ['how' => 'percent', 'rate' => '10', 'of' => 'running']]],
            [],
            1,
            '27.50',
            '27.50',
        ];
        yield 'a share of a level' => [
            $setup(
                ['how' => 'percent', 'rate' => '10', 'of' => 'level:trade'],
                [
                    'levels' => [['code' => 'trade', 'amount' => '16']],
                ],
            ),
            [],
            1,
            '21.60',
            '21.60',
        ];
        $of = static fn(array $option): array => [
            'options' => [$option + ['code' => 'o', 'label' => 'O']],
        ];
        $text = ['kind' => 'text', 'charge' => ['how' => 'per-character', 'amount' => '0.50', 'free' => 2]];
        // A, blank, d, blank, a: five characters, two of them free.
        yield 'a character' => [$of($text), ['o' => 'A d a'], 1, '21.50', '21.50'];
        $text['charge']['skipSpaces'] = true;
        yield 'a character that is no blank' => [$of($text), ['o' => 'A d a'], 1, '20.50', '20.50'];
        yield 'a file, once a line' => [
            $of([
                'kind' => 'file',
                'charge' => ['how' => 'per-file', 'amount' => '3', 'free' => 1, 'per' => 'line'],
            ]),
            ['o' => [['name' => 'a.png'], ['name' => 'b.png'], ['name' => 'c.png']]],
            4,
            '20.00',
            '86.00',
        ];
        yield 'a pick' => [
            $of([
                'kind' => 'several',
                'values' => [['code' => 'a', 'label' => 'A'], ['code' => 'b', 'label' => 'B']],
                'charge' => ['how' => 'per-pick', 'amount' => '2'],
            ]),
            ['o' => ['a', 'b']],
            1,
            '24.00',
            '24.00',
        ];
        $formula = ['how' => 'formula', 'expr' => 'o * 0.5', 'min' => '2', 'max' => '4'];
        foreach (['3' => '22.00', '7' => '23.50', '9' => '24.00'] as $width => $price) {
            yield 'a formula, of ' . $width => [
                $of(['kind' => 'number', 'charge' => $formula]),
                ['o' => (string) $width],
                1,
                $price,
                $price,
            ];
        }
        yield 'another base' => [
            $of(['kind' => 'flag', 'yes' => ['charge' => ['how' => 'replace', 'amount' => '80']]]),
            ['o' => true],
            2,
            '80.00',
            '160.00',
        ];
        $tiers = [
            'how' => 'tiers',
            'steps' => [
                ['from' => 2, 'amount' => '0'],
                ['from' => 10, 'amount' => '-1.50'],
                ['from' => 50, 'rate' => '-5'],
            ],
        ];
        foreach (
            [
                1 => ['20.00', '20.00'],
                9 => ['20.00', '180.00'],
                10 => ['18.50', '185.00'],
                49 => ['18.50', '906.50'],
                50 => ['19.00', '950.00'],
            ]
            as $quantity => [$unit, $line]
        ) {
            yield 'steps, of ' . $quantity => [$setup($tiers), [], $quantity, $unit, $line];
        }
    }
}
