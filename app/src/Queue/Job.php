<?php

declare(strict_types=1);

namespace Ithrel\App\Queue;

/**
 * A piece of work that waits in a queue. It is idempotent: one that is done twice does no harm.
 */
interface Job
{
    /**
     * @return array<string, mixed> what JSON can carry
     */
    public function toArray(): array;

    /**
     * @param array<array-key, mixed> $data from toArray()
     *
     * @throws \InvalidArgumentException where it is none
     */
    public static function fromArray(array $data): self;
}
