<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

/**
 * One thing that a shop did otherwise than the setup says.
 */
final readonly class Difference
{
    /**
     * @param string $field clicks, offered, accepted, field, unit price, total, sku, weight, points, image,
     *                      entries, own lines, lines
     * @param string $stage page, cart, checkout or order
     * @param list<string> $places JSON Pointers that it can come from, the most likely first; "/checkout" where it lies
     *                             in the shop alone
     */
    public function __construct(
        public string $field,
        public string $stage,
        public string $expected,
        public string $found,
        public array $places,
    ) {}

    /**
     * @return array{field: string, stage: string, expected: string, found: string, places: list<string>} for keeping
     */
    public function toArray(): array
    {
        return [
            'field' => $this->field,
            'stage' => $this->stage,
            'expected' => $this->expected,
            'found' => $this->found,
            'places' => $this->places,
        ];
    }

    /**
     * @param array<string, mixed> $kept from toArray()
     */
    public static function fromArray(array $kept): self
    {
        /** @var array{field: string, stage: string, expected: string, found: string, places: list<string>} $kept */
        return new self(...$kept);
    }
}
