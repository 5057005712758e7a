<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Job;

use Ithrel\App\Queue\Field;
use Ithrel\App\Queue\Job;

/**
 * A run has begun: its plan is to be made.
 */
final readonly class MakePlan implements Job
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
