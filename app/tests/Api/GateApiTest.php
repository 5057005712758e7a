<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Api;

final class GateApiTest extends ApiTestCase
{
    public function testTheVerdictAndItsFiles(): void
    {
        $id = $this->bringIn('01-harbour-pendant');
        $gate = $this->send('GET', '/api/setups/'.$id.'/gate', null, 200);
        self::assertSame(['must-not-launch', 'Must not launch', '6 blockers are open.'], [$gate['verdict'], $gate['words'], $gate['because'][0]]);
        self::assertSame([true, false], [$gate['open'][0]['forbids'], $gate['open'][count($gate['open']) - 1]['forbids']]);
        self::assertContains('No shop was rehearsed.', $gate['notChecked']);
        $this->browser->request('GET', '/api/setups/'.$id.'/gate?format=html');
        self::assertStringContainsString('Must not launch', (string) $this->browser->getResponse()->getContent());
        $this->browser->request('GET', '/api/setups/'.$id.'/gate?format=sarif');
        self::assertStringContainsString('"version":"2.1.0"', (string) $this->browser->getResponse()->getContent());
    }

    public function testALanternThatNobodyTriedIsNotYet(): void
    {
        $gate = $this->send('GET', '/api/setups/'.$this->bringIn('08-signal-lantern').'/gate', null, 200);
        self::assertSame(['not-yet', ['57 of 57 checks of the plan were not tried on this document.']], [$gate['verdict'], $gate['because']]);
    }
}
