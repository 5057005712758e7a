<?php

declare(strict_types=1);

namespace Ithrel\Core\Boundary;

/**
 * Two numbers for one measure, of which the shopper chooses the unit: each edge of the one, and what the other makes of
 * the same size.
 */
final readonly class UnitPair
{
    /**
     * @param string $by option in which the unit is chosen
     * @param list<array{
     *     option: string,
     *     answer: string,
     *     about: string,
     *     expected: string,
     *     other: string,
     *     same: string,
     *     otherwise: string,
     * }> $rows "otherwise" is what the other unit makes of it; "same" is the size there, to as many decimals as it
     *     takes
     */
    public function __construct(public string $by, public string $first, public string $second, public array $rows) {}

    /**
     * @return list<array{
     *     option: string,
     *     answer: string,
     *     about: string,
     *     expected: string,
     *     other: string,
     *     same: string,
     *     otherwise: string,
     * }>  sizes that one unit takes and the other refuses
     */
    public function differing(): array
    {
        return array_values(
            array_filter($this->rows, static fn(array $row): bool => $row['expected'] !== $row['otherwise']),
        );
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return ['by' => $this->by, 'options' => [$this->first, $this->second], 'rows' => $this->rows];
    }
}
