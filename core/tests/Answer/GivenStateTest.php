<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Answer;

use Ithrel\Core\Answer\AnswerProblem;
use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class GivenStateTest extends TestCase
{
    /**
     * @param mixed $given as JSON has it
     */
    #[TestWith([3, 3, 0])]
    #[TestWith(['4', 4, 0])]
    #[TestWith([null, 2, 0])]
    #[TestWith([0, 2, 1])]
    #[TestWith([-3, 2, 1])]
    #[TestWith(['many', 2, 1])]
    #[TestWith([1, 1, 1])]
    public function testAQuantityThatIsNoneIsToldAndTheLeastStandsForIt(mixed $given, int $read, int $problems): void
    {
        $setup = Documents::setup(['quantity' => ['min' => 2], 'options' => []]);
        $state = GivenState::read($setup, (object) (null === $given ? [] : ['quantity' => $given]));
        self::assertSame($read, $state->quantity);
        self::assertCount(
            $problems,
            $state->problems,
            implode(' ', array_map(static fn(AnswerProblem $p): string => $p->message, $state->problems)),
        );
    }
}
