<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Reading;

use Brick\Math\BigDecimal;
use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Reading;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Picks;
use Ithrel\Core\Setup\Stage;
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
        $type = $kind->type();

        return new Option(
            index: $index,
            at: $o->at,
            code: $o->text('code'),
            label: $o->text('label', $o->text('code')),
            kind: $kind,
            required: $o->flag('required'),
            shownWhen: $o->has('shownWhen') ? $this->conditions->read($o->object('shownWhen')) : null,
            help: $o->text('help'),
            controls: '' === $o->text('control') ? $o->texts('control') : [$o->text('control')],
            default: null === $type ? null : $type::default($o, $this->reading),
            stages: Stage::read($o),
            values: $values,
            picks: Kind::Several === $kind ? new Picks($picks->whole('min') ?? 0, $picks->whole('max')) : null,
            type: null === $type ? null : $type::read($o, $this->reading),
            charge: $charge,
            styled: $o->texts('styled'),
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
            index: $index,
            at: $v->at,
            code: $code,
            label: $flagLabel ?? $v->text('label', $code),
            charge: $v->has('charge') ? $this->charges->read($v->place('charge'), $v->at('charge')) : null,
            weight: $v->decimal('weight'),
            points: $v->decimal('points'),
            sku: $v->optional('sku'),
            stock: $v->decimal('stock'),
            default: $flagDefault || $v->flag('default'),
            hidden: $v->flag('hidden'),
            allowedWhen: $v->has('allowedWhen') ? $this->conditions->read($v->object('allowedWhen')) : null,
            image: $v->optional('image'),
            figures: $figures,
            item: $v->optional('item'),
            free: $v->flag('free'),
            own: 'own' === $v->text('line', 'inside'),
            cost: $v->decimal('cost'),
            swatch: $v->optional('swatch'),
        );
    }
}
