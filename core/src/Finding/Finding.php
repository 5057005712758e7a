<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding;

/**
 * One thing that is wrong, odd or worth knowing about a setup.
 */
final readonly class Finding
{
    /**
     * @param string $code permanent
     * @param string $at JSON Pointer of its place
     * @param string $message what the shopper meets, why, and what would mend it
     * @param array<string, mixed> $detail figures and proof; JSON-safe, exact numbers as strings
     */
    public function __construct(
        public string $code,
        public Severity $severity,
        public string $at,
        public string $message,
        public array $detail = [],
    ) {}

    /**
     * @return array{code: string, severity: string, at: string, message: string, detail: object}
     */
    public function toArray(): array
    {
        return [
            'code' => $this->code,
            'severity' => $this->severity->value,
            'at' => $this->at,
            'message' => $this->message,
            'detail' => (object) $this->detail,
        ];
    }
}
