<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;
use Ithrel\Core\Document\JsonText;
use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Reading;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Setup\Reading\ChargeReader;
use Ithrel\Core\Setup\Reading\ChargeReading;
use Ithrel\Core\Setup\Reading\ConditionReader;
use Ithrel\Core\Setup\Reading\OptionReader;
use Ithrel\Core\Work\Budget;

/**
 * Reads a setup document (version 1) and collects every problem with its place.
 */
final readonly class Reader
{
    public function __construct(private Structure $structure) {}

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
        $reading = new Reading($today);
        $setup = $this->setup(new Place($document, ''), $reading);
        if ([] !== $reading->problems) {
            throw new UnreadableDocument($reading->problems);
        }

        return $setup ?? throw UnreadableDocument::at('/currency', 'The currency is not known.');
    }

    /**
     * @phpstan-impure it notes problems as it reads
     */
    private function setup(Place $d, Reading $reading): ?Setup
    {
        $currency = Currency::find($d->text('currency'));
        if (null === $currency) {
            $reading->problem(
                $d->at('currency'),
                sprintf('"%s" is not a currency code of ISO 4217.', $d->text('currency')),
            );
        }
        $levels = self::levels($d, $reading);
        $charge = new ChargeReader(new ChargeReading($reading, $levels));
        $condition = new ConditionReader($reading);
        $option = new OptionReader($reading, $charge, $condition);
        $item = $d->object('item');
        $data = [];
        foreach ($item->objects('data') as $entry) {
            $data[] = new DataEntry(
                $entry->text('code'),
                $entry->text('label', $entry->text('code')),
                $entry->text('value'),
                Stage::read($entry),
                $this->meant($entry),
            );
        }
        $quantity = $d->object('quantity');
        $rule = new QuantityRule($quantity->whole('min') ?? 1, $quantity->whole('max'), $quantity->whole('step') ?? 1);
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
        $reading->unique($d->objects('parts'), 'sku', 'part');
        $options = [];
        foreach ($d->objects('options') as $index => $place) {
            Budget::ask();
            $options[] = $option->read($index, $place);
        }
        $reading->unique($d->objects('options'), 'code', 'option');
        $charges = [];
        foreach ($d->places('charges') as $place) {
            $id = $place instanceof Place ? $place->optional('id') : null;
            $charges[] = new SetupCharge(
                $d->at('charges') . '/' . count($charges),
                $id,
                $place instanceof Place ? $place->text('label', $id ?? '') : '',
                $charge->read($place, $d->at('charges') . '/' . count($charges)),
                $place instanceof Place && $place->has('when') ? $condition->read($place->object('when')) : null,
            );
        }
        $reading->unique(
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
                $guard->has('never') ? $condition->read($guard->object('never')) : null,
                $guard->has('always') ? $condition->read($guard->object('always')) : null,
                $guard->text('because'),
            );
        }
        $reading->unique($d->objects('guards'), 'id', 'guard');
        $places = $d->objects('views');
        $reading->unique($places, 'code', 'view');
        foreach ($places as $view) {
            $reading->unique($view->objects('places'), 'code', 'place');
        }
        $reader = new ViewReader();
        $views = $reader->read($places);
        foreach ($reader->problems as $problem) {
            $reading->problem($problem->at, $problem->message);
        }
        $scope = $d->object('appliesTo');
        if (null === $currency) {
            return null;
        }

        return new Setup(
            name: $d->text('name'),
            currency: $currency,
            item: new Item(
                sku: $item->text('sku'),
                name: $item->text('name'),
                price: $item->decimal('price') ?? BigDecimal::zero(),
                salePrice: $item->decimal('salePrice'),
                weight: $item->decimal('weight'),
                points: $item->decimal('points'),
                stock: $item->decimal('stock'),
                backorder: $item->flag('backorder'),
                image: $item->optional('image'),
                data: $data,
                cost: $item->decimal('cost'),
                size: $this->size($item),
            ),
            quantity: $rule,
            parts: $parts,
            options: $options,
            variants: $d->has('variants') ? $this->variants($d->object('variants')) : null,
            charges: $charges,
            guards: $guards,
            rounding: $this->rounding($d->object('rounding')),
            appliesTo: $d->has('appliesTo')
                ? new Scope(
                    $scope->texts('skus'),
                    $scope->texts('categories'),
                    $scope->texts('tags'),
                    $scope->flag('all'),
                    $scope->texts('except'),
                )
                : null,
            today: $reading->today,
            levels: $levels,
            views: $views,
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
            Budget::ask();
            $rows[] = new Row(
                index: $index,
                at: $row->at,
                pick: $row->object('pick')->picks(),
                sku: $row->optional('sku'),
                price: $row->decimal('price'),
                salePrice: $row->decimal('salePrice'),
                stock: $row->decimal('stock'),
                weight: $row->decimal('weight'),
                image: $row->optional('image'),
                cost: $row->decimal('cost'),
                size: $this->size($row),
            );
        }

        return new Variants($variants->texts('by'), $rows);
    }

    private static function levels(Place $d, Reading $reading): Levels
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
        $reading->unique($d->objects('levels'), 'code', 'price level');

        return Levels::of($given, $reading->problem(...));
    }
}
