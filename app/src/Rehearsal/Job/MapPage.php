<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Job;

use Ithrel\App\Queue\Field;
use Ithrel\App\Queue\Job;

/**
 * What stands where on the page of an item is to be found.
 */
final readonly class MapPage implements Job
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
