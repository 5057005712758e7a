<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Queue;

use Ithrel\App\Queue\Job;
use Ithrel\App\Queue\JobSerializer;
use Ithrel\App\Rehearsal\Job\KeepResult;
use Ithrel\App\Rehearsal\Job\MapPage;
use Ithrel\App\Rehearsal\Job\TriedPicture;
use Ithrel\App\Rehearsal\Job\TryCheck;
use Ithrel\App\Rehearsal\OpenRun;
use Ithrel\Core\Compare\Difference;
use Ithrel\Core\Compare\Found;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Click;
use Ithrel\Core\Plan\Purpose;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Exception\MessageDecodingFailedException;
use Symfony\Component\Messenger\Stamp\RedeliveryStamp;

/**
 * What goes through a queue as JSON comes out as it went in; what is no job does not come out.
 */
final class JobSerializerTest extends TestCase
{
    private static function serializer(): JobSerializer
    {
        return new JobSerializer([
            'try-check' => TryCheck::class,
            'keep-result' => KeepResult::class,
            'map-page' => MapPage::class,
        ]);
    }

    private static function job(): TryCheck
    {
        $clicks = [
            new Click('glass', 'green', 'choose Green in Glass'),
            new Click('art', [['name' => 'a.png', 'bytes' => 7]], 'a file'),
        ];

        return new TryCheck(
            '01J',
            2,
            new Check(4, Purpose::Pairs, 'Für Ada & Léo', ['/options/0'], [$clicks], [1], accepted: true),
        );
    }

    /**
     * @return iterable<string, array{Job}>
     */
    public static function jobs(): iterable
    {
        $job = self::job();
        $found = new Found(
            null,
            true,
            null,
            true,
            [],
            ['cart' => ['lines' => [['name' => 'Lamp', 'sku' => null]], 'total' => '3.50']],
        );
        $differences = [new Difference('total', 'cart', '3.50', '3.49', ['/item/price'])];
        yield 'a check' => [$job];
        yield 'a page to map' => [new MapPage('01P')];
        yield 'one that agrees' => [KeepResult::found($job, $found, [], 12, ['cart weight'])];
        yield 'one that differs, with pictures' => [
            KeepResult::found(
                $job,
                $found,
                $differences,
                12,
                [],
                [
                    new TriedPicture('cart', "\xFF\xD8\x00\x01", 1280, 800, [
                        ['words' => 'total', 'box' => [1, 2, 3, 4]],
                    ]),
                ],
            ),
        ];
        yield 'no answer' => [KeepResult::noAnswer($job, "The shop answered 500 to \xC3\xA9.", 3)];
        yield 'not tried' => [KeepResult::notTried($job, 'The page has no such field.')];
    }

    #[DataProvider('jobs')]
    public function testComesOutAsItWentIn(Job $job): void
    {
        $encoded = self::serializer()->encode(new Envelope($job, [new RedeliveryStamp(2)]));
        self::assertStringNotContainsString(
            'Ithrel',
            $encoded['body'] . implode('', $encoded['headers'] ?? []),
            'No class is named.',
        );
        $decoded = self::serializer()->decode($encoded);
        self::assertEquals($job, $decoded->getMessage());
        self::assertSame(2, $decoded->last(RedeliveryStamp::class)?->getRetryCount());
    }

    /**
     * @return iterable<string, array{string, string}>
     */
    public static function strange(): iterable
    {
        yield 'no JSON' => ['{', 'map-page'];
        yield 'no object' => ['7', 'map-page'];
        yield 'another job' => ['{"page": "01P"}', 'drop-everything'];
        yield 'a class' => ['{"page": "01P"}', MapPage::class];
        yield 'a member of another type' => ['{"page": ["01P"]}', 'map-page'];
        yield 'a member too few' => ['{}', 'map-page'];
        yield 'a verdict that there is not' => [
            '{"run":"a","number":1,"verdict":"waiting","differences":[],"milliseconds":1,"unseen":[],"pictures":[]}',
            'keep-result',
        ];
        yield 'a check that is none' => ['{"run":"a","round":0,"check":{"number":"one"}}', 'try-check'];
    }

    #[DataProvider('strange')]
    public function testWhatIsNoJobIsRefused(string $body, string $name): void
    {
        $this->expectException(MessageDecodingFailedException::class);
        self::serializer()->decode(['body' => $body, 'headers' => ['job' => $name]]);
    }

    public function testAPictureThatIsTooLargeStaysBehind(): void
    {
        $large = KeepResult::noAnswer(self::job(), 'It ended.', 1, [
            new TriedPicture('page', str_repeat('x', 2_000_001), 1, 1, []),
        ]);
        $out = KeepResult::fromArray($large->toArray());
        self::assertSame('', $out->pictures[0]->jpeg);
        self::assertSame('page', $out->pictures[0]->stage);
    }

    public function testARunIsKeptBesideTheQueueWithoutItsDocument(): void
    {
        $run = new OpenRun(
            '01J',
            1,
            '{"a": 1}',
            '2026-11-24',
            'http://127.0.0.1/a',
            ['ithrel' => 'map/1'],
            true,
            ['127.0.0.1'],
            20,
        );
        self::assertArrayNotHasKey('document', $run->toArray());
        self::assertSame(hash('sha256', '{"a": 1}'), $run->toArray()['sha256']);
        self::assertEquals($run, OpenRun::fromArray($run->toArray(), '{"a": 1}'));
    }
}
