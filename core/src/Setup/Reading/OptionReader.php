<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Reading;

use Brick\Math\BigDecimal;
use Ithrel\Core\Pattern\HtmlPattern;
use Ithrel\Core\Pattern\PatternError;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Limits\ColourLimits;
use Ithrel\Core\Setup\Limits\DateLimits;
use Ithrel\Core\Setup\Limits\FileLimits;
use Ithrel\Core\Setup\Limits\NumberLimits;
use Ithrel\Core\Setup\Limits\Picks;
use Ithrel\Core\Setup\Limits\TextLimits;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Place;
use Ithrel\Core\Setup\Today;
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
        $length = $o->object('length');
        $picks = $o->object('picks');
        $files = $o->object('files');
        $pixels = $o->object('pixels');

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
            $this->inputDefault($kind, $o),
            $this->reading->stages($o),
            $values,
            Kind::Several === $kind ? new Picks($picks->whole('min') ?? 0, $picks->whole('max')) : null,
            Kind::Text === $kind
                ? new TextLimits(
                    $length->whole('min'),
                    $length->whole('max'),
                    $this->measure($length),
                    $o->object('lines')->whole('max'),
                    $this->allow($o),
                    $this->pattern($o),
                )
                : null,
            Kind::Number === $kind
                ? new NumberLimits(
                    $o->decimal('min'),
                    $o->decimal('max'),
                    $o->decimal('step'),
                    $o->whole('decimals'),
                    $o->optional('unit'),
                )
                : null,
            Kind::Date === $kind ? $this->dateLimits($o) : null,
            Kind::File === $kind
                ? new FileLimits(
                    $o->has('types') ? $o->texts('types') : null,
                    $o->whole('maxBytes'),
                    $files->whole('min'),
                    $files->whole('max'),
                    $pixels->whole('minWidth'),
                    $pixels->whole('minHeight'),
                )
                : null,
            Kind::Colour === $kind
                ? new ColourLimits($o->has('colours') ? array_map(strtolower(...), $o->texts('colours')) : null)
                : null,
            $charge,
            $o->texts('styled'),
        );
    }

    private function pattern(Place $o): ?HtmlPattern
    {
        try {
            return $o->has('pattern') ? HtmlPattern::parse($o->text('pattern')) : null;
        } catch (PatternError $e) {
            $this->reading->problem(
                $o->at('pattern'),
                sprintf('This is not a pattern that HTML takes: %s.', $e->getMessage()),
            );

            return null;
        }
    }

    private function inputDefault(Kind $kind, Place $o): ?string
    {
        if (!$o->has('default') || !$kind->isInput() || Kind::File === $kind) {
            return null;
        }
        if (Kind::Date === $kind) {
            $day = $this->day($o, 'default');

            return null === $day ? null : Today::isoOf($day);
        }

        return match ($kind) {
            Kind::Number => (string) $o->decimal('default'),
            Kind::Colour => strtolower($o->text('default')),
            default => $o->text('default'),
        };
    }

    private function dateLimits(Place $o): DateLimits
    {
        $closed = [];
        foreach ($o->texts('closed') as $i => $date) {
            $day = Today::dayOf($date);
            if (null === $day) {
                $this->reading->problem($o->at('closed') . '/' . $i, 'There is no such day in the calendar.');
            } else {
                $closed[$day] = true;
            }
        }

        return new DateLimits(
            $this->day($o, 'earliest'),
            $this->day($o, 'latest'),
            $o->has('weekdays') ? $o->wholes('weekdays') : null,
            $closed,
        );
    }

    private function day(Place $o, string $key): ?int
    {
        if (!$o->has($key)) {
            return null;
        }
        $day = $this->reading->today->resolve($o->text($key));
        if (null === $day) {
            $this->reading->problem($o->at($key), 'There is no such day in the calendar.');
        }

        return $day;
    }

    /**
     * @return 'utf16'|'codepoints'|'graphemes'|'bytes'
     */
    private function measure(Place $length): string
    {
        $measure = $length->text('measure', 'utf16');

        return 'codepoints' === $measure || 'graphemes' === $measure || 'bytes' === $measure ? $measure : 'utf16';
    }

    /**
     * @return 'any'|'no-emoji'|'letters'|'digits'|'letters-digits'|'basic-latin'
     */
    private function allow(Place $o): string
    {
        $allow = $o->text('allow', 'any');

        return in_array($allow, ['no-emoji', 'letters', 'digits', 'letters-digits', 'basic-latin'], true)
            ? $allow
            : 'any';
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
