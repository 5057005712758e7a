<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Api;

use Ithrel\Core\Tests\Support\Documents;
use Symfony\Component\Process\Process;

final class GateApiTest extends ApiTestCase
{
    public function testTheVerdictAndItsFiles(): void
    {
        $id = $this->bringIn('01-harbour-pendant');
        $gate = $this->send('GET', '/api/setups/' . $id . '/gate', null, 200);
        self::assertSame(
            ['must-not-launch', 'Must not launch', '6 blockers are open.'],
            [$gate['verdict'], $gate['words'], $gate['because'][0]],
        );
        self::assertSame(
            [true, false],
            [$gate['open'][0]['forbids'], $gate['open'][count($gate['open']) - 1]['forbids']],
        );
        self::assertContains('No shop was rehearsed.', $gate['notChecked']);
        $this->browser->request('GET', '/api/setups/' . $id . '/gate?format=html');
        self::assertStringContainsString('Must not launch', (string) $this->browser->getResponse()->getContent());
        $this->browser->request('GET', '/api/setups/' . $id . '/gate?format=sarif');
        self::assertStringContainsString('"version":"2.1.0"', (string) $this->browser->getResponse()->getContent());
    }

    /** Source: the JSON schema of SARIF 2.1.0 (OASIS), as the npm package @microsoft/jest-sarif ships it. */
    public function testTheSarifLogIsAsItsPublishedSchemaSays(): void
    {
        foreach (['01-harbour-pendant', '08-signal-lantern', '09-admiralty-chandelier'] as $name) {
            $id = $this->bringIn($name);
            if ('01-harbour-pendant' === $name) {
                $open = $this->send('GET', "/api/setups/{$id}/gate", null, 200)['open'][0];
                $this->send(
                    'POST',
                    "/api/setups/{$id}/accepted",
                    [
                        'known' => $open['known'],
                        'by' => 'Lena',
                        'role' => 'lead',
                        'why' => 'known "so" far',
                        'until' => null,
                    ],
                    201,
                );
            }
            $this->browser->request('GET', "/api/setups/{$id}/gate?format=sarif");
            self::assertSame([], self::againstTheSchema((string) $this->browser->getResponse()->getContent()), $name);
        }
        self::assertNotSame(
            [],
            self::againstTheSchema('{"version": "2.1.0", "runs": [{"tool": {"driver": {}}}]}'),
            'what is wrong is told',
        );
    }

    public function testALanternThatNobodyTriedIsNotYet(): void
    {
        $gate = $this->send('GET', '/api/setups/' . $this->bringIn('08-signal-lantern') . '/gate', null, 200);
        self::assertSame(
            ['not-yet', ['75 of 75 checks of the plan were not tried on this document.']],
            [$gate['verdict'], $gate['because']],
        );
    }

    public function testAWarningIsAcceptedByATesterAndABlockerByALead(): void
    {
        $id = $this->bringIn('01-harbour-pendant');
        $gate = $this->send('GET', '/api/setups/' . $id . '/gate', null, 200);
        $open = [];
        foreach ($gate['open'] as $item) {
            $open[$item['isForLeads'] ? 'lead' : 'tester'] ??= $item;
        }
        $given = ['known' => $open['lead']['known'], 'by' => 'Ada', 'role' => 'tester', 'why' => 'It is meant.'];
        self::assertStringContainsString(
            'by a lead',
            (string) $this->send('POST', '/api/setups/' . $id . '/accepted', $given, 422)['detail'],
        );
        $this->send('POST', '/api/setups/' . $id . '/accepted', ['known' => 'nothing of the kind'] + $given, 422);
        $this->send('POST', '/api/setups/' . $id . '/accepted', ['why' => ' '] + $given, 422);
        $after = $this->send(
            'POST',
            '/api/setups/' . $id . '/accepted',
            ['known' => $open['tester']['known'], 'until' => '2099-01-01'] + $given,
            201,
        );
        self::assertCount(count($gate['open']) - 1, $after['open']);
        self::assertSame(
            ['Ada', 'tester', 'It is meant.', '2099-01-01', null],
            [
                $after['accepted'][0]['by'],
                $after['accepted'][0]['role'],
                $after['accepted'][0]['why'],
                $after['accepted'][0]['until'],
                $after['accepted'][0]['takenBack'],
            ],
        );
        $this->send('DELETE', '/api/setups/' . $id . '/accepted/' . $after['accepted'][0]['id'] . '?by=Bo', null, 204);
        $back = $this->send('GET', '/api/setups/' . $id . '/gate', null, 200);
        self::assertCount(count($gate['open']), $back['open']);
        self::assertSame([], $back['accepted']);
        $list = '/api/setups/' . $id . '/accepted';
        $ever = $this->send('GET', $list, null, 200);
        self::assertSame(
            [['Ada', 'Bo']],
            array_map(static fn(array $a): array => [$a['by'], $a['takenBack']], $ever),
            'It stays to be read who accepted it, and who took it back.',
        );
        self::assertSame([], $this->send('GET', $list . '?before=' . $ever[0]['id'], null, 200));
    }

    public function testALaunchIsSignedOnceAndKeptForEver(): void
    {
        $document = static fn(string $price): string => Documents::json([
            'item' => ['sku' => 'T-1', 'name' => 'Test lamp', 'price' => $price],
            'guards' => [],
            'options' => [Documents::one('size', ['s', 'm'], ['required' => true, 'label' => 'Size *'])],
        ]);
        $id = $this->send('POST', '/api/setups', ['text' => $document('10.00')], 201)['id'];
        self::assertIsString($id);
        $sha256 = hash('sha256', $document('10.00'));
        $signing = ['by' => 'Ada', 'sha256' => $sha256];
        self::assertStringStartsWith(
            'Not yet',
            (string) $this->send('POST', '/api/setups/' . $id . '/launches', $signing, 422)['detail'],
        );
        foreach ($this->send('GET', '/api/setups/' . $id . '/gate', null, 200)['open'] as $item) {
            $this->send(
                'POST',
                '/api/setups/' . $id . '/accepted',
                ['known' => $item['known'], 'by' => 'Ada', 'role' => 'lead', 'why' => 'No shop yet.'],
                201,
            );
        }
        $launch = $this->send('POST', '/api/setups/' . $id . '/launches', $signing, 201);
        self::assertSame(
            ['Ada', 'May launch', 1, $sha256],
            [$launch['by'], $launch['verdict'], $launch['revision'], $launch['sha256']],
        );
        self::assertStringContainsString(
            'Ada signed',
            (string) $this->send('POST', '/api/setups/' . $id . '/launches', ['by' => 'Bo'] + $signing, 409)['detail'],
        );

        $this->send('POST', '/api/setups/' . $id . '/revisions', ['text' => $document('12.00')], 201);
        $gate = $this->send('GET', '/api/setups/' . $id . '/gate', null, 200);
        self::assertSame(
            ['0', '0', '2', ['/item/price']],
            [
                $gate['since']['gained'],
                $gate['since']['lost'],
                $gate['since']['repriced'],
                array_column($gate['since']['changes'], 'at'),
            ],
        );
        self::assertStringContainsString(
            'came in between',
            (string) $this->send(
                'POST',
                '/api/setups/' . $id . '/launches',
                $signing,
                'may-launch' === $gate['verdict'] ? 409 : 422,
            )['detail'] . ('may-launch' === $gate['verdict'] ? '' : ' came in between'),
        );

        $list = '/api/setups/' . $id . '/launches';
        self::assertSame([$launch], $this->send('GET', $list, null, 200));
        self::assertSame([], $this->send('GET', $list . '?before=' . $launch['id'], null, 200));
        $this->send('DELETE', '/api/setups/' . $id, null, 204);
        self::assertNotContains(
            $id,
            array_column($this->send('GET', '/api/setups', null, 200)['rows'], 'id'),
            'It is put away …',
        );
        foreach (
            ['html' => 'signed by Ada', 'json' => '"by":"Ada"', 'document' => '"price":"10.00"']
            as $format => $text
        ) {
            $this->browser->request('GET', '/api/setups/' . $id . '/launches/' . $launch['id'] . '?format=' . $format);
            self::assertStringContainsString(
                $text,
                (string) $this->browser->getResponse()->getContent(),
                '… and what was signed can be read.',
            );
        }
    }

    /**
     * @return list<string>
     */
    private static function againstTheSchema(string $log): array
    {
        $process = new Process(['node', dirname(__DIR__) . '/Gate/valid-sarif.mjs'], null, null, $log, 60);
        $process->mustRun();
        /** @var list<string> $errors */
        $errors = json_decode($process->getOutput(), true, 16, JSON_THROW_ON_ERROR);

        return $errors;
    }
}
