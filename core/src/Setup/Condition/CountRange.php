<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

use Ithrel\Core\Setup\Place;

/**
 * From so many to so many; null: without that bound.
 */
final readonly class CountRange
{
    public function __construct(public ?int $atLeast, public ?int $atMost) {}

    public static function read(Place $bounds): self
    {
        return new self($bounds->whole('atLeast'), $bounds->whole('atMost'));
    }

    public function has(int $count): bool
    {
        return $count >= ($this->atLeast ?? 0) && (null === $this->atMost || $count <= $this->atMost);
    }

    /**
     * @return list<int> the bounds that there are
     */
    public function marks(): array
    {
        return array_values(array_filter([$this->atLeast, $this->atMost], is_int(...)));
    }

    public function words(): string
    {
        return match (true) {
            null === $this->atMost => 'at least ' . ($this->atLeast ?? 0),
            null === $this->atLeast => 'at most ' . $this->atMost,
            $this->atLeast === $this->atMost => 'exactly ' . $this->atMost,
            default => $this->atLeast . ' to ' . $this->atMost,
        };
    }
}
