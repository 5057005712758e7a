<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Job;

use Ithrel\App\Queue\Field;
use Ithrel\App\Queue\Job;
use Ithrel\Core\Plan\Check;

/**
 * One check of a run, with its steps and what is expected.
 */
final readonly class TryCheck implements Job
{
    /**
     * @param int $round how often the run was taken up again; what was handed out for an earlier round is passed over
     */
    public function __construct(public string $run, public int $round, public Check $check) {}

    public function toArray(): array
    {
        return ['run' => $this->run, 'round' => $this->round, 'check' => $this->check->toArray()];
    }

    public static function fromArray(array $data): self
    {
        $check = Field::object($data, 'check');
        foreach (['purpose', 'about', 'route'] as $text) {
            Field::text($check, $text);
        }
        foreach (['places', 'visits', 'quantity', 'lines', 'charged', 'chosen'] as $list) {
            Field::object($check, $list);
        }

        return new self(Field::text($data, 'run'), Field::whole($data, 'round'), Check::fromArray($check));
    }
}
