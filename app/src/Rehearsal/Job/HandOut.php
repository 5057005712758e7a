<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Job;

use Ithrel\App\Queue\Field;
use Ithrel\App\Queue\Job;

/**
 * The checks of a run that wait are to be put where workers on other machines take them.
 */
final readonly class HandOut implements Job
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
