<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\ParameterType;
use Doctrine\ORM\EntityManagerInterface;
use Ithrel\App\Queue\Job;
use Ithrel\App\Queue\WorkQueue;
use Ithrel\App\Store\ItemPage;
use Ithrel\App\Store\Rehearsal;
use Ithrel\App\Store\RehearsalCheck;
use Ithrel\App\Store\RehearsalState;
use Ithrel\App\Store\Revision;
use Ithrel\App\Store\StoredSetup;
use Ithrel\Core\Compare\CheckComparison;
use Ithrel\Core\Compare\Difference;
use Ithrel\Core\Compare\Found;
use Ithrel\Core\Page\PagePrint;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Setup\Setup;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/**
 * The rehearsals kept: begins, fills in, ends and finds them. Each statement can be carried out twice without harm, as a
 * worker may die after it and before it says that it is done.
 */
final readonly class Rehearsals
{
    /** Runs that are looked through for what still holds. */
    private const MOST_EARLIER = 5;

    public function __construct(private EntityManagerInterface $entities, private Connection $connection, private WorkQueue $queue)
    {
    }

    /**
     * @param list<string>  $faults  that the rehearsal shop was told to have
     * @param ItemPage|null $page    where it is tried in a browser; null: over the shop interface
     * @param bool          $carries whether what an earlier run found still holds for checks that do and expect the same
     */
    public function begin(StoredSetup $setup, Revision $revision, ShopAddress $address, array $faults, string $today, ?ItemPage $page = null, bool $carries = false): Rehearsal
    {
        $rehearsal = new Rehearsal($setup, $revision->number(), $address->page, $faults, $today, new \DateTimeImmutable(), $this->of($setup)[0] ?? null);
        if (null !== $page) {
            $rehearsal->onPage($page);
        }
        if ($carries) {
            $rehearsal->carryOver();
        }
        $this->entities->persist($rehearsal);
        $this->entities->flush();
        $this->queue->put($rehearsal->id(), [Job::PLAN]);

        return $rehearsal;
    }

    /**
     * Keeps what somebody found by hand.
     *
     * @param array<int, Found> $found by number of the check
     */
    public function byHand(StoredSetup $setup, Revision $revision, Setup $document, Plan $plan, array $found, string $today): Rehearsal
    {
        $rehearsal = new Rehearsal($setup, $revision->number(), null, [], $today, new \DateTimeImmutable(), $this->of($setup)[0] ?? null);
        $this->entities->persist($rehearsal);
        $this->entities->flush();
        $this->connection->transactional(function () use ($rehearsal, $document, $plan, $found): void {
            $this->planned($rehearsal, $plan);
            $comparison = new CheckComparison($document);
            foreach ($plan->checks as $check) {
                $each = $found[$check->number] ?? null;
                if (null === $each) {
                    $this->set($rehearsal, $check->number, RehearsalCheck::NOT_TRIED, null, [], null, 0);
                } else {
                    $differences = $comparison->differences($check, $each);
                    $this->set($rehearsal, $check->number, [] === $differences ? RehearsalCheck::AGREES : RehearsalCheck::DIFFERS, $each, $differences, null, 0);
                }
            }
            $this->endWhereDone($rehearsal);
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
        return $this->find($id) ?? throw new NotFoundHttpException('There is no such rehearsal. It may have been removed with its setup.');
    }

    /**
     * @return list<Rehearsal> newest first
     */
    public function of(StoredSetup $setup): array
    {
        return $this->entities->getRepository(Rehearsal::class)->findBy(['setup' => $setup], ['id' => 'DESC'], 50);
    }

    /** The last one that tells of the setup; with faults switched on, the rehearsal shop tells of its faults. */
    public function last(StoredSetup $setup): ?Rehearsal
    {
        $last = $this->entities->createQuery('SELECT r FROM '.Rehearsal::class.' r WHERE r.setup = :setup AND r.faults = :none ORDER BY r.id DESC')
            ->setParameter('setup', $setup)->setParameter('none', '[]', ParameterType::STRING)->setMaxResults(1)->getOneOrNullResult();

        return $last instanceof Rehearsal ? $last : null;
    }

    /**
     * @return list<RehearsalCheck> in the order of their numbers
     */
    public function checks(Rehearsal $rehearsal): array
    {
        return $this->entities->getRepository(RehearsalCheck::class)->findBy(['rehearsal' => $rehearsal], ['number' => 'ASC']);
    }

    public function check(Rehearsal $rehearsal, int $number): RehearsalCheck
    {
        return $this->entities->find(RehearsalCheck::class, ['rehearsal' => $rehearsal->id(), 'number' => $number]) ?? throw new NotFoundHttpException('This rehearsal has no such check.');
    }

    /**
     * @return array<string, int> verdict => checks
     */
    public function tally(Rehearsal $rehearsal): array
    {
        $tally = [];
        foreach ($this->connection->fetchAllKeyValue('SELECT verdict, COUNT(*) FROM rehearsal_check WHERE rehearsal_id = ? GROUP BY verdict', [$rehearsal->id()]) as $verdict => $count) {
            $tally[(string) $verdict] = is_int($count) ? $count : 0;
        }

        return $tally;
    }

    /** The plan is known: its checks wait from now on. */
    public function planned(Rehearsal $rehearsal, Plan $plan): void
    {
        $known = $rehearsal->carries() ? $this->holding($rehearsal->setup(), $rehearsal->address(), $rehearsal->page(), $rehearsal) : [];
        $this->connection->transactional(function () use ($rehearsal, $plan, $known): void {
            foreach ($plan->checks as $check) {
                $row = $known[$check->print()] ?? ['verdict' => RehearsalCheck::WAITING, 'found' => null, 'unseen' => '[]', 'from' => null];
                $this->connection->executeStatement('INSERT OR IGNORE INTO rehearsal_check (rehearsal_id, number, "plan", verdict, found, differences, reason, milliseconds, unseen, carried_from) VALUES (?, ?, ?, ?, ?, ?, NULL, 0, ?, ?)', [$rehearsal->id(), $check->number, json_encode($check->toArray(), JSON_THROW_ON_ERROR), $row['verdict'], $row['found'], '[]', $row['unseen'], $row['from']]);
            }
            $this->connection->executeStatement('UPDATE rehearsal SET state = ?, pairs = ?, lower_bound = ?, combinations = ?, left_out = ? WHERE id = ? AND state = ?', [RehearsalState::Running->value, $plan->pairs, $plan->lowerBound, $plan->combinations, [] === $plan->leftOut ? null : implode("\n", $plan->leftOut), $rehearsal->id(), RehearsalState::Planning->value]);
        });
        if (null !== $rehearsal->address()) {
            // How the page opens is kept first, so that it can be told later whether it is still so.
            $this->queue->put($rehearsal->id(), [...(null === $rehearsal->page() ? [] : [Job::LOOK]), ...$this->numbers($rehearsal, [RehearsalCheck::WAITING])]);
        }
        $this->endWhereDone($rehearsal);
    }

    /**
     * The result of a check, final unless it has one already.
     *
     * @param list<Difference>           $differences
     * @param list<string>               $unseen      what was not looked at
     * @param list<array<string, mixed>> $pictures    as Camera keeps them
     */
    public function found(Rehearsal $rehearsal, int $number, Found $found, array $differences, int $milliseconds, array $unseen = [], array $pictures = []): void
    {
        $this->set($rehearsal, $number, [] === $differences ? RehearsalCheck::AGREES : RehearsalCheck::DIFFERS, $found, $differences, null, $milliseconds, $unseen, $pictures);
        $this->endWhereDone($rehearsal);
    }

    /**
     * @param list<array<string, mixed>> $pictures
     */
    public function noAnswer(Rehearsal $rehearsal, int $number, string $reason, int $milliseconds, array $pictures = []): void
    {
        $this->set($rehearsal, $number, RehearsalCheck::NO_ANSWER, null, [], $reason, $milliseconds, [], $pictures);
        $this->endWhereDone($rehearsal);
    }

    /** The page has no way to try it. */
    public function notTried(Rehearsal $rehearsal, int $number, string $reason): void
    {
        $this->set($rehearsal, $number, RehearsalCheck::NOT_TRIED, null, [], $reason, 0);
        $this->endWhereDone($rehearsal);
    }

    public function failed(Rehearsal $rehearsal, string $message): void
    {
        $this->end($rehearsal, RehearsalState::Failed, $message);
    }

    /** Somebody wants to know whether the shop is still as it was tried. */
    public function lookAgain(Rehearsal $rehearsal): void
    {
        if (null !== $rehearsal->address() && $rehearsal->state()->isOver()) {
            $this->queue->put($rehearsal->id(), [Job::LOOK]);
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
        $this->queue->drop($rehearsal->id());
        $this->entities->refresh($rehearsal);
    }

    /** Checks without an answer, and such as wait since it was cancelled, are tried once more. */
    public function again(Rehearsal $rehearsal): void
    {
        $numbers = $this->numbers($rehearsal, [RehearsalCheck::NO_ANSWER, RehearsalCheck::WAITING]);
        if (!$rehearsal->state()->isOver() || [] === $numbers || null === $rehearsal->address()) {
            return;
        }
        $this->connection->transactional(function () use ($rehearsal): void {
            $this->connection->executeStatement('UPDATE rehearsal_check SET verdict = ?, reason = NULL WHERE rehearsal_id = ? AND verdict = ?', [RehearsalCheck::WAITING, $rehearsal->id(), RehearsalCheck::NO_ANSWER]);
            $this->connection->executeStatement('UPDATE rehearsal SET state = ?, ended_at = NULL, message = NULL WHERE id = ?', [RehearsalState::Running->value, $rehearsal->id()]);
        });
        $this->queue->put($rehearsal->id(), $numbers);
        $this->entities->refresh($rehearsal);
    }

    /**
     * Puts the work of rehearsals back that are not over and whose work is not in the queue, as when the application
     * ended between keeping them and queueing their work.
     */
    public function requeue(): void
    {
        foreach ($this->entities->getRepository(Rehearsal::class)->findBy(['state' => [RehearsalState::Planning, RehearsalState::Running]]) as $rehearsal) {
            $this->queue->put($rehearsal->id(), RehearsalState::Planning === $rehearsal->state() ? [Job::PLAN] : $this->numbers($rehearsal, [RehearsalCheck::WAITING]));
        }
    }

    /**
     * What the last runs in the same shop, by the same way, found to be as expected; of what was carried over itself, the run
     * in which it was tried.
     *
     * @param string|null    $address of the item there; null: by hand
     * @param string|null    $page    that a browser visits; null: over the shop interface
     * @param Rehearsal|null $but     this run, which is about to begin
     *
     * @return array<string, array{verdict: string, found: string|null, unseen: string, from: string}> by print of the check
     */
    public function holding(StoredSetup $setup, ?string $address, ?string $page, ?Rehearsal $but = null): array
    {
        $known = [];
        $isThere = static fn (Rehearsal $run): bool => $run !== $but && [] === $run->faults() && $run->page() === $page
            && (null === $run->address()) === (null === $address)
            && ShopAddress::hostOf($run->address() ?? '') === ShopAddress::hostOf($address ?? '');
        foreach (array_reverse(array_slice(array_filter($this->of($setup), $isThere), 0, self::MOST_EARLIER)) as $run) {
            foreach ($this->checks($run) as $kept) {
                $print = $kept->check()->print();
                unset($known[$print]);
                if (RehearsalCheck::AGREES === $kept->verdict()) {
                    $found = null === $kept->found() ? null : json_encode($kept->found()->toArray(), JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE);
                    $known[$print] = ['verdict' => RehearsalCheck::AGREES, 'found' => $found, 'unseen' => json_encode($kept->unseen(), JSON_THROW_ON_ERROR), 'from' => $kept->carriedFrom() ?? $run->id()];
                }
            }
        }

        return $known;
    }

    /**
     * @param list<string> $verdicts
     *
     * @return list<int> numbers of the checks with one of these verdicts, in order
     */
    private function numbers(Rehearsal $rehearsal, array $verdicts): array
    {
        $numbers = $this->connection->fetchFirstColumn('SELECT number FROM rehearsal_check WHERE rehearsal_id = ? AND verdict IN (?) ORDER BY number', [$rehearsal->id(), $verdicts], [ParameterType::STRING, ArrayParameterType::STRING]);

        return array_values(array_filter($numbers, is_int(...)));
    }

    /**
     * @param list<Difference>           $differences
     * @param list<string>               $unseen
     * @param list<array<string, mixed>> $pictures
     */
    private function set(Rehearsal $rehearsal, int $number, string $verdict, ?Found $found, array $differences, ?string $reason, int $milliseconds, array $unseen = [], array $pictures = []): void
    {
        $this->connection->executeStatement('UPDATE rehearsal_check SET verdict = ?, found = ?, differences = ?, reason = ?, milliseconds = ?, unseen = ?, pictures = ? WHERE rehearsal_id = ? AND number = ? AND verdict = ?', [
            $verdict, null === $found ? null : json_encode($found->toArray(), JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE), json_encode(array_map(static fn (Difference $d): array => $d->toArray(), $differences), JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE), $reason, $milliseconds, json_encode($unseen, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE), json_encode($pictures, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE),
            $rehearsal->id(), $number, RehearsalCheck::WAITING,
        ]);
    }

    private function endWhereDone(Rehearsal $rehearsal): void
    {
        $this->connection->executeStatement('UPDATE rehearsal SET state = ?, ended_at = ? WHERE id = ? AND state = ? AND NOT EXISTS (SELECT 1 FROM rehearsal_check WHERE rehearsal_id = ? AND verdict = ?)', [RehearsalState::Done->value, (new \DateTimeImmutable())->format('Y-m-d H:i:s'), $rehearsal->id(), RehearsalState::Running->value, $rehearsal->id(), RehearsalCheck::WAITING]);
    }

    private function end(Rehearsal $rehearsal, RehearsalState $state, ?string $message): void
    {
        $this->connection->executeStatement('UPDATE rehearsal SET state = ?, message = ?, ended_at = ? WHERE id = ? AND state IN (?, ?)', [$state->value, $message, (new \DateTimeImmutable())->format('Y-m-d H:i:s'), $rehearsal->id(), RehearsalState::Planning->value, RehearsalState::Running->value]);
    }
}
