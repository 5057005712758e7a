<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Api;

use Ithrel\Core\Tests\Support\Documents;

final class LimitNotesApiTest extends ApiTestCase
{
    public function testATickIsKeptGoesOutAndForbidsTheLaunch(): void
    {
        $id = $this->bringIn('08-signal-lantern');
        $row = $this->row($id, 'name', 'one beyond the most: 21 seen characters');
        $tick = [
            'known' => $row['known'],
            'route' => 'form',
            'found' => 'taken',
            'note' => 'The cart shows all 21.',
            'by' => 'Ada',
        ];
        $this->send('PUT', '/api/setups/' . $id . '/limits/ticks', $tick, 204);
        $seen = $this->row($id, 'name', 'one beyond the most: 21 seen characters');
        self::assertSame(['taken', null, 'The cart shows all 21.'], [$seen['form'], $seen['express'], $seen['note']]);
        self::assertStringStartsWith('Ada ', $seen['seen']);

        $gate = $this->send('GET', '/api/setups/' . $id . '/gate', null, 200);
        self::assertSame(
            ['must-not-launch', 'limit', 'limit.form'],
            [$gate['verdict'], $gate['open'][0]['kind'], $gate['open'][0]['code']],
        );
        self::assertStringContainsString(
            'it has to be refused and was taken. The cart shows all 21.',
            $gate['open'][0]['words'],
        );
        self::assertStringContainsString(
            '1 of 46 edges of the boundary sheets were tried by hand, 1 came out otherwise.',
            implode(' ', $gate['checked']),
        );

        $this->browser->request('GET', '/api/setups/' . $id . '/limits?format=csv');
        self::assertStringContainsString(
            $row['known'] . ',taken,,The cart shows all 21.',
            (string) $this->browser->getResponse()->getContent(),
        );

        $this->send('PUT', '/api/setups/' . $id . '/limits/ticks', ['found' => null] + $tick, 204);
        self::assertNull($this->row($id, 'name', 'one beyond the most: 21 seen characters')['form']);
    }

    public function testATickStaysWithItsEdgeWhateverElseChanges(): void
    {
        $document = static fn(int $most, string $label): string => Documents::json([
            'options' => [['code' => 'name', 'label' => $label, 'kind' => 'text', 'length' => ['max' => $most]]],
        ]);
        $id = $this->send('POST', '/api/setups', ['text' => $document(5, 'Name')], 201)['id'];
        self::assertIsString($id);
        $row = $this->row($id, 'name', 'the most: 5 UTF-16 units');
        $this->send(
            'PUT',
            '/api/setups/' . $id . '/limits/ticks',
            ['known' => $row['known'], 'route' => 'express', 'found' => 'taken'],
            204,
        );
        $this->send('POST', '/api/setups/' . $id . '/revisions', ['text' => $document(5, 'Name on it')], 201);
        $row = $this->row($id, 'name', 'the most: 5 UTF-16 units');
        self::assertSame('taken', $row['express']);
        self::assertStringEndsWith('on an earlier revision', $row['seen']);
        $this->send('POST', '/api/setups/' . $id . '/revisions', ['text' => $document(4, 'Name on it')], 201);
        self::assertNull(
            $this->row($id, 'name', 'one beyond the most: 5 UTF-16 units')['express'],
            'The same answer has to be refused now.',
        );
    }

    public function testASampleThatFitsIsKeptAndTried(): void
    {
        $id = $this->send(
            'POST',
            '/api/setups',
            [
                'text' => Documents::json([
                    'options' => [
                        [
                            'code' => 'no',
                            'label' => 'Number',
                            'kind' => 'text',
                            'required' => true,
                            'length' => ['max' => 12],
                            'pattern' => '(?=.*7)(?=.*q)[a-z0-9]{9}',
                        ],
                    ],
                ]),
            ],
            201,
        )['id'];
        self::assertIsString($id);
        $refused = $this->send(
            'PUT',
            '/api/setups/' . $id . '/limits/samples',
            ['option' => 'no', 'texts' => ['7q']],
            422,
        );
        self::assertStringContainsString('Number', (string) $refused['detail']);
        $this->send('PUT', '/api/setups/' . $id . '/limits/samples', ['option' => 'no', 'texts' => ['7qaaaaaaa']], 204);
        $row = $this->row($id, 'no', 'given by the tester');
        self::assertSame(['7qaaaaaaa', 'taken'], [$row['text'], $row['expected']]);
        $hand = $this->send('GET', '/api/setups/' . $id . '/hand-sheet', null, 200);
        self::assertStringContainsString('7qaaaaaaa', json_encode($hand, JSON_THROW_ON_ERROR));
    }

    public function testWhatIsNoTickIsRefused(): void
    {
        $id = $this->bringIn('08-signal-lantern');
        foreach (
            [
                ['known' => 'no', 'route' => 'form', 'found' => 'taken'],
                ['known' => '0123456789ab', 'route' => 'by air', 'found' => 'taken'],
                ['known' => '0123456789ab', 'route' => 'form', 'found' => 'perhaps'],
            ]
            as $tick
        ) {
            $this->send('PUT', '/api/setups/' . $id . '/limits/ticks', $tick, 422);
        }
        $this->send('PUT', '/api/setups/' . $id . '/limits/samples', ['option' => 'glass', 'texts' => ['x']], 422);
    }

    /**
     * @return array{
     *     known: string,
     *     text: string|null,
     *     expected: string,
     *     form: string|null,
     *     express: string|null,
     *     note: string,
     *     seen: string,
     * }
     */
    private function row(string $id, string $option, string $about): array
    {
        foreach ($this->send('GET', '/api/setups/' . $id . '/limits', null, 200) as $sheet) {
            foreach (is_array($sheet) && $sheet['option'] === $option ? $sheet['rows'] : [] as $row) {
                if ($row['about'] === $about) {
                    return ['seen' => (string) $row['seen']] + $row;
                }
            }
        }
        self::fail('There is no edge ' . $about);
    }
}
