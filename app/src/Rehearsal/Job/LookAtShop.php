<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Job;

use Ithrel\App\Queue\Field;
use Ithrel\App\Queue\Job;

/**
 * How the page of a run opens is to be kept, or looked at again: is the shop still as it was tried?
 */
final readonly class LookAtShop implements Job
{
    public function __construct(public string $run) {}

    public function toArray(): array
    {
        return ['run' => $this->run];
    }

    public static function fromArray(array $data): self
    {
        return new self(Field::text($data, 'run'));
    }
}
