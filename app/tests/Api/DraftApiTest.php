<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Api;

use Ithrel\Core\Tests\Support\Documents;

final class DraftApiTest extends ApiTestCase
{
    public function testATableBecomesADraftThatIsNotKept(): void
    {
        $draft = $this->send(
            'POST',
            '/api/drafts',
            [
                'sources' => [
                    [
                        'name' => 'plan.csv',
                        'base64' => base64_encode("Option,Value,Charge\nSize,Small,\n,Large,+5.00\n"),
                    ],
                ],
            ],
            200,
        );
        $document = json_decode((string) $draft['text'], true);
        self::assertIsArray($document);
        self::assertSame(
            [['code' => 'small', 'label' => 'Small'], ['code' => 'large', 'label' => 'Large', 'charge' => '5.00']],
            $document['options'][0]['values'] ?? null,
        );
        self::assertContains(
            ['at' => '/options/0/values/1/charge', 'from' => 'line 3, column Charge', 'isGuess' => false],
            $draft['read'],
        );
        self::assertSame([], $this->send('GET', '/api/setups', null, 200)['rows']);
    }

    public function testWhatCannotBeReadIsRefusedWithItsReason(): void
    {
        foreach (
            [
                [],
                [['name' => 'a.csv', 'base64' => '']],
                [['name' => 'a.csv', 'base64' => '***']],
                [['name' => 'x', 'address' => 'file:///etc/passwd']],
            ]
            as $sources
        ) {
            $refused = $this->send('POST', '/api/drafts', ['sources' => $sources], 422);
            self::assertNotSame('', json_encode($refused['problems'], JSON_THROW_ON_ERROR) . $refused['detail']);
        }
        $this->send(
            'POST',
            '/api/drafts',
            ['sources' => [['name' => 'a', 'base64' => 'eA==']], 'currency' => 'euro'],
            422,
        );
    }

    public function testATextIsCheckedAndNotKept(): void
    {
        $document = static fn(string $label): string => Documents::json([
            'options' => [Documents::one('size', ['s', 'm'], ['required' => true, 'label' => $label])],
        ]);
        $id = $this->send('POST', '/api/setups', ['text' => $document('Size')], 201)['id'];
        self::assertIsString($id);
        $checked = $this->send('POST', '/api/checks?setup=' . $id, ['text' => $document('Size *')], 200);
        self::assertSame(
            [[], ['required.unmarked'], []],
            [array_column($checked['findings'], 'code'), array_column($checked['settled'], 'code'), $checked['fresh']],
        );
        self::assertSame('2', $checked['counts']['selectable']);
        $broken = $this->send(
            'POST',
            '/api/checks?setup=' . $id,
            ['text' => str_replace('"one"', '"won"', $document('Size'))],
            200,
        );
        self::assertSame(['/options/0/kind'], array_column($broken['problems'], 'at'));
        self::assertSame(1, $this->send('GET', '/api/setups', null, 200)['rows'][0]['revision']);
    }

    public function testASentenceBecomesACondition(): void
    {
        $text = Documents::json(['options' => [Documents::one('size', ['s', 'm'])]]);
        $asked = static fn(string $words): array => ['text' => $text, 'words' => $words];
        self::assertSame(
            [
                'condition' => ['option' => 'size', 'is' => ['m']],
                'words' => ['said' => 'Size is M', 'written' => 'Size is M'],
            ],
            $this->send('POST', '/api/conditions', $asked('size IS m'), 200),
        );
        self::assertSame(
            [
                'condition' => ['option' => 'colour', 'filled' => true],
                'words' => ['said' => '"colour" is answered', 'written' => null],
            ],
            $this->send('POST', '/api/conditions', $asked(' {"option": "colour", "filled": true}'), 200),
        );
        self::assertSame(
            ['condition' => ['near' => 'size'], 'words' => null],
            $this->send('POST', '/api/conditions', $asked('{"near": "size"}'), 200),
        );
        foreach (['Size is XL' => 'a value of Size (S, M) was expected', '{"option"' => 'JSON'] as $words => $why) {
            $refused = $this->send('POST', '/api/conditions', $asked($words), 422);
            self::assertStringContainsString($why, json_encode($refused, JSON_THROW_ON_ERROR));
        }
    }

    public function testAConditionIsReadForAGuardThatHasNoneYet(): void
    {
        $begun = ['options' => [Documents::one('size', ['s', 'm'])], 'guards' => [['id' => 'new', 'because' => 'so']]];
        $asked = ['text' => Documents::json($begun), 'words' => 'Size is M'];
        $read = $this->send('POST', '/api/conditions', $asked, 200);
        self::assertSame(['option' => 'size', 'is' => ['m']], $read['condition']);
        $asked['text'] = Documents::json(['options' => [['code' => 'size']]] + $begun);
        $refused = $this->send('POST', '/api/conditions', $asked, 422);
        self::assertStringContainsString(
            'the name of an option () was expected',
            json_encode($refused, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES),
        );
    }

    public function testChargesAreReadAsTheyAreWritten(): void
    {
        $read = $this->send(
            'POST',
            '/api/charges',
            ['written' => ['5.00', '10% of running', '{"how":"fixed","amount":"1"}', 'dear', '{']],
            200,
        );
        self::assertSame(
            [
                ['charge' => '5.00', 'words' => ['said' => '+5.00', 'written' => '5.00']],
                [
                    'charge' => ['how' => 'percent', 'rate' => '10', 'of' => 'running'],
                    'words' => ['said' => '+10% of the running total', 'written' => '10% of running'],
                ],
                ['charge' => ['how' => 'fixed', 'amount' => '1'], 'words' => ['said' => '+1', 'written' => '1']],
                ['charge' => null, 'words' => null],
                ['charge' => null, 'words' => null],
            ],
            $read,
        );
    }

    public function testTheWordsOfADocumentAndOfATextThatIsStillWritten(): void
    {
        $document = [
            'options' => [
                Documents::one('size', ['s', 'm']),
                [
                    'code' => 'gift',
                    'label' => 'Gift',
                    'kind' => 'flag',
                    'shownWhen' => ['option' => 'size', 'is' => 'm'],
                ],
            ],
        ];
        $words = ['/options/1/shownWhen' => ['said' => 'Size is M', 'written' => 'Size is M']];
        $id = $this->send('POST', '/api/setups', ['text' => Documents::json($document)], 201)['id'];
        self::assertIsString($id);
        $sha256 = $this->send('GET', '/api/setups/' . $id, null, 200)['sha256'];
        self::assertIsString($sha256);
        self::assertSame($words, $this->send('GET', '/api/documents/' . $sha256 . '/sentences', null, 200));
        $document['guards'] = [['id' => 'new', 'because' => 'so']];
        self::assertSame($words, $this->send('POST', '/api/sentences', ['text' => Documents::json($document)], 200));
    }

    public function testAFormulaIsTriedWhileItIsWritten(): void
    {
        $text = Documents::json([
            'options' => [['code' => 'width', 'label' => 'Width', 'kind' => 'number', 'min' => '20', 'unit' => 'cm']],
        ]);
        $tried = $this->send(
            'POST',
            '/api/formulas',
            ['text' => $text, 'expr' => 'width * 2 + base', 'figures' => ['width' => '4.5']],
            200,
        );
        self::assertSame(['base', 'quantity', 'width'], array_column($tried['names'], 'name'));
        self::assertSame(
            [
                ['name' => 'width', 'words' => 'Width in cm', 'figure' => '4.5'],
                ['name' => 'base', 'words' => 'the base price', 'figure' => '100'],
            ],
            $tried['used'],
        );
        self::assertSame(['109', null], [$tried['value'], $tried['trouble']]);
        $broken = $this->send('POST', '/api/formulas', ['text' => $text, 'expr' => 'width * (2', 'figures' => []], 200);
        self::assertNull($broken['value']);
        self::assertNotSame('', $broken['trouble']);
        $unknown = $this->send('POST', '/api/formulas', ['text' => $text, 'expr' => 'widht', 'figures' => []], 200);
        self::assertSame(
            [[], '"widht" is neither a number option nor a figure of a value'],
            [$unknown['used'], $unknown['trouble']],
        );
        $this->send(
            'POST',
            '/api/formulas',
            ['text' => $text, 'expr' => 'width', 'figures' => ['width' => ['a']]],
            422,
        );
    }

    public function testARevisionInBetweenIsNotWrittenOver(): void
    {
        $document = static fn(string $price): string => Documents::json([
            'item' => ['sku' => 'T', 'name' => 'T', 'price' => $price],
            'options' => [],
        ]);
        $id = $this->send('POST', '/api/setups', ['text' => $document('1.00')], 201)['id'];
        self::assertIsString($id);
        $on = hash('sha256', $document('1.00'));
        $this->send('POST', '/api/setups/' . $id . '/revisions', ['text' => $document('2.00')], 201, $on);
        $refused = $this->send('POST', '/api/setups/' . $id . '/revisions', ['text' => $document('3.00')], 412, $on);
        self::assertStringContainsString('Revision 2 came in while you wrote', (string) $refused['detail']);
        $diff = $this->send('POST', '/api/diffs', ['old' => $document('2.00'), 'new' => $document('3.00')], 200);
        self::assertSame(
            ['0', '0', '1', ['/item/price']],
            [$diff['gained'], $diff['lost'], $diff['repriced'], array_column($diff['changes'], 'at')],
        );
        $this->send(
            'POST',
            '/api/setups/' . $id . '/revisions',
            ['text' => $document('3.00')],
            201,
            hash('sha256', $document('2.00')),
        );
    }
}
