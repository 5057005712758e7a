<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;
use Ithrel\Core\Formula\Formula;
use Ithrel\Core\Formula\FormulaError;
use Ithrel\Core\Pattern\HtmlPattern;
use Ithrel\Core\Pattern\PatternError;
use Ithrel\Core\Setup\Charge\Charge;
use Ithrel\Core\Setup\Charge\CountedCharge;
use Ithrel\Core\Setup\Charge\FixedCharge;
use Ithrel\Core\Setup\Charge\FormulaCharge;
use Ithrel\Core\Setup\Charge\PercentCharge;
use Ithrel\Core\Setup\Charge\ReplaceCharge;
use Ithrel\Core\Setup\Charge\TierCharge;
use Ithrel\Core\Setup\Condition\All;
use Ithrel\Core\Setup\Condition\Any;
use Ithrel\Core\Setup\Condition\CompareTest;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Condition\FilledTest;
use Ithrel\Core\Setup\Condition\IsTest;
use Ithrel\Core\Setup\Condition\Not;
use Ithrel\Core\Setup\Condition\PicksTest;
use Ithrel\Core\Setup\Condition\QuantityTest;
use Ithrel\Core\Setup\Limits\ColourLimits;
use Ithrel\Core\Setup\Limits\DateLimits;
use Ithrel\Core\Setup\Limits\FileLimits;
use Ithrel\Core\Setup\Limits\NumberLimits;
use Ithrel\Core\Setup\Limits\Picks;
use Ithrel\Core\Setup\Limits\TextLimits;

/**
 * Reads a setup document (version 1) and collects every problem with its place.
 */
final class Reader
{
    /** @var list<Problem> */
    private array $problems = [];

    private Today $today;

    private Levels $levels;

    public function __construct(private readonly Structure $structure)
    {
        $this->today = Today::of('1970-01-01');
        $this->levels = new Levels([]);
    }

    public static function shipped(): self
    {
        return new self(Structure::shipped());
    }

    /**
     * @param bool $isSound whether the structure was found sound before, under the same schema
     *
     * @throws UnreadableDocument with all problems found
     */
    public function read(string $json, Today $today, bool $isSound = false): Setup
    {
        $document = JsonText::decode($json);
        if (!($document instanceof \stdClass)) {
            throw UnreadableDocument::at('', 'A JSON object was expected.');
        }
        $problems = $isSound ? [] : $this->structure->problems($document);
        if ([] !== $problems) {
            throw new UnreadableDocument($problems);
        }

        return $this->readSound($document, $today);
    }

    /**
     * @param \stdClass $document decoded, its structure known to be sound
     *
     * @throws UnreadableDocument with all problems found
     */
    public function readSound(\stdClass $document, Today $today): Setup
    {
        $this->problems = [];
        $this->today = $today;
        $setup = $this->setup(new Place($document, ''));
        $problems = $this->problems;
        if ([] !== $problems) {
            throw new UnreadableDocument($problems);
        }

        return $setup ?? throw UnreadableDocument::at('/currency', 'The currency is not known.');
    }

    /**
     * @phpstan-impure it notes problems as it reads
     */
    private function setup(Place $d): ?Setup
    {
        $currency = Currency::find($d->text('currency'));
        if (null === $currency) {
            $this->problem(
                $d->at('currency'),
                sprintf('"%s" is not a currency code of ISO 4217.', $d->text('currency')),
            );
        }
        $item = $d->object('item');
        $data = [];
        foreach ($item->objects('data') as $entry) {
            $data[] = new DataEntry(
                $entry->text('code'),
                $entry->text('label', $entry->text('code')),
                $entry->text('value'),
                $this->stages($entry),
                $this->meant($entry),
            );
        }
        $quantity = $d->object('quantity');
        $rule = new QuantityRule($quantity->whole('min') ?? 1, $quantity->whole('max'), $quantity->whole('step') ?? 1);
        $this->levels = $this->levels($d);
        $parts = [];
        foreach ($d->objects('parts') as $part) {
            $parts[] = new Part(
                $part->text('sku'),
                $part->text('name', $part->text('sku')),
                $part->decimal('price') ?? BigDecimal::zero(),
                $part->decimal('weight'),
                $part->decimal('points'),
                $part->decimal('stock'),
                $part->decimal('cost'),
            );
        }
        $this->unique($d->objects('parts'), 'sku', 'part');
        $options = [];
        foreach ($d->objects('options') as $index => $option) {
            $options[] = $this->option($index, $option);
        }
        $this->unique($d->objects('options'), 'code', 'option');
        $charges = [];
        foreach ($d->places('charges') as $place) {
            $id = $place instanceof Place ? $place->optional('id') : null;
            $charges[] = new SetupCharge(
                $d->at('charges') . '/' . count($charges),
                $id,
                $place instanceof Place ? $place->text('label', $id ?? '') : '',
                $this->charge($place, $d->at('charges') . '/' . count($charges)),
                $place instanceof Place && $place->has('when') ? $this->condition($place->object('when')) : null,
            );
        }
        $this->unique(
            array_values(array_filter($d->places('charges'), static fn(mixed $p): bool => $p instanceof Place)),
            'id',
            'charge',
        );
        $guards = [];
        foreach ($d->objects('guards') as $index => $guard) {
            $guards[] = new Guard(
                $index,
                $guard->at,
                $guard->text('id', 'guard-' . ($index + 1)),
                $guard->has('never') ? $this->condition($guard->object('never')) : null,
                $guard->has('always') ? $this->condition($guard->object('always')) : null,
                $guard->text('because'),
            );
        }
        $this->unique($d->objects('guards'), 'id', 'guard');
        $places = $d->objects('views');
        $this->unique($places, 'code', 'view');
        foreach ($places as $view) {
            $this->unique($view->objects('places'), 'code', 'place');
        }
        $reader = new ViewReader();
        $views = $reader->read($places);
        foreach ($reader->problems as $problem) {
            $this->problem($problem->at, $problem->message);
        }
        $scope = $d->object('appliesTo');
        if (null === $currency) {
            return null;
        }

        return new Setup(
            $d->text('name'),
            $currency,
            new Item(
                $item->text('sku'),
                $item->text('name'),
                $item->decimal('price') ?? BigDecimal::zero(),
                $item->decimal('salePrice'),
                $item->decimal('weight'),
                $item->decimal('points'),
                $item->decimal('stock'),
                $item->flag('backorder'),
                $item->optional('image'),
                $data,
                $item->decimal('cost'),
                $this->size($item),
            ),
            $rule,
            $parts,
            $options,
            $d->has('variants') ? $this->variants($d->object('variants')) : null,
            $charges,
            $guards,
            $this->rounding($d->object('rounding')),
            $d->has('appliesTo')
                ? new Scope(
                    $scope->texts('skus'),
                    $scope->texts('categories'),
                    $scope->texts('tags'),
                    $scope->flag('all'),
                    $scope->texts('except'),
                )
                : null,
            $this->today,
            $this->levels,
            $views,
        );
    }

    private function size(Place $of): ?PackageSize
    {
        if (!$of->has('size')) {
            return null;
        }
        $size = $of->object('size');
        $zero = BigDecimal::zero();

        return new PackageSize(
            $size->decimal('length') ?? $zero,
            $size->decimal('width') ?? $zero,
            $size->decimal('height') ?? $zero,
            $size->text('unit'),
        );
    }

    /**
     * @return 'order'|'shopper'|null
     */
    private function meant(Place $entry): ?string
    {
        return match ($entry->text('meant')) {
            'order' => 'order',
            'shopper' => 'shopper',
            default => null,
        };
    }

    private function rounding(Place $rounding): Rounding
    {
        $at = $rounding->text('at', 'unit');

        return new Rounding(
            match ($rounding->text('mode', 'half-up')) {
                'half-even' => RoundingMode::HalfEven,
                'half-down' => RoundingMode::HalfDown,
                'up' => RoundingMode::Up,
                'down' => RoundingMode::Down,
                default => RoundingMode::HalfUp,
            },
            'effect' === $at || 'line' === $at ? $at : 'unit',
        );
    }

    private function variants(Place $variants): Variants
    {
        $rows = [];
        foreach ($variants->objects('rows') as $index => $row) {
            $rows[] = new Row(
                $index,
                $row->at,
                $row->object('pick')->picks(),
                $row->optional('sku'),
                $row->decimal('price'),
                $row->decimal('salePrice'),
                $row->decimal('stock'),
                $row->decimal('weight'),
                $row->optional('image'),
                $row->decimal('cost'),
                $this->size($row),
            );
        }

        return new Variants($variants->texts('by'), $rows);
    }

    private function option(int $index, Place $o): Option
    {
        $kind = Kind::from($o->text('kind'));
        $values = [];
        $places = $o->objects('values');
        foreach ($places as $i => $value) {
            $values[] = $this->value($i, $value);
        }
        $this->unique($places, 'code', 'value');
        if (Kind::Flag === $kind) {
            $values = [$this->value(0, $o->object('yes'), $o->text('label', $o->text('code')), $o->flag('default'))];
        }
        $charge = null;
        if ($o->has('charge')) {
            $charge = $this->charge($o->place('charge'), $o->at('charge'));
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
            $o->has('shownWhen') ? $this->condition($o->object('shownWhen')) : null,
            $o->text('help'),
            '' === $o->text('control') ? $o->texts('control') : [$o->text('control')],
            $this->inputDefault($kind, $o),
            $this->stages($o),
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
            $this->problem($o->at('pattern'), sprintf('This is not a pattern that HTML takes: %s.', $e->getMessage()));

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
                $this->problem($o->at('closed') . '/' . $i, 'There is no such day in the calendar.');
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
        $day = $this->today->resolve($o->text($key));
        if (null === $day) {
            $this->problem($o->at($key), 'There is no such day in the calendar.');
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
            $v->has('charge') ? $this->charge($v->place('charge'), $v->at('charge')) : null,
            $v->decimal('weight'),
            $v->decimal('points'),
            $v->optional('sku'),
            $v->decimal('stock'),
            $flagDefault || $v->flag('default'),
            $v->flag('hidden'),
            $v->has('allowedWhen') ? $this->condition($v->object('allowedWhen')) : null,
            $v->optional('image'),
            $figures,
            $v->optional('item'),
            $v->flag('free'),
            'own' === $v->text('line', 'inside'),
            $v->decimal('cost'),
            $v->optional('swatch'),
        );
    }

    private function charge(Place|string|int $charge, string $at): Charge
    {
        if (!($charge instanceof Place)) {
            return new FixedCharge($at, false, BigDecimal::of($charge));
        }
        $perLine = 'line' === $charge->text('per', 'unit');
        $zero = BigDecimal::zero();
        $amount = $this->level($charge, 'amount') ?? ($charge->decimal('amount') ?? $zero);
        switch ($charge->text('how')) {
            case 'percent':
                return new PercentCharge(
                    $at,
                    $perLine,
                    $charge->decimal('rate') ?? $zero,
                    'running' === $charge->text('of', 'base'),
                    $this->level($charge, 'of'),
                );
            case 'per-character':
                return new CountedCharge(
                    $at,
                    $perLine,
                    'per-character',
                    $amount,
                    $charge->whole('free') ?? 0,
                    $charge->flag('skipSpaces'),
                );
            case 'per-file':
                return new CountedCharge($at, $perLine, 'per-file', $amount, $charge->whole('free') ?? 0, false);
            case 'per-pick':
                return new CountedCharge($at, $perLine, 'per-pick', $amount, $charge->whole('free') ?? 0, false);
            case 'tiers':
                return new TierCharge($at, $this->tiers($charge));
            case 'replace':
                return new ReplaceCharge($at, false, $amount);
            case 'formula':
                try {
                    return new FormulaCharge(
                        $at,
                        $perLine,
                        Formula::parse($charge->text('expr')),
                        $charge->decimal('min'),
                        $charge->decimal('max'),
                    );
                } catch (FormulaError $e) {
                    $this->problem($at . '/expr', $e->getMessage());
                }
        }

        return new FixedCharge($at, $perLine, $amount);
    }

    /**
     * @return array<int, FixedCharge|PercentCharge>
     */
    private function tiers(Place $charge): array
    {
        $steps = [];
        $last = 0;
        foreach ($charge->objects('steps') as $step) {
            $from = $step->whole('from') ?? 1;
            if ($from <= $last) {
                $this->problem($step->at('from'), sprintf('Steps rise: this one has to be above %d.', $last));
            }
            $last = max($last, $from);
            $rate = $step->decimal('rate');
            $amount = $this->level($step, 'amount') ?? ($step->decimal('amount') ?? BigDecimal::zero());
            $steps[$from] =
                null === $rate
                    ? new FixedCharge($charge->at, false, $amount)
                    : new PercentCharge($charge->at, false, $rate, false);
        }
        ksort($steps);

        return $steps;
    }

    /** The amount of a price level that is named in the place of an amount, or of a basis; null where none is. */
    private function level(Place $charge, string $key): ?BigDecimal
    {
        $text = $charge->text($key);
        if (!str_starts_with($text, 'level:')) {
            return null;
        }
        $level = $this->levels->amount(substr($text, 6));
        if (null === $level) {
            $this->problem($charge->at($key), sprintf('There is no price level "%s".', substr($text, 6)));
        }

        return $level ?? BigDecimal::zero();
    }

    private function levels(Place $d): Levels
    {
        $given = [];
        foreach ($d->objects('levels') as $level) {
            $given[$level->text('code')] ??= [
                $level->decimal('amount'),
                $level->decimal('percent'),
                $level->optional('of'),
                $level->at,
            ];
        }
        $this->unique($d->objects('levels'), 'code', 'price level');

        return Levels::of($given, $this->problem(...));
    }

    private function condition(Place $c): Condition
    {
        if ($c->has('all')) {
            return new All($c->at, array_map($this->condition(...), $c->objects('all')));
        }
        if ($c->has('any')) {
            return new Any($c->at, array_map($this->condition(...), $c->objects('any')));
        }
        if ($c->has('not')) {
            return new Not($c->at, $this->condition($c->object('not')));
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
            $this->problem($c->at, 'One test cannot compare with a number and with a date.');
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
        $day = $this->today->resolve($text);
        if (null === $day) {
            $this->problem($c->at($key), 'There is no such day in the calendar.');
        }

        return BigDecimal::of($day ?? 0);
    }

    /**
     * @return list<Stage>
     */
    private function stages(Place $p): array
    {
        return $p->has('stages')
            ? array_values(
                array_filter(
                    Stage::cases(),
                    static fn(Stage $s): bool => in_array($s->value, $p->texts('stages'), true),
                ),
            )
            : Stage::cases();
    }

    /**
     * @param list<Place> $places
     */
    private function unique(array $places, string $key, string $what): void
    {
        $seen = [];
        foreach ($places as $place) {
            $code = $place->optional($key);
            if (null === $code) {
                continue;
            }
            if (isset($seen['k' . $code])) {
                $this->problem(
                    $place->at($key),
                    sprintf('The %s "%s" stands here a second time; first at %s.', $what, $code, $seen['k' . $code]),
                );
            }
            $seen['k' . $code] ??= $place->at;
        }
    }

    private function problem(string $at, string $message): void
    {
        $this->problems[] = new Problem($at, $message);
    }
}
