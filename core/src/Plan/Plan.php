<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

/**
 * The checks of a setup, with what they cover.
 */
final readonly class Plan
{
    /**
     * @param list<Check> $checks
     * @param int $pairs pairs of values that can meet
     * @param int $lowerBound no fewer combinations can cover them
     * @param int $combinations combinations that cover them here
     * @param list<string> $leftOut what was more than could be worked out, in words; empty: the plan is whole
     */
    public function __construct(
        public array $checks,
        public int $pairs,
        public int $lowerBound,
        public int $combinations,
        public array $leftOut = [],
    ) {}

    /** Whether no check buys anything: all of them could agree, and nothing would be known of prices and cart lines. */
    public function buysNothing(): bool
    {
        return [] === array_filter($this->checks, static fn(Check $check): bool => $check->accepted);
    }

    /**
     * @return array<string, mixed> without objects, to be kept
     */
    public function toArray(): array
    {
        return [
            'checks' => array_map(static fn(Check $check): array => $check->toArray(), $this->checks),
            'cover' => [$this->pairs, $this->lowerBound, $this->combinations],
            'leftOut' => $this->leftOut,
        ];
    }

    /**
     * @param array<array-key, mixed> $kept from toArray()
     */
    public static function fromArray(array $kept): self
    {
        /** @var array{checks: list<array<string, mixed>>, cover: array{int, int, int}, leftOut: list<string>} $kept */
        return new self(array_map(Check::fromArray(...), $kept['checks']), ...[...$kept['cover'], $kept['leftOut']]);
    }
}
