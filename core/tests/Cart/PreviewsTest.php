<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Cart;

use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Cart\AppraisalText;
use Ithrel\Core\Cart\Appraiser;
use Ithrel\Core\Cart\Previews;
use Ithrel\Core\Limit\GivenFile;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\TestCase;

final class PreviewsTest extends TestCase
{
    public function testContentsGoInDisplayOrderToTheFirstPlaceWithRoom(): void
    {
        $setup = self::document();
        $file = static fn(int $count): Input => Input::files(array_fill(0, $count, new GivenFile('a.png')));
        $motto = Input::text('For Ada');
        $of = static fn(array $answers): array => array_map(
            static fn(array $p): string => ($p['view'] ?? 'none') .
                ': ' .
                implode(
                    ' ',
                    array_map(static fn(array $c): string => $c['option'] . '@' . ($c['place'] ?? '-'), $p['contents']),
                ),
            (new Previews($setup))->of(new State($answers)),
        );
        self::assertSame([], $of([]));
        self::assertSame(['front: motto@belly'], $of([0 => $motto]));
        self::assertSame(['front: motto@belly', 'back: art@rim'], $of([0 => $motto, 1 => $file(1)]));
        self::assertSame(['front: art@belly', 'back: art@rim art@rim', 'none: art@-'], $of([1 => $file(4)]));
        self::assertSame(
            ['front: motto@belly', 'back: art@rim art@rim', 'none: art@-'],
            $of([0 => $motto, 1 => $file(3), 2 => Input::text('ada@example.org')]),
            'What no place takes belongs on no picture.',
        );
    }

    public function testTheCartLineHasThemWhereThereAreViews(): void
    {
        $appraised = static fn(array $keys): array => (new AppraisalText(($setup = Documents::setup($keys))))->toArray(
            (new Appraiser(Documents::reach($keys)))->appraise(GivenState::of($setup, new State([]), 1)),
        );
        $line = $appraised(['options' => []])['line'];
        self::assertIsArray($line);
        self::assertArrayNotHasKey('previews', $line);
        $line = $appraised(['views' => [['code' => 'front']]])['line'];
        self::assertIsArray($line);
        self::assertSame([], $line['previews']);
    }

    private static function document(): Setup
    {
        $box = ['box' => ['x' => '0', 'y' => '0', 'width' => '10', 'height' => '10']];

        return Documents::setup([
            'options' => [
                ['code' => 'motto', 'label' => 'M', 'kind' => 'text'],
                ['code' => 'art', 'label' => 'A', 'kind' => 'file'],
                ['code' => 'mail', 'label' => 'E', 'kind' => 'text'],
            ],
            'views' => [
                ['code' => 'front', 'places' => [['code' => 'belly', 'takes' => ['art', 'motto'], 'most' => 1] + $box]],
                [
                    'code' => 'back',
                    'places' => [
                        ['code' => 'shut', 'takes' => ['art'], 'most' => 0] + $box,
                        ['code' => 'rim', 'takes' => ['art'], 'most' => 2] + $box,
                    ],
                ],
            ],
        ]);
    }
}
