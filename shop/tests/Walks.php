<?php

declare(strict_types=1);

namespace Ithrel\Shop\Tests;

use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Shop\Read;
use Ithrel\Shop\Shop;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * What a shop does on random walks of clicks, as one text: two shops that behave alike have equal texts.
 */
final class Walks
{
    /**
     * @param array<string, mixed> $document
     * @param list<string> $faults
     */
    public static function of(array $document, array $faults): string
    {
        $text = '';
        for ($seed = 0; $seed < 30; ++$seed) {
            $random = new Randomizer(new Mt19937($seed));
            $shop = new Shop('item', $document, [], $faults, Documents::TODAY);
            for ($click = 0; $click < 14; ++$click) {
                $options = array_values($shop->form()->options);
                $option = $options[$random->getInt(0, count($options) - 1)];
                $values = array_map(
                    static fn(array $v): string => Read::text($v, 'code'),
                    Read::maps($option, 'values'),
                );
                $answer = match (Read::text($option, 'kind')) {
                    'flag' => 1 === $random->getInt(0, 1) ? true : null,
                    'several' => array_values(array_filter($values, static fn(): bool => 1 === $random->getInt(0, 1))),
                    'one', 'part' => $values[$random->getInt(0, max(0, count($values) - 1))] ?? null,
                    'number' => Read::text($option, 'min', '3'),
                    'date' => '2026-12-0' . $random->getInt(1, 9),
                    'file' => [['name' => 'a.png', 'type' => 'image/png']],
                    default => ['Für Ada & "M"', 'x', ''][$random->getInt(0, 2)],
                };
                $shop->click(Read::text($option, 'code'), $answer);
            }
            $added = $shop->add(null, 1 + ($seed % 3), 0 === $seed % 2 ? 'form' : 'express');
            $text .= hash(
                'xxh64',
                json_encode(
                    [$shop->page(2), $added['accepted'], $shop->stage('cart'), $shop->stage('order')],
                    JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE,
                ),
            );
        }

        return $text;
    }
}
