<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach\Reason;

/**
 * One place of the document that has its share in a reason.
 */
final readonly class Cause
{
    /**
     * @param string $at JSON Pointer
     * @param int|null $option position of the option it concerns
     * @param int|null $value position of the value it concerns
     * @param int|null $row position of the variant row it concerns
     */
    public function __construct(
        public CauseKind $kind,
        public string $at,
        public ?int $option = null,
        public ?int $value = null,
        public ?int $row = null,
    ) {}

    /** Equal causes have equal keys. */
    public function key(): string
    {
        return $this->kind->value . ' ' . $this->at;
    }
}
