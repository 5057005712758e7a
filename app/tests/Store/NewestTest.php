<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Store;

use Doctrine\ORM\EntityManagerInterface;
use Ithrel\App\Rehearsal\ItemPages;
use Ithrel\App\Store\ItemPage;
use Ithrel\App\Store\Remark;
use Ithrel\App\Store\Remarks;
use Ithrel\App\Store\Shelf;
use Ithrel\App\Store\Shop;
use Ithrel\App\Tests\Api\ApiTestCase;

/**
 * What grows with a setup is told a page at a time, and nothing is told twice or left out.
 */
final class NewestTest extends ApiTestCase
{
    public function testPagesOfAShopAreToldTwentyAtATime(): void
    {
        [$id, $other] = [$this->bringIn('08-signal-lantern'), $this->bringIn('04-engraved-plate')];
        $entities = self::getContainer()->get(EntityManagerInterface::class);
        $shelf = self::getContainer()->get(Shelf::class);
        $shop = new Shop('127.0.0.1:1', new \DateTimeImmutable());
        $entities->persist($shop);
        foreach ([...array_fill(0, 45, $id), $other] as $i => $of) {
            $entities->persist(
                new ItemPage($shelf->get($of), $shop, "http://127.0.0.1:1/{$i}", new \DateTimeImmutable()),
            );
        }
        $entities->flush();
        $seen = [];
        $sizes = [];
        for ($before = ''; [] === $sizes || ItemPages::A_PAGE === end($sizes); ) {
            $page = $this->send('GET', "/api/setups/{$id}/pages?before={$before}", null, 200);
            $sizes[] = count($page);
            array_push($seen, ...array_column($page, 'address'));
            $before = (string) end($page)['id'];
        }
        self::assertSame([20, 20, 5], $sizes);
        self::assertSame(array_map(static fn(int $i): string => "http://127.0.0.1:1/{$i}", range(44, 0)), $seen);
    }

    public function testRemarksAreToldTwoHundredAtATimeWithTheirAnswers(): void
    {
        $id = $this->bringIn('08-signal-lantern');
        $entities = self::getContainer()->get(EntityManagerInterface::class);
        $setup = self::getContainer()->get(Shelf::class)->get($id);
        $now = new \DateTimeImmutable();
        $last = null;
        for ($i = 0; $i < 203; ++$i) {
            $last = new Remark($setup, 'place /item', '/item', 'Item', null, 'Tess', "remark {$i}", $now);
            $entities->persist($last);
            $entities->persist(new Remark($setup, 'place /item', '', '', $last->id(), 'Lena', "answer {$i}", $now));
        }
        $entities->flush();
        $first = $this->send('GET', "/api/setups/{$id}/remarks", null, 200);
        self::assertCount(Remarks::A_PAGE, $first);
        $rest = $this->send('GET', "/api/setups/{$id}/remarks?after=" . (string) end($first)['id'], null, 200);
        self::assertSame(['remark 200', 'remark 201', 'remark 202'], array_column($rest, 'text'));
        self::assertSame('answer 202', $rest[2]['answers'][0]['text']);
    }
}
