<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Api;

use Ithrel\Core\Tests\Support\Documents;

final class CatalogueApiTest extends ApiTestCase
{
    private const CSV =
        "sku;name;categories;tags\nA-1;Harbour lamp;Lamps|Pendants;made-to-measure\nA-2;Quay " .
        "lamp;Lamps;Made-to-measure\nB-1;Bulb;Bulbs;\n";

    public function testItIsBroughtInSearchedAndReplaced(): void
    {
        self::assertSame(
            [null, 0, []],
            array_values(
                array_intersect_key($this->send('GET', '/api/catalogue', null, 200), [
                    'when' => 1,
                    'total' => 1,
                    'rows' => 1,
                ]),
            ),
        );
        $this->send('PUT', '/api/catalogue', ['text' => self::CSV], 200);
        $found = $this->send('GET', '/api/catalogue?search=pend', null, 200);
        self::assertSame(
            [3, 1, ['A-1'], [['Lamps', 'Pendants']]],
            [
                $found['items'],
                $found['total'],
                array_column($found['rows'], 'sku'),
                array_column($found['rows'], 'categories'),
            ],
        );
        self::assertSame(
            [3, ['B-1']],
            [
                ($page = $this->send('GET', '/api/catalogue?from=2', null, 200))['total'],
                array_column($page['rows'], 'sku'),
            ],
        );
        $problem = $this->send('PUT', '/api/catalogue', ['text' => "sku\nA-1\nA-1\n"], 422);
        self::assertStringContainsString('stands in line 2 already', $problem['problems'][0]['message']);
        self::assertSame(3, $this->send('GET', '/api/catalogue', null, 200)['items'], 'the one before stays');
        $this->send('GET', '/api/catalogue?from=-1', null, 400);
    }

    public function testASetupSaysWhatItAppliesToAndTheGateAsks(): void
    {
        $document = static fn(array $scope): string => Documents::json([
            'item' => ['sku' => 'A-1', 'name' => 'Harbour lamp', 'price' => '10'],
            'appliesTo' => $scope,
            'options' => [['required' => true, 'label' => 'Size *'] + Documents::one('size', ['s', 'm'])],
        ]);
        $id = $this->send(
            'POST',
            '/api/setups',
            ['text' => $document(['skus' => ['A-1'], 'tags' => ['made-to-measure']])],
            201,
        )['id'];
        self::assertIsString($id);
        self::assertNull($this->send('GET', "/api/setups/{$id}/scope", null, 200)['when']);
        $without = $this->send('GET', "/api/setups/{$id}/gate", null, 200);
        self::assertCount(1, preg_grep('/^No catalogue was asked/', $without['notChecked']) ?: []);

        $this->send('PUT', '/api/catalogue', ['text' => self::CSV], 200);
        $scope = $this->send('GET', "/api/setups/{$id}/scope", null, 200);
        self::assertSame(
            [3, 1, [['A-1', ['its SKU', 'the tag made-to-measure']]]],
            [
                $scope['items'],
                $scope['total'],
                array_map(static fn(array $r): array => [$r['sku'], $r['by']], $scope['rows']),
            ],
        );
        self::assertSame(
            ['scope.near'],
            array_column($scope['findings'], 'code'),
            'a tag that differs by the case of a letter misses an item',
        );
        $gate = $this->send('GET', "/api/setups/{$id}/gate", null, 200);
        self::assertContains('scope.near', array_column($gate['open'], 'code'));
        self::assertSame([], preg_grep('/^No catalogue was asked/', $gate['notChecked']) ?: []);

        // Another setup that asks the same of the same item.
        $this->send('POST', '/api/setups', ['text' => $document(['categories' => ['Pendants']])], 201);
        $scope = $this->send('GET', "/api/setups/{$id}/scope", null, 200);
        self::assertContains('scope.clash', array_column($scope['findings'], 'code'));
    }
}
