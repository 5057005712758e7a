<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Reading;
use Ithrel\Core\Setup\Option;

/**
 * The quantity of the cart line; only in the charges of the setup.
 */
final readonly class QuantityTest extends Test
{
    public function __construct(string $at, public CountRange $pieces)
    {
        parent::__construct($at);
    }

    public static function isAt(Place $place): bool
    {
        return $place->has('quantity');
    }

    public static function read(Place $place, Reading $reading): self
    {
        return new self($place->at, CountRange::read($place->object('quantity')));
    }

    public function option(): ?string
    {
        return null;
    }

    public function holds(?Option $option, Answers $answers, ?int $quantity): bool
    {
        return null !== $quantity && $this->pieces->has($quantity);
    }

    public function fits(Option $option): bool
    {
        return false;
    }

    public function onPicks(Option $option): null
    {
        return null;
    }

    public static function fromWords(?Option $option, SentenceReading $sentence): ?array
    {
        $words = $sentence->words;
        $here = $words->at;
        if (null !== $option) {
            return null;
        }
        if ($words->takes('quantity is')) {
            return ['quantity' => CountRange::fromWords($words)];
        }
        if (CountRange::begins($words)) {
            $pieces = CountRange::fromWords($words);
            if ($words->takes('pieces are bought')) {
                return ['quantity' => $pieces];
            }
            $words->at = $here;
        }

        return null;
    }

    public static function beginnings(Option $option): array
    {
        return [];
    }

    public function words(?Option $option, string $name): string
    {
        return $this->pieces->words() . ' pieces are bought';
    }
}
