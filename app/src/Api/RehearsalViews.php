<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\CheckRow;
use Ithrel\App\Api\Dto\LikelyPlace;
use Ithrel\App\Api\Dto\RehearsalView;
use Ithrel\App\Rehearsal\Diagnoses;
use Ithrel\App\Rehearsal\KeptChecks;
use Ithrel\App\Rehearsal\TriedCheck;
use Ithrel\App\Store\Rehearsal;
use Ithrel\App\Store\RehearsalCheck;
use Ithrel\App\Store\Shelf;
use Ithrel\Core\Diagnosis\Diagnosis;
use Ithrel\Core\Diagnosis\Likely;
use Ithrel\Core\Diagnosis\Seen;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Words\PlaceWords;

/**
 * Puts rehearsals and their checks into the shapes that the interface reads.
 */
final readonly class RehearsalViews
{
    /** Checks of a verdict that are looked at while others wait. */
    private const MOST_SO_FAR = 40;

    public function __construct(private KeptChecks $checks, private Shelf $shelf, private Diagnoses $diagnoses) {}

    /** A rehearsal without its likely places, which take all its checks to find. */
    public function short(Rehearsal $rehearsal): RehearsalView
    {
        return $this->view($rehearsal, []);
    }

    /** With its likely places, where they are known or soon found; it opens without them. */
    public function full(Rehearsal $rehearsal): RehearsalView
    {
        if (!$rehearsal->state()->isOver()) {
            return $this->soFar($rehearsal);
        }
        $checks = $this->tried($rehearsal);
        $unseen = null === $rehearsal->page() ? [] : TriedCheck::unseenByAll($checks);
        $seen = TriedCheck::seen($checks);
        if (!self::hasDifferences($seen)) {
            return $this->view($rehearsal, [], $unseen);
        }
        $setup = $this->setup($rehearsal);
        $likely = $this->diagnoses->atOnce($rehearsal, $setup, $seen);

        return $this->view($rehearsal, null === $likely ? null : self::likely($setup, $likely), $unseen);
    }

    /**
     * However long it takes to find them.
     *
     * @return list<LikelyPlace>
     */
    public function likelyPlaces(Rehearsal $rehearsal): array
    {
        $seen = $rehearsal->state()->isOver() ? TriedCheck::seen($this->tried($rehearsal)) : [];
        $setup = $this->setup($rehearsal);

        return self::hasDifferences($seen) ? self::likely($setup, $this->diagnoses->of($rehearsal, $setup, $seen)) : [];
    }

    /**
     * @return list<TriedCheck>
     */
    private function tried(Rehearsal $rehearsal): array
    {
        return array_map(TriedCheck::of(...), $this->checks->of($rehearsal));
    }

    /**
     * @param list<Seen> $seen
     */
    private static function hasDifferences(array $seen): bool
    {
        return [] !== array_filter($seen, static fn(Seen $s): bool => [] !== $s->differences);
    }

    /**
     * While checks come in, the places that some of them have in common have to do: it costs the same however many
     * there are.
     */
    private function soFar(Rehearsal $rehearsal): RehearsalView
    {
        $differing = $this->checks->some($rehearsal, RehearsalCheck::DIFFERS, self::MOST_SO_FAR);
        if ([] === $differing) {
            return $this->view($rehearsal, []);
        }
        $checks = [...$differing, ...$this->checks->some($rehearsal, RehearsalCheck::AGREES, self::MOST_SO_FAR)];

        return $this->view(
            $rehearsal,
            self::likely(
                $this->setup($rehearsal),
                Diagnosis::inCommon(TriedCheck::seen(array_map(TriedCheck::of(...), $checks))),
            ),
        );
    }

    /**
     * @param list<Likely> $likely
     *
     * @return list<LikelyPlace>
     */
    private static function likely(Setup $setup, array $likely): array
    {
        $words = new PlaceWords($setup);

        return array_map(
            static fn(Likely $l): LikelyPlace => new LikelyPlace(
                $l->at,
                $words->of($l->at),
                $l->checks,
                count($l->checks),
                $l->as,
                $l->extent,
            ),
            $likely,
        );
    }

    /**
     * @param int|null $since turn of the last that is known; null: all are told
     *
     * @return list<CheckRow>
     */
    public function rows(Rehearsal $rehearsal, ?int $since): array
    {
        return array_map(
            CheckViews::row(...),
            null === $since ? $this->checks->of($rehearsal) : $this->checks->since($rehearsal, $since),
        );
    }

    private function setup(Rehearsal $rehearsal): Setup
    {
        return $this->shelf->reach($rehearsal->revision())->setup;
    }

    /**
     * @param list<LikelyPlace>|null $likely null: they are still to be found
     * @param list<string> $unseen what no check looked at
     */
    private function view(Rehearsal $rehearsal, ?array $likely, array $unseen = []): RehearsalView
    {
        $tally = $this->checks->tally($rehearsal);
        $revision = $rehearsal->revision();

        return new RehearsalView(
            id: $rehearsal->id(),
            setup: $rehearsal->setup()->id(),
            title: $rehearsal->setup()->title(),
            revision: $revision->number(),
            sha256: $revision->sha256(),
            current: $rehearsal->isOfLatest(),
            address: $rehearsal->address(),
            faults: $rehearsal->faults(),
            today: $rehearsal->today(),
            state: $rehearsal->state()->value,
            message: $rehearsal->message(),
            createdAt: $rehearsal->createdAt()->format(DATE_ATOM),
            endedAt: $rehearsal->endedAt()?->format(DATE_ATOM),
            total: array_sum($tally),
            waiting: $tally[RehearsalCheck::WAITING] ?? 0,
            agrees: $tally[RehearsalCheck::AGREES] ?? 0,
            differs: $tally[RehearsalCheck::DIFFERS] ?? 0,
            noAnswer: $tally[RehearsalCheck::NO_ANSWER] ?? 0,
            notTried: $tally[RehearsalCheck::NOT_TRIED] ?? 0,
            pairs: $rehearsal->cover()['pairs'],
            lowerBound: $rehearsal->cover()['lowerBound'],
            combinations: $rehearsal->cover()['combinations'],
            leftOut: $rehearsal->leftOut(),
            likely: $likely,
            page: $rehearsal->page(),
            unseen: array_map(CheckViews::unseenWords(...), $unseen),
        );
    }
}
