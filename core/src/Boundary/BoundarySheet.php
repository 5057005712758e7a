<?php

declare(strict_types=1);

namespace Ithrel\Core\Boundary;

/**
 * What to give at every edge of an option, and when an answer is required.
 */
final readonly class BoundarySheet
{
    /**
     * @param string|null $option code; null for the quantity
     * @param string $kind of the option, or "quantity"
     * @param list<BoundaryRow> $rows
     * @param list<string> $left edges for which nothing could be given, and why
     */
    public function __construct(
        public ?string $option,
        public string $at,
        public string $label,
        public string $kind,
        public Requirement $requirement,
        public array $rows,
        public array $left,
    ) {}

    /** By which a row is known again: the option, the answer, and what must happen to it. */
    public function known(BoundaryRow $row): string
    {
        return substr(
            hash('sha256', json_encode([$this->option, $row->answer, $row->expected], JSON_THROW_ON_ERROR)),
            0,
            12,
        );
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return ['option' => $this->option, 'at' => $this->at, 'label' => $this->label, 'kind' => $this->kind] +
            $this->requirement->toArray() + [
                'rows' => array_map(static fn(BoundaryRow $row): array => $row->toArray(), $this->rows),
                'left' => $this->left,
            ];
    }
}
