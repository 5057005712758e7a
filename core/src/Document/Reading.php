<?php

declare(strict_types=1);

namespace Ithrel\Core\Document;

/**
 * What is known while a document is read: the day, and the problems found so far.
 */
final class Reading
{
    /** @var list<Problem> */
    public array $problems = [];

    public function __construct(public readonly Today $today) {}

    /**
     * @param list<Place> $places
     */
    public function unique(array $places, string $key, string $what): void
    {
        $seen = [];
        foreach ($places as $place) {
            $code = $place->optional($key);
            if (null === $code) {
                continue;
            }
            if (isset($seen['k' . $code])) {
                $this->problem(
                    $place->at($key),
                    sprintf('The %s "%s" stands here a second time; first at %s.', $what, $code, $seen['k' . $code]),
                );
            }
            $seen['k' . $code] ??= $place->at;
        }
    }

    /** The day of a key, a date or days from today; null where there is none. */
    public function day(Place $p, string $key): ?int
    {
        if (!$p->has($key)) {
            return null;
        }
        $day = $this->today->resolve($p->text($key));
        if (null === $day) {
            $this->problem($p->at($key), 'There is no such day in the calendar.');
        }

        return $day;
    }

    public function problem(string $at, string $message): void
    {
        $this->problems[] = new Problem($at, $message);
    }
}
