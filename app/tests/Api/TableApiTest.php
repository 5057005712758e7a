<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Api;

use Ithrel\Core\Tests\Support\Documents;

final class TableApiTest extends ApiTestCase
{
    public function testASetupGoesOutAsTablesAndTheirChangesComeBack(): void
    {
        $text = Documents::json([
            'options' => [Documents::one('size', ['s', 'm'], ['required' => true])],
            'variants' => ['by' => ['size'], 'rows' => [['pick' => ['size' => 's'], 'price' => '5.00']]],
        ]);
        $id = $this->send('POST', '/api/setups', ['text' => $text], 201)['id'];
        self::assertIsString($id);
        foreach (
            [
                'options' =>
                    "option (code),value (code),label,kind,required\r\nsize,,Size,one,yes\r\n,s,S,,\r\n,m,M,,\r\n",
                'rows' => "pick: Size,price\r\nS,5.00\r\n",
            ]
            as $table => $expected
        ) {
            $this->browser->request('GET', $this->analyses($id) . '/' . $table . '.csv');
            self::assertSame($expected, $this->browser->getResponse()->getContent());
            $same = $this->held($text, $expected);
            self::assertSame(['changes' => [], 'kept' => [], 'left' => []], $same);
        }
        $changed = $this->held($text, "pick: Size,price\r\nS,\"5,50\"\r\nM,7.00\r\n");
        self::assertSame(
            [
                [
                    'at' => '/variants/rows/0/price',
                    'value' => '"5.5"',
                    'from' => 'line 2, column price',
                    'words' => 'S: price 5.00 becomes 5.5',
                ],
                [
                    'at' => '/variants/rows/1',
                    'value' => '{"pick":{"size":"m"},"price":"7.00"}',
                    'from' => 'line 3, column price',
                    'words' => 'M: a new row',
                ],
            ],
            $changed['changes'],
        );
    }

    public function testWhatCannotBeHeldAgainstItIsRefused(): void
    {
        $text = Documents::json(['options' => []]);
        $id = $this->send('POST', '/api/setups', ['text' => $text], 201)['id'];
        self::assertIsString($id);
        $this->browser->request('GET', $this->analyses($id) . '/rows.csv');
        self::assertSame(404, $this->browser->getResponse()->getStatusCode());
        $this->send('POST', '/api/tables', ['text' => $text, 'table' => ['name' => 'a.csv', 'base64' => '']], 422);
        $this->send(
            'POST',
            '/api/tables',
            ['text' => '{', 'table' => ['name' => 'a.csv', 'base64' => base64_encode("a,b\n1,2\n")]],
            422,
        );
        $left = $this->held($text, "Colour,Price\nRed,1.00\n");
        self::assertSame(
            ['Colour: no option of the setup is called so, and no column of a row.'],
            array_column($left['left'], 'why'),
        );
    }

    /**
     * @return array<string, mixed>
     */
    private function held(string $text, string $table): array
    {
        return $this->send(
            'POST',
            '/api/tables',
            ['text' => $text, 'table' => ['name' => 'table.csv', 'base64' => base64_encode($table)]],
            200,
        );
    }
}
