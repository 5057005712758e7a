<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

/**
 * A launch without all that was signed.
 */
final readonly class SignedLaunch
{
    public function __construct(
        public string $id,
        public string $person,
        public \DateTimeImmutable $signedAt,
        public string $verdict,
        public int $revision,
        public string $sha256,
    ) {}

    public static function of(Launch $launch): self
    {
        return new self(
            $launch->id(),
            $launch->person(),
            $launch->signedAt(),
            $launch->verdict(),
            $launch->revision(),
            $launch->sha256(),
        );
    }
}
