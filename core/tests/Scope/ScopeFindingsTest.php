<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Scope;

use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Scope\Catalogue;
use Ithrel\Core\Scope\Ceilings;
use Ithrel\Core\Scope\ScopeFindings;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\TestCase;

final class ScopeFindingsTest extends TestCase
{
    private const CATALOGUE =
        "SKU,Name,Categories,Tags\nT-1,Test lamp,Pendants; Glass,made to order\nT-2,Desk lamp,Desk,Made To Order | " .
        "gift\nT-3,Cord,Parts,\n";

    public function testATagThatDiffersInLetterCaseIsNamedWithTheOneInUse(): void
    {
        self::assertSame(
            ['scope.none /appliesTo', 'scope.near /appliesTo/categories/0'],
            $this->findings($this->lamp(['categories' => ['pend ants']])),
        );
        $setup = $this->lamp(['tags' => ['made to order']]);
        $findings = (new ScopeFindings(Catalogue::read(self::CATALOGUE)))->of($setup);
        self::assertSame(
            ['T-2 has "Made To Order" in place of "made to order", so the setup misses it.'],
            array_map(static fn(Finding $f): string => $f->message, $findings),
        );
    }

    public function testASetupThatHitsNothingOrNotItsOwnItem(): void
    {
        self::assertSame(['scope.none /appliesTo'], $this->findings($this->lamp(['tags' => ['velvet']])));
        $other = (new ScopeFindings(Catalogue::read(self::CATALOGUE)))->of(
            $this->lamp(['categories' => ['Desk', 'Parts']]),
        );
        self::assertSame('The setup applies to T-2, T-3, but not to its own item, T-1.', $other[0]->message);
        self::assertSame([], $this->findings($this->lamp(['all' => true, 'except' => ['T-3']])));
    }

    public function testTwoSetupsThatGiveOneItemTheSameOption(): void
    {
        $mine = $this->lamp(['categories' => ['Glass']], 'Size');
        $other = $this->lamp(['skus' => ['T-1', 'T-2']], 'size *');
        $apart = $this->lamp(['skus' => ['T-2']], 'Size');
        $scope = new ScopeFindings(Catalogue::read(self::CATALOGUE));
        $findings = $scope->of($mine, [$other, $apart]);
        self::assertSame(['scope.clash'], array_map(static fn(Finding $f): string => $f->code, $findings));
        self::assertSame('T-1 gets Size twice: from this setup and from Test.', $findings[0]->message);
    }

    public function testACatalogueThatCannotBeReadIsNamedByItsLines(): void
    {
        foreach (["Name,Tags\nLamp,x\n" => ['line 1'], "sku\nA\nB\nA\n" => ['line 4']] as $csv => $places) {
            try {
                Catalogue::read($csv);
                self::fail('It was read.');
            } catch (UnreadableDocument $e) {
                self::assertSame(
                    $places,
                    array_map(static fn(\Ithrel\Core\Document\Problem $p): string => $p->at, $e->problems),
                );
            }
        }
    }

    public function testWhatAShopDoesNotTake(): void
    {
        $setup = Documents::setup([
            'options' => [
                Documents::one('a', ['x', 'y', 'z']),
                Documents::one('b', ['p'], ['label' => 'A label of many words']),
            ],
            'variants' => ['by' => ['b'], 'rows' => [['pick' => ['b' => 'p']]]],
        ]);
        $of = static fn(array $ceilings): array => array_map(
            static fn(Finding $f): string => $f->at . ' ' . $f->message,
            Ceilings::read(
                json_encode(['ithrel' => 'shop/1', 'name' => 'The shop', 'ceilings' => $ceilings], JSON_THROW_ON_ERROR),
            )->findings($setup),
        );
        self::assertSame(
            ['/options The setup has 2 options; The shop takes 1.'],
            $of(['options' => 1, 'values' => 3, 'rows' => 1, 'characters' => 21]),
        );
        self::assertSame(
            [
                '/options/0/values a has 3 values; The shop takes 2.',
                '/options/1/label “A label of many words” has 21 characters; The shop takes 20.',
                '/variants/rows The setup has 1 variant rows; The shop takes 0.',
            ],
            array_map(
                static fn(string $m): string => str_replace('A has', 'a has', $m),
                $of(['values' => 2, 'rows' => 0, 'characters' => 20]),
            ),
        );
        $this->expectException(UnreadableDocument::class);
        Ceilings::read('{"ithrel":"shop/1","ceilings":{"colours":3}}');
    }

    /**
     * @return list<string>
     */
    private function findings(Setup $setup): array
    {
        return array_map(
            static fn(Finding $f): string => $f->code . ' ' . $f->at,
            (new ScopeFindings(Catalogue::read(self::CATALOGUE)))->of($setup),
        );
    }

    /**
     * @param array<string, mixed> $scope
     */
    private function lamp(array $scope, string $label = 'Size'): Setup
    {
        return Documents::setup([
            'appliesTo' => $scope,
            'options' => [Documents::one('size', ['s'], ['label' => $label])],
        ]);
    }
}
