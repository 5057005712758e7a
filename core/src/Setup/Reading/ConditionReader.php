<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Reading;

use Brick\Math\BigDecimal;
use Ithrel\Core\Setup\Condition\All;
use Ithrel\Core\Setup\Condition\Any;
use Ithrel\Core\Setup\Condition\CompareTest;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Condition\FilledTest;
use Ithrel\Core\Setup\Condition\IsTest;
use Ithrel\Core\Setup\Condition\Not;
use Ithrel\Core\Setup\Condition\PicksTest;
use Ithrel\Core\Setup\Condition\QuantityTest;
use Ithrel\Core\Setup\Place;

/**
 * Reads conditions.
 */
final readonly class ConditionReader
{
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
        if ($c->has('quantity')) {
            return new QuantityTest(
                $c->at,
                $c->object('quantity')->whole('atLeast'),
                $c->object('quantity')->whole('atMost'),
            );
        }
        $option = $c->text('option');
        if ($c->has('is')) {
            return new IsTest($c->at, $option, $c->textsOrFlag('is'));
        }
        if ($c->has('picks')) {
            return new PicksTest(
                $c->at,
                $option,
                $c->object('picks')->whole('atLeast'),
                $c->object('picks')->whole('atMost'),
            );
        }
        if ($c->has('filled')) {
            return new FilledTest($c->at, $option, $c->flag('filled'));
        }

        $kinds = [];
        foreach (['atLeast', 'atMost', 'above', 'below'] as $key) {
            if ($c->has($key)) {
                $kinds[] = 1 === preg_match('/^-?\d+(\.\d+)?$/D', $c->text($key)) ? 'number' : 'date';
            }
        }
        if (count(array_unique($kinds)) > 1) {
            $this->reading->problem($c->at, 'One test cannot compare with a number and with a date.');
        }

        return new CompareTest(
            $c->at,
            $option,
            $this->bound($c, 'atLeast'),
            $this->bound($c, 'atMost'),
            $this->bound($c, 'above'),
            $this->bound($c, 'below'),
            in_array('date', $kinds, true),
        );
    }

    private function bound(Place $c, string $key): ?BigDecimal
    {
        if (!$c->has($key)) {
            return null;
        }
        $text = $c->text($key);
        if (1 === preg_match('/^-?\d+(\.\d+)?$/D', $text)) {
            return BigDecimal::of($text);
        }
        $day = $this->reading->today->resolve($text);
        if (null === $day) {
            $this->reading->problem($c->at($key), 'There is no such day in the calendar.');
        }

        return BigDecimal::of($day ?? 0);
    }
}
