<?php

declare(strict_types=1);

namespace Ithrel\App\Later;

use Ithrel\App\Queue\Field;
use Ithrel\App\Queue\Job;

/**
 * A request takes longer than somebody waits for at once: its answer is to be worked out.
 */
final readonly class AnswerRequest implements Job
{
    public function __construct(public string $id) {}

    public function toArray(): array
    {
        return ['id' => $this->id];
    }

    public static function fromArray(array $data): self
    {
        return new self(Field::text($data, 'id'));
    }
}
