<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

/**
 * One place at which two documents mean something else.
 */
final readonly class DocumentChange
{
    /**
     * @param string $at JSON Pointer
     * @param 'old'|'new' $side the document that it points into: the old one where something is gone
     * @param mixed $old what stood there, as it is meant; null where nothing did
     */
    public function __construct(
        public string $at,
        public string $side,
        public mixed $old,
        public mixed $new,
        public string $message,
    ) {}

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return [
            'at' => $this->at,
            'side' => $this->side,
            'old' => $this->old,
            'new' => $this->new,
            'message' => $this->message,
        ];
    }
}
