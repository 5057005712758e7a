<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Job;

use Ithrel\App\Queue\Field;
use Ithrel\App\Queue\Job;

/**
 * A person mended the map of a page: what is read by it now is to be seen.
 */
final readonly class WalkPage implements Job
{
    public function __construct(public string $page) {}

    public function toArray(): array
    {
        return ['page' => $this->page];
    }

    public static function fromArray(array $data): self
    {
        return new self(Field::text($data, 'page'));
    }
}
