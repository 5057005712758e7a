<?php

declare(strict_types=1);

namespace Ithrel\App\Gate;

use Doctrine\ORM\EntityManagerInterface;
use Ithrel\App\Rehearsal\ItemPages;
use Ithrel\App\Rehearsal\KeptChecks;
use Ithrel\App\Rehearsal\Plans;
use Ithrel\App\Rehearsal\Rehearsals;
use Ithrel\App\Rehearsal\TriedCheck;
use Ithrel\App\Store\AcceptedItem;
use Ithrel\App\Store\Catalogues;
use Ithrel\App\Store\HandedSheet;
use Ithrel\App\Store\LimitNotes;
use Ithrel\App\Store\Newest;
use Ithrel\App\Store\Rehearsal;
use Ithrel\App\Store\RehearsalCheck;
use Ithrel\App\Store\Reports;
use Ithrel\App\Store\Shelf;
use Ithrel\App\Store\StoredSetup;
use Ithrel\Core\Boundary\Boundaries;
use Ithrel\Core\Boundary\TickedSheets;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Gate\Acceptance;
use Ithrel\Core\Gate\Gate;
use Ithrel\Core\Gate\HandedList;
use Ithrel\Core\Gate\PriceList;
use Ithrel\Core\Gate\Run;
use Ithrel\Core\Gate\SaleListHeld;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Scope\Ceilings;
use Symfony\Component\HttpKernel\Exception\AccessDeniedHttpException;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;

/**
 * The gate of a setup on the shelf: worked out from its latest revision, its rehearsals, ticks and acceptances.
 *
 * Long, as it gathers from everything that is kept of a setup, a method a source.
 */
final readonly class SetupGate
{
    /** Rehearsals looked at, the last ones; an earlier one has little to say. */
    private const MOST_RUNS = 5;

    private const A_PAGE = 50;

    public function __construct(
        private Shelf $shelf,
        private Reports $reports,
        private Plans $plans,
        private Rehearsals $rehearsals,
        private KeptChecks $checks,
        private LimitNotes $notes,
        private ItemPages $pages,
        private Catalogues $catalogues,
        private EntityManagerInterface $entities,
    ) {}

    /**
     * @throws UnprocessableEntityHttpException where the setup is not worked out, or cannot be
     */
    public function of(StoredSetup $stored): Gate
    {
        $revision = $stored->latest();
        [$report, $trouble] = $this->reports->of($revision);
        if (null === $report) {
            throw new UnprocessableEntityHttpException($trouble ?? 'The setup is still being worked out.');
        }
        $reach = $this->shelf->reach($revision);
        $plan = $this->plans->of($revision, Shelf::today());
        $findings = array_map(
            static fn(array $f): Finding => new Finding(
                $f['code'],
                Severity::from($f['severity']),
                $f['at'],
                $f['message'],
                $f['detail'],
            ),
            $report['findings'],
        );
        $ceilings = $this->ceilings($stored);
        foreach ($ceilings as $each) {
            array_push($findings, ...$each->findings($reach->setup));
        }
        $catalogue = $this->catalogues->catalogue();
        array_push(
            $findings,
            ...null === $catalogue ? [] : $this->catalogues->findings($catalogue, $stored, $reach->setup),
        );
        $asked = [...[] === $ceilings ? [] : ['ceilings'], ...null === $catalogue ? [] : ['catalogue']];
        $ticks = $this->notes->seen($stored);
        $ticked =
            [] === $ticks
                ? null
                : TickedSheets::of((new Boundaries($reach, $this->notes->samples($stored)))->sheets(), $ticks);

        return Gate::of(
            text: $revision->document(),
            setup: $reach->setup,
            selectable: $report['counts']['selectable'],
            findings: $findings,
            plan: $plan,
            runs: $this->runs($stored, $plan),
            accepted: $this->acceptances($stored),
            ticked: $ticked,
            asked: $asked,
            lists: $this->lists($stored, $reach),
        );
    }

    /** The last rehearsal in a shop that was ended and tells of the setup. */
    public function lastRun(StoredSetup $stored): ?Rehearsal
    {
        foreach ($this->rehearsals->of($stored) as $run) {
            if ([] === $run->faults() && null !== $run->address() && $run->state()->isOver()) {
                return $run;
            }
        }

        return null;
    }

    /**
     * @return list<AcceptedItem> those that nobody took back, the newest first
     */
    public function accepted(StoredSetup $stored): array
    {
        return $this->entities
            ->getRepository(AcceptedItem::class)
            ->findBy(['setup' => $stored, 'takenBackAt' => null], ['id' => 'DESC']);
    }

    /**
     * @param string $before id of one; those before it. '': the latest
     *
     * @return list<AcceptedItem> all that was ever accepted, the newest first, A_PAGE at most
     */
    public function everAccepted(StoredSetup $stored, string $before = ''): array
    {
        return Newest::of($this->entities, AcceptedItem::class, $stored, $before, self::A_PAGE);
    }

    /**
     * @param 'lead'|'tester' $role
     * @param string|null $until last day on which it holds; null: until its place changes
     *
     * @throws UnprocessableEntityHttpException where there is nothing of the kind to be accepted, or not by this role
     */
    public function accept(
        StoredSetup $stored,
        string $known,
        string $person,
        string $role,
        string $why,
        ?string $until,
    ): void {
        foreach ($this->of($stored)->open as ['item' => $item]) {
            if ($item->known() !== $known) {
                continue;
            }
            if ($item->isForLeads && Acceptance::LEAD !== $role) {
                throw new UnprocessableEntityHttpException(
                    'A blocker, a difference and what was not looked at are accepted by a lead.',
                );
            }
            $this->entities->persist(
                new AcceptedItem(
                    setup: $stored,
                    code: $item->code,
                    place: $item->at,
                    known: $known,
                    words: $item->words,
                    person: $person,
                    role: $role,
                    why: $why,
                    until: $until,
                    acceptedAt: new \DateTimeImmutable(),
                ),
            );
            $this->entities->flush();

            return;
        }
        throw new UnprocessableEntityHttpException(
            'This is not open at the gate, or no longer as you saw it. Look again.',
        );
    }

    /**
     * @param bool $isLead whether a lead does, who may take back what a lead accepted
     */
    public function takeBack(StoredSetup $stored, string $id, string $person, bool $isLead): void
    {
        $item = $this->entities->find(AcceptedItem::class, $id);
        if (null === $item || $item->setup() !== $stored) {
            throw new UnprocessableEntityHttpException('There is no such acceptance.');
        }
        if ($item->isOfLead() && !$isLead) {
            throw new AccessDeniedHttpException('What a lead accepted is taken back by a lead.');
        }
        $item->takeBack($person, new \DateTimeImmutable());
        $this->entities->flush();
    }

    /**
     * What was held against the setup before, held against what it is now. A list that can no longer be read, since its
     * options are called otherwise now, is as good as none.
     *
     * @return list<HandedList>
     */
    private function lists(StoredSetup $stored, Reach $reach): array
    {
        $lists = [];
        foreach (
            $this->entities->getRepository(HandedSheet::class)->findBy(['setup' => $stored], ['kind' => 'ASC'])
            as $handed
        ) {
            try {
                $lists[] = match ($handed->kind()) {
                    HandedSheet::PRICES => PriceList::held($reach, $handed->text(), $handed->when()),
                    default => SaleListHeld::held($reach->setup, $handed->text(), $handed->when()),
                };
            } catch (UnreadableDocument) {
            }
        }

        return $lists;
    }

    /**
     * Keeps a list that was held against the setup.
     *
     * @param string $kind HandedSheet::PRICES or ::SALE
     *
     * @return bool whether it is kept; one that is too long is not
     */
    public function hand(StoredSetup $stored, string $kind, string $text, int $rows, string $person): bool
    {
        if ($rows > HandedSheet::MOST_ROWS) {
            return false;
        }
        // Within the lock for writing: of two that hand in the first sheet at once, the second finds the first's.
        $this->entities->wrapInTransaction(function () use ($stored, $kind, $text, $person): void {
            $now = new \DateTimeImmutable();
            $kept = $this->entities->find(HandedSheet::class, ['setup' => $stored->id(), 'kind' => $kind]);
            null === $kept
                ? $this->entities->persist(new HandedSheet($stored, $kind, $text, $person, $now))
                : $kept->hand($text, $person, $now);
        });

        return true;
    }

    /**
     * How much the shops take in which it has a page, as far as that was said.
     *
     * @return list<Ceilings>
     */
    private function ceilings(StoredSetup $stored): array
    {
        $ceilings = [];
        foreach ($this->pages->of($stored) as $page) {
            $shop = $page->shop();
            if ([] !== $shop->ceilings()) {
                $ceilings[$shop->id()] = Ceilings::read(
                    json_encode(
                        ['ithrel' => 'shop/1', 'name' => $shop->name(), 'ceilings' => $shop->ceilings()],
                        JSON_THROW_ON_ERROR,
                    ),
                );
            }
        }

        return array_values($ceilings);
    }

    /**
     * @return list<Acceptance>
     */
    private function acceptances(StoredSetup $stored): array
    {
        $items = [];
        foreach (array_reverse($this->accepted($stored)) as $item) {
            $items[] = $item->toArray();
        }

        return Acceptance::read(json_encode(['ithrel' => 'accepted/1', 'items' => $items], JSON_THROW_ON_ERROR));
    }

    /**
     * The last rehearsals, the oldest first; those with faults switched on tell of the faults alone.
     *
     * @return list<Run>
     */
    private function runs(StoredSetup $stored, Plan $plan): array
    {
        $last = array_slice(
            array_values(
                array_filter($this->rehearsals->of($stored), static fn(Rehearsal $r): bool => [] === $r->faults()),
            ),
            0,
            self::MOST_RUNS,
        );
        $within = array_map(static fn(Rehearsal $r): string => $r->id(), $last);
        $runs = $earlier = [];
        foreach (array_reverse($last) as $rehearsal) {
            $tried = [];
            $checks = $this->checks->of($rehearsal);
            foreach ($checks as $check) {
                $from = $check->carriedFrom();
                // What was carried over was tried in an earlier run, which says so itself where it is looked at.
                if (null !== $from) {
                    if (!in_array($from, $within, true)) {
                        $earlier[$from][$check->check()->print()] = $check;
                    }
                } elseif (!in_array($check->verdict(), [RehearsalCheck::WAITING, RehearsalCheck::NOT_TRIED], true)) {
                    $tried[] = $check;
                }
            }
            $runs[] = $this->run($rehearsal, $tried, $checks, $plan);
        }
        // Run by run, however long ago: a check that is carried over again and again was tried there.
        ksort($earlier);
        $before = [];
        foreach ($earlier as $id => $tried) {
            $rehearsal = $this->rehearsals->find($id);
            if (null !== $rehearsal) {
                $before[] = $this->run($rehearsal, array_values($tried), array_values($tried), $plan);
            }
        }

        return [...$before, ...$runs];
    }

    /**
     * @param list<RehearsalCheck> $tried what counts of it
     * @param list<RehearsalCheck> $looked those that say what was looked at
     */
    private function run(Rehearsal $rehearsal, array $tried, array $looked, Plan $plan): Run
    {
        $results = array_map(
            static fn(RehearsalCheck $c): array => [$c->check(), $c->verdict(), $c->differences(), $c->reason()],
            $tried,
        );
        $unseen = TriedCheck::unseenByAll(array_map(TriedCheck::of(...), $looked));

        return Run::of(
            $rehearsal->address() ?? 'By hand',
            $rehearsal->revision()->sha256(),
            $rehearsal->isOfLatest(),
            $rehearsal->createdAt()->format('Y-m-d H:i'),
            $results,
            $plan,
            $unseen,
            $rehearsal->isStill(),
        );
    }
}
