<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Reading;

use Brick\Math\BigDecimal;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Limits\Picks;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Place;
use Ithrel\Core\Setup\Value;

/**
 * Reads options with their values and limits.
 */
final readonly class OptionReader
{
    public function __construct(
        private Reading $reading,
        private ChargeReader $charges,
        private ConditionReader $conditions,
    ) {}

    public function read(int $index, Place $o): Option
    {
        $kind = Kind::from($o->text('kind'));
        $values = [];
        $places = $o->objects('values');
        foreach ($places as $i => $value) {
            $values[] = $this->value($i, $value);
        }
        $this->reading->unique($places, 'code', 'value');
        if (Kind::Flag === $kind) {
            $values = [$this->value(0, $o->object('yes'), $o->text('label', $o->text('code')), $o->flag('default'))];
        }
        $charge = null;
        if ($o->has('charge')) {
            $charge = $this->charges->read($o->place('charge'), $o->at('charge'));
        }
        $picks = $o->object('picks');
        $limits = $kind->limits();

        return new Option(
            $index,
            $o->at,
            $o->text('code'),
            $o->text('label', $o->text('code')),
            $kind,
            $o->flag('required'),
            $o->has('shownWhen') ? $this->conditions->read($o->object('shownWhen')) : null,
            $o->text('help'),
            '' === $o->text('control') ? $o->texts('control') : [$o->text('control')],
            null === $limits ? null : $limits::default($o, $this->reading),
            $this->reading->stages($o),
            $values,
            Kind::Several === $kind ? new Picks($picks->whole('min') ?? 0, $picks->whole('max')) : null,
            null === $limits ? null : $limits::read($o, $this->reading),
            $charge,
            $o->texts('styled'),
        );
    }

    private function value(int $index, Place $v, ?string $flagLabel = null, bool $flagDefault = false): Value
    {
        $figures = [];
        $given = $v->has('figures') ? $v->object('figures') : null;
        foreach ($given?->keys() ?? [] as $name) {
            $figures[$name] = $given?->decimal($name) ?? BigDecimal::zero();
        }
        $code = null === $flagLabel ? $v->text('code') : 'yes';

        return new Value(
            $index,
            $v->at,
            $code,
            $flagLabel ?? $v->text('label', $code),
            $v->has('charge') ? $this->charges->read($v->place('charge'), $v->at('charge')) : null,
            $v->decimal('weight'),
            $v->decimal('points'),
            $v->optional('sku'),
            $v->decimal('stock'),
            $flagDefault || $v->flag('default'),
            $v->flag('hidden'),
            $v->has('allowedWhen') ? $this->conditions->read($v->object('allowedWhen')) : null,
            $v->optional('image'),
            $figures,
            $v->optional('item'),
            $v->flag('free'),
            'own' === $v->text('line', 'inside'),
            $v->decimal('cost'),
            $v->optional('swatch'),
        );
    }
}
