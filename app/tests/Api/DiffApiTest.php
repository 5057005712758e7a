<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Api;

use Ithrel\Core\Tests\Support\Documents;

final class DiffApiTest extends ApiTestCase
{
    public function testARevisionBesideAnEarlierOneAndBesideAnotherSetup(): void
    {
        $texts = array_map(self::document(...), [
            ['s' => '0', 'l' => '5.00'],
            ['s' => '0', 'l' => '6.50', 'xl' => '9'],
            ['l' => '6.50', 'xl' => '9'],
            ['l' => '6.50'],
        ]);
        [$first, $second, $third, $other] = array_map(static fn(string $t): string => hash('sha256', $t), $texts);
        $id = $this->send('POST', '/api/setups', ['text' => $texts[0]], 201)['id'];
        self::assertIsString($id);
        foreach ([$texts[1], $texts[2]] as $text) {
            $this->send('POST', "/api/setups/{$id}/revisions", ['text' => $text], 201);
        }
        self::assertSame($second, $this->send('GET', "/api/setups/{$id}/revisions/2", null, 200)['sha256']);

        $diff = $this->send('GET', "/api/documents/{$third}/diff/{$second}", null, 200);
        self::assertSame(
            ['3', '2', '2', '0', '1', '0'],
            [
                $diff['before'],
                $diff['after'],
                $diff['both'],
                $diff['gained'],
                $diff['lost'],
                $diff['repriced']['count'],
            ],
        );
        self::assertSame(
            [['Size: s', []]],
            array_map(static fn(array $r): array => [$r['words'], $r['pins']], $diff['lostRows']),
        );
        $diff = $this->send('GET', "/api/documents/{$third}/diff/{$first}", null, 200);
        self::assertSame(
            ['1', '1', '1', '1.50'],
            [$diff['gained'], $diff['lost'], $diff['repriced']['count'], $diff['repriced']['least']],
        );
        self::assertSame(
            [['Size: l', ['size=l'], '105.00', '106.50']],
            array_map(
                static fn(array $r): array => [$r['words'], $r['pins'], $r['old'], $r['new']],
                $diff['repricedRows'],
            ),
        );
        self::assertContains('/options/0/values/0/charge', array_column($diff['changes'], 'at'));

        $this->send('POST', '/api/setups', ['text' => $texts[3]], 201);
        $diff = $this->send('GET', "/api/documents/{$third}/diff/{$other}", null, 200);
        self::assertSame(['1', '0'], [$diff['gained'], $diff['lost']]);
        foreach ([str_repeat('0', 64), 'x', substr($first, 0, 10)] as $none) {
            $this->send('GET', "/api/documents/{$third}/diff/{$none}", null, 404);
        }
        $this->send('GET', "/api/setups/{$id}/revisions/4", null, 404);
    }

    public function testAListOfWhatShallBeSoldCountsAtTheGate(): void
    {
        $id = $this->send('POST', '/api/setups', ['text' => self::document(['s' => '0', 'l' => '5.00'])], 201)['id'];
        self::assertIsString($id);
        $held = $this->send('POST', "/api/setups/{$id}/sale-list", ['text' => "Size;Price\nl;105.00\nxl;1\n"], 200);
        self::assertSame(['1', '1', '1', true], [$held['both'], $held['gained'], $held['lost'], $held['counts']]);
        self::assertSame(
            [['Size: xl', 'Size has no value “xl”.', 3]],
            array_map(static fn(array $r): array => [$r['words'], $r['why'], $r['line']], $held['lostRows']),
        );
        $gate = $this->send('GET', "/api/setups/{$id}/gate", null, 200);
        self::assertSame(
            ['not-selectable', 'not-on-list'],
            array_column(array_filter($gate['open'], static fn(array $o): bool => 'sale-list' === $o['kind']), 'code'),
        );
        // Another list takes its place; one beside it, of prices, stays.
        $this->send('POST', "/api/setups/{$id}/price-sheet", ['text' => "Size;Total\nl;105.00\n"], 200);
        $this->send('POST', "/api/setups/{$id}/sale-list", ['text' => "Size\ns\nl\n"], 200);
        $gate = $this->send('GET', "/api/setups/{$id}/gate", null, 200);
        self::assertNotContains('sale-list', array_column($gate['open'], 'kind'));
        self::assertSame(
            [1, 1],
            [
                count(preg_grep('/^A price list of 1 row /', $gate['checked']) ?: []),
                count(preg_grep('/^A list of 2 combinations /', $gate['checked']) ?: []),
            ],
        );
        $long = "Size\n" . implode("\n", array_map(static fn(int $n): string => 'v' . $n, range(1, 3_001))) . "\n";
        self::assertFalse(
            $this->send('POST', "/api/setups/{$id}/sale-list", ['text' => $long], 200)['counts'],
            'too long to be kept',
        );
        self::assertStringContainsString(
            'No column is an option',
            $this->send('POST', "/api/setups/{$id}/sale-list", ['text' => "a;b\n1;2\n"], 422)['problems'][0]['message'],
        );
    }

    /**
     * @param array<string, string> $charges by value
     */
    private static function document(array $charges): string
    {
        $values = array_map(
            static fn(string $code): array => ['code' => $code, 'label' => $code, 'charge' => $charges[$code]],
            array_keys($charges),
        );

        return Documents::json([
            'options' => [['label' => 'Size', 'required' => true, 'values' => $values] + Documents::one('size', [])],
        ]);
    }
}
