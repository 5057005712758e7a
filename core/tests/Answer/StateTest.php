<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Answer;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Limit\GivenFile;
use Ithrel\Core\Limit\Input;
use PHPUnit\Framework\TestCase;

final class StateTest extends TestCase
{
    public function testNoTextLooksLikeAnotherAnswer(): void
    {
        $one = new State([0 => Input::text('a";1=1"b'), 2 => Input::text('c')]);
        $two = new State([0 => Input::text('a'), 1 => Input::text('b";2=1"c')]);
        $three = new State([0 => Input::text('a'), 1 => Input::text('b'), 2 => Input::text('c')]);
        self::assertCount(3, array_unique([$one->key(), $two->key(), $three->key()]));
    }

    public function testTwoFilesAreNotOneWithBothNames(): void
    {
        $two = new State([0 => Input::files([new GivenFile('a.png'), new GivenFile('b.png')])]);
        $one = new State([0 => Input::files([new GivenFile('a.png; b.png')])]);
        self::assertNotSame($two->key(), $one->key());
        self::assertSame(
            $two->key(),
            (new State([0 => Input::files([new GivenFile('a.png', 'image/png'), new GivenFile('b.png')])]))->key(),
        );
    }
}
