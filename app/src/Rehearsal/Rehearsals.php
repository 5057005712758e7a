<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\ParameterType;
use Doctrine\ORM\EntityManagerInterface;
use Ithrel\App\Rehearsal\Job\LookAtShop;
use Ithrel\App\Rehearsal\Job\MakePlan;
use Ithrel\App\Store\ItemPage;
use Ithrel\App\Store\Newest;
use Ithrel\App\Store\Rehearsal;
use Ithrel\App\Store\RehearsalCheck;
use Ithrel\App\Store\RehearsalState;
use Ithrel\App\Store\Revision;
use Ithrel\App\Store\StoredSetup;
use Ithrel\Core\Compare\CheckComparison;
use Ithrel\Core\Compare\Found;
use Ithrel\Core\Page\PagePrint;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Setup\Setup;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Messenger\MessageBusInterface;

/**
 * The rehearsals kept: begins, plans, ends and finds them. Each statement can be carried out twice without harm, as a
 * worker may die after it and before it says that it is done.
 *
 * Long, as each change of a run's state is here, so that none forgets what the others promise.
 */
final readonly class Rehearsals
{
    /** Runs that are looked through for what still holds. */
    public const A_PAGE = 50;
    private const MOST_EARLIER = 5;

    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private MessageBusInterface $bus,
        private HandingOut $out,
        private CheckResults $results,
        private OpenRuns $runs,
        private KeptChecks $checks,
    ) {}

    /**
     * @param list<string> $faults that the rehearsal shop was told to have
     * @param ItemPage|null $page where it is tried in a browser; null: over the shop interface
     * @param bool $carries whether what an earlier run found still holds for checks that do and expect the same
     */
    public function begin(
        StoredSetup $setup,
        Revision $revision,
        ShopAddress $address,
        array $faults,
        string $today,
        ?ItemPage $page = null,
        bool $carries = false,
    ): Rehearsal {
        $rehearsal = new Rehearsal(
            $setup,
            $revision->number(),
            $address->page,
            $faults,
            $today,
            new \DateTimeImmutable(),
            $this->of($setup)[0] ?? null,
        );
        if (null !== $page) {
            $rehearsal->onPage($page);
        }
        if ($carries) {
            $rehearsal->carryOver();
        }
        $this->connection->transactional(function () use ($rehearsal): void {
            $this->entities->persist($rehearsal);
            $this->entities->flush();
            $this->bus->dispatch(new MakePlan($rehearsal->id()));
        });

        return $rehearsal;
    }

    /**
     * Keeps what somebody found by hand.
     *
     * @param array<int, Found> $found by number of the check
     */
    public function byHand(
        StoredSetup $setup,
        Revision $revision,
        Setup $document,
        Plan $plan,
        array $found,
        string $today,
    ): Rehearsal {
        $rehearsal = new Rehearsal(
            $setup,
            $revision->number(),
            null,
            [],
            $today,
            new \DateTimeImmutable(),
            $this->of($setup)[0] ?? null,
        );
        $this->entities->persist($rehearsal);
        $this->entities->flush();
        $this->connection->transactional(function () use ($rehearsal, $document, $plan, $found): void {
            $this->planned($rehearsal, $plan);
            $comparison = new CheckComparison($document);
            foreach ($plan->checks as $check) {
                $each = $found[$check->number] ?? null;
                if (null === $each) {
                    $this->results->set($rehearsal->id(), $check->number, RehearsalCheck::NOT_TRIED, null, [], null, 0);
                } else {
                    $differences = $comparison->differences($check, $each);
                    $this->results->set(
                        $rehearsal->id(),
                        $check->number,
                        [] === $differences ? RehearsalCheck::AGREES : RehearsalCheck::DIFFERS,
                        $each,
                        $differences,
                        null,
                        0,
                    );
                }
            }
            $this->results->endWhereDone($rehearsal->id());
        });
        $this->entities->refresh($rehearsal);

        return $rehearsal;
    }

    public function find(string $id): ?Rehearsal
    {
        return $this->entities->find(Rehearsal::class, $id);
    }

    public function get(string $id): Rehearsal
    {
        return $this->find($id) ??
            throw new NotFoundHttpException('There is no such rehearsal. It may have been removed with its setup.');
    }

    /**
     * @param string $before id of one; those that began before it. '': the latest
     *
     * @return list<Rehearsal> newest first, A_PAGE at most
     */
    public function of(StoredSetup $setup, string $before = ''): array
    {
        return Newest::of($this->entities, Rehearsal::class, $setup, $before, self::A_PAGE);
    }

    /** The last one that tells of the setup; with faults switched on, the rehearsal shop tells of its faults. */
    public function last(StoredSetup $setup): ?Rehearsal
    {
        $last = $this->entities
            ->createQuery(
                'SELECT r FROM ' .
                    Rehearsal::class .
                    ' r WHERE r.setup = :setup AND r.faults = :none ORDER BY r.id DESC',
            )
            ->setParameter('setup', $setup)
            ->setParameter('none', '[]', ParameterType::STRING)
            ->setMaxResults(1)
            ->getOneOrNullResult();

        return $last instanceof Rehearsal ? $last : null;
    }

    /** The plan is known: its checks wait from now on. */
    public function planned(Rehearsal $rehearsal, Plan $plan): void
    {
        $known = $rehearsal->carries()
            ? $this->holding($rehearsal->setup(), $rehearsal->address(), $rehearsal->page(), $rehearsal)
            : [];
        $this->connection->transactional(function () use ($rehearsal, $plan, $known): void {
            foreach ($plan->checks as $check) {
                $row = $known[$check->print()] ?? [
                    'verdict' => RehearsalCheck::WAITING,
                    'found' => null,
                    'unseen' => '[]',
                    'from' => null,
                ];
                $this->connection->executeStatement(
                    'INSERT OR IGNORE INTO rehearsal_check (rehearsal_id, number, ' .
                        '"plan", verdict, found, differences, reason, milliseconds, unseen, ' .
                        'carried_from) VALUES (?, ?, ?, ?, ?, ?, NULL, 0, ?, ?)',
                    [
                        $rehearsal->id(),
                        $check->number,
                        json_encode($check->toArray(), JSON_THROW_ON_ERROR),
                        $row['verdict'],
                        $row['found'],
                        '[]',
                        $row['unseen'],
                        $row['from'],
                    ],
                );
            }
            $this->connection->executeStatement(
                'UPDATE rehearsal SET state = ?, pairs = ?, lower_bound = ?, ' .
                    'combinations = ?, left_out = ? WHERE id = ? AND state = ?',
                [
                    RehearsalState::Running->value,
                    $plan->pairs,
                    $plan->lowerBound,
                    $plan->combinations,
                    [] === $plan->leftOut ? null : implode("\n", $plan->leftOut),
                    $rehearsal->id(),
                    RehearsalState::Planning->value,
                ],
            );
            $this->out->offer($rehearsal->id());
        });
        $this->results->endWhereDone($rehearsal->id());
    }

    public function failed(Rehearsal $rehearsal, string $message): void
    {
        $this->end($rehearsal, RehearsalState::Failed, $message);
    }

    /** Somebody wants to know whether the shop is still as it was tried. */
    public function lookAgain(Rehearsal $rehearsal): void
    {
        if (null !== $rehearsal->address() && $rehearsal->state()->isOver()) {
            $this->bus->dispatch(new LookAtShop($rehearsal->id()));
        }
    }

    public function opened(Rehearsal $rehearsal, PagePrint $print): void
    {
        $rehearsal->opened($print->toArray());
        $this->entities->flush();
    }

    /**
     * @param bool|null $isStill null: the shop does not say
     */
    public function looked(Rehearsal $rehearsal, ?bool $isStill): void
    {
        $rehearsal->looked($isStill, new \DateTimeImmutable());
        $this->entities->flush();
    }

    public function cancel(Rehearsal $rehearsal): void
    {
        $this->end($rehearsal, RehearsalState::Cancelled, null);
        $this->runs->close($rehearsal->id(), $rehearsal->round());
        $this->entities->refresh($rehearsal);
    }

    /** Checks without an answer, and such as wait since it was cancelled, are tried once more. */
    public function again(Rehearsal $rehearsal): void
    {
        if (
            !$rehearsal->state()->isOver() ||
            null === $rehearsal->address() ||
            0 === $this->count($rehearsal, RehearsalCheck::NO_ANSWER, RehearsalCheck::WAITING)
        ) {
            return;
        }
        // What still is handed out from before is passed over, as it is of an earlier round.
        $this->connection->transactional(function () use ($rehearsal): void {
            $this->connection->executeStatement(
                'UPDATE rehearsal_check SET verdict = ?, reason = NULL, turn = (SELECT 1 ' .
                    '+ MAX(turn) FROM rehearsal_check WHERE rehearsal_id = ?) WHERE ' .
                    'rehearsal_id = ? AND verdict = ?',
                [RehearsalCheck::WAITING, $rehearsal->id(), $rehearsal->id(), RehearsalCheck::NO_ANSWER],
            );
            $this->connection->executeStatement(
                'UPDATE rehearsal SET state = ?, round = round + 1, ended_at = NULL, message = NULL WHERE id = ?',
                [RehearsalState::Running->value, $rehearsal->id()],
            );
            $this->out->offer($rehearsal->id());
        });
        $this->entities->refresh($rehearsal);
    }

    /**
     * What the last runs in the same shop, by the same way, found to be as expected; of what was carried over itself,
     * the run in which it was tried.
     *
     * @param string|null $address of the item there; null: by hand
     * @param string|null $page that a browser visits; null: over the shop interface
     * @param Rehearsal|null $but this run, which is about to begin
     *
     * @return array<string, array{
     *     verdict: string,
     *     found: string|null,
     *     unseen: string,
     *     from: string,
     * }>  by print of the check
     */
    public function holding(StoredSetup $setup, ?string $address, ?string $page, ?Rehearsal $but = null): array
    {
        $known = [];
        $isThere = static fn(Rehearsal $run): bool => $run !== $but &&
            [] === $run->faults() &&
            $run->page() === $page &&
            (null === $run->address()) === (null === $address) &&
            ShopAddress::hostOf($run->address() ?? '') === ShopAddress::hostOf($address ?? '');
        foreach (array_reverse(array_slice(array_filter($this->of($setup), $isThere), 0, self::MOST_EARLIER)) as $run) {
            foreach ($this->checks->of($run) as $kept) {
                $print = $kept->check()->print();
                unset($known[$print]);
                if (RehearsalCheck::AGREES === $kept->verdict()) {
                    $found =
                        null === $kept->found()
                            ? null
                            : json_encode(
                                $kept->found()->toArray(),
                                JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE,
                            );
                    $known[$print] = [
                        'verdict' => RehearsalCheck::AGREES,
                        'found' => $found,
                        'unseen' => json_encode($kept->unseen(), JSON_THROW_ON_ERROR),
                        'from' => $kept->carriedFrom() ?? $run->id(),
                    ];
                }
            }
        }

        return $known;
    }

    private function count(Rehearsal $rehearsal, string ...$verdicts): int
    {
        return array_sum(array_intersect_key($this->checks->tally($rehearsal), array_fill_keys($verdicts, true)));
    }

    private function end(Rehearsal $rehearsal, RehearsalState $state, ?string $message): void
    {
        $this->connection->executeStatement(
            'UPDATE rehearsal SET state = ?, message = ?, ended_at = ? WHERE id = ? AND state IN (?, ?)',
            [
                $state->value,
                $message,
                (new \DateTimeImmutable())->format('Y-m-d H:i:s'),
                $rehearsal->id(),
                RehearsalState::Planning->value,
                RehearsalState::Running->value,
            ],
        );
    }
}
