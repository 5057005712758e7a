<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Reading;

use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Reading;
use Ithrel\Core\Setup\Condition\All;
use Ithrel\Core\Setup\Condition\Any;
use Ithrel\Core\Setup\Condition\CompareTest;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Condition\FilledTest;
use Ithrel\Core\Setup\Condition\IsTest;
use Ithrel\Core\Setup\Condition\Not;
use Ithrel\Core\Setup\Condition\PicksTest;
use Ithrel\Core\Setup\Condition\QuantityTest;

/**
 * Reads conditions.
 */
final readonly class ConditionReader
{
    /** Each kind of test that there is, in the order in which a sentence is tried for them. */
    public const TESTS = [FilledTest::class, PicksTest::class, QuantityTest::class, IsTest::class, CompareTest::class];

    public function __construct(private Reading $reading) {}

    public function read(Place $c): Condition
    {
        if ($c->has('all')) {
            return new All($c->at, array_map($this->read(...), $c->objects('all')));
        }
        if ($c->has('any')) {
            return new Any($c->at, array_map($this->read(...), $c->objects('any')));
        }
        if ($c->has('not')) {
            return new Not($c->at, $this->read($c->object('not')));
        }
        foreach (self::TESTS as $test) {
            if ($test::isAt($c)) {
                return $test::read($c, $this->reading);
            }
        }

        throw new \LogicException('The schema lets a condition through that no test reads, at ' . $c->at);
    }
}
