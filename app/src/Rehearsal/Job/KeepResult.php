<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Job;

use Ithrel\App\Queue\Field;
use Ithrel\App\Queue\Job;
use Ithrel\App\Store\RehearsalCheck;
use Ithrel\Core\Compare\Difference;
use Ithrel\Core\Compare\Found;

/**
 * What came of one check, for whoever keeps the rehearsals.
 */
final readonly class KeepResult implements Job
{
    /**
     * @param string $verdict one of RehearsalCheck's
     * @param list<Difference> $differences
     * @param string|null $reason why there is no answer, or why it was not tried
     * @param list<string> $unseen what was not looked at
     * @param list<TriedPicture> $pictures of its stages
     */
    private function __construct(
        public string $run,
        public int $number,
        public string $verdict,
        public ?Found $found,
        public array $differences,
        public ?string $reason,
        public int $milliseconds,
        public array $unseen,
        public array $pictures,
    ) {}

    /**
     * @param list<Difference> $differences
     * @param list<string> $unseen
     * @param list<TriedPicture> $pictures
     */
    public static function found(
        TryCheck $job,
        Found $found,
        array $differences,
        int $milliseconds,
        array $unseen = [],
        array $pictures = [],
    ): self {
        $verdict = [] === $differences ? RehearsalCheck::AGREES : RehearsalCheck::DIFFERS;

        return new self(
            run: $job->run,
            number: $job->check->number,
            verdict: $verdict,
            found: $found,
            differences: $differences,
            reason: null,
            milliseconds: $milliseconds,
            unseen: $unseen,
            pictures: $pictures,
        );
    }

    /**
     * @param list<TriedPicture> $pictures
     */
    public static function noAnswer(TryCheck $job, string $reason, int $milliseconds, array $pictures = []): self
    {
        return new self(
            run: $job->run,
            number: $job->check->number,
            verdict: RehearsalCheck::NO_ANSWER,
            found: null,
            differences: [],
            reason: $reason,
            milliseconds: $milliseconds,
            unseen: [],
            pictures: $pictures,
        );
    }

    /** The page has no way to try it. */
    public static function notTried(TryCheck $job, string $reason): self
    {
        return new self(
            run: $job->run,
            number: $job->check->number,
            verdict: RehearsalCheck::NOT_TRIED,
            found: null,
            differences: [],
            reason: $reason,
            milliseconds: 0,
            unseen: [],
            pictures: [],
        );
    }

    public function toArray(): array
    {
        return [
            'run' => $this->run,
            'number' => $this->number,
            'verdict' => $this->verdict,
            'found' => $this->found?->toArray(),
            'differences' => array_map(static fn(Difference $d): array => $d->toArray(), $this->differences),
            'reason' => $this->reason,
            'milliseconds' => $this->milliseconds,
            'unseen' => $this->unseen,
            'pictures' => array_map(static fn(TriedPicture $p): array => $p->toArray(), $this->pictures),
        ];
    }

    public static function fromArray(array $data): self
    {
        $verdict = Field::text($data, 'verdict');
        if (!in_array($verdict, RehearsalCheck::RESULTS, true)) {
            throw new \InvalidArgumentException(sprintf('"%s" is no verdict.', $verdict));
        }

        return new self(
            run: Field::text($data, 'run'),
            number: Field::whole($data, 'number'),
            verdict: $verdict,
            found: isset($data['found']) ? Found::fromArray(Field::object($data, 'found')) : null,
            differences: array_map(Difference::fromArray(...), Field::objects($data, 'differences')),
            reason: isset($data['reason']) ? Field::text($data, 'reason') : null,
            milliseconds: Field::whole($data, 'milliseconds'),
            unseen: Field::texts($data, 'unseen'),
            pictures: array_map(TriedPicture::fromArray(...), Field::objects($data, 'pictures')),
        );
    }
}
