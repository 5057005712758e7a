<?php

declare(strict_types=1);

namespace Ithrel\App\Gate;

use Doctrine\ORM\EntityManagerInterface;
use Ithrel\App\Store\Launch;
use Ithrel\App\Store\Shelf;
use Ithrel\App\Store\SignedLaunch;
use Ithrel\App\Store\StoredSetup;
use Ithrel\App\Work\Within;
use Ithrel\Core\Diff\DiffResult;
use Ithrel\Core\Diff\ReadDocument;
use Ithrel\Core\Diff\SetupDiff;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Gate\Gate;
use Ithrel\Core\Setup\Reader;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;

/**
 * Signed launches: the verdict by name, with all that it was made of, kept for ever.
 */
final readonly class Launches
{
    private const SECONDS_OF_DIFF = 20;

    public const A_PAGE = 20;

    public function __construct(
        private EntityManagerInterface $entities,
        private SetupGate $gates,
        private Shelf $shelf,
        private Verdicts $verdicts,
    ) {}

    /**
     * @param string $before id of one; those before it. '': the latest
     *
     * @return list<SignedLaunch> the newest first, A_PAGE at most
     */
    public function of(StoredSetup $stored, string $before = ''): array
    {
        /** @var list<SignedLaunch> $signed */
        $signed = $this->entities
            ->createQuery(
                sprintf(
                    'SELECT NEW %s(l.id, l.person, l.signedAt, l.verdict, l.revision, l.sha256) FROM %s l ' .
                        'WHERE l.setup = :setup%s ORDER BY l.id DESC',
                    SignedLaunch::class,
                    Launch::class,
                    '' === $before ? '' : ' AND l.id < :before',
                ),
            )
            ->setParameters(['setup' => $stored] + ('' === $before ? [] : ['before' => $before]))
            ->setMaxResults(self::A_PAGE)
            ->getResult();

        return $signed;
    }

    private function last(StoredSetup $stored): ?Launch
    {
        return $this->entities->getRepository(Launch::class)->findOneBy(['setup' => $stored], ['id' => 'DESC']);
    }

    public function get(StoredSetup $stored, string $id): Launch
    {
        $launch = $this->entities->find(Launch::class, $id);

        return null !== $launch && $launch->setup() === $stored
            ? $launch
            : throw new NotFoundHttpException('There is no such launch.');
    }

    /**
     * @param string $sha256 of the document whose gate was looked at
     *
     * @throws ConflictHttpException where another revision came between, or somebody signed it already
     * @throws UnprocessableEntityHttpException where it may not launch
     */
    public function sign(StoredSetup $stored, string $person, string $sha256): Launch
    {
        $standing = $this->verdicts->standing($stored);
        $gate = $this->gates->of($stored);
        if (Gate::MAY !== $gate->verdict) {
            throw new UnprocessableEntityHttpException(
                sprintf('%s: %s', Gate::words($gate->verdict), implode(' ', $gate->because)),
            );
        }
        $setup = $this->shelf->reach($stored->latest())->setup;

        // One after the other: of two who sign at once, the second reads who did.
        return $this->entities->wrapInTransaction(function () use (
            $stored,
            $person,
            $sha256,
            $gate,
            $setup,
            $standing,
        ): Launch {
            $this->entities->refresh($stored);
            $revision = $stored->latest();
            if ($revision->sha256() !== $sha256) {
                throw new ConflictHttpException(
                    sprintf('Revision %d came in between. Look at its gate, then sign.', $revision->number()),
                );
            }
            $last = $this->last($stored);
            if (null !== $last && $last->sha256() === $sha256) {
                throw new ConflictHttpException(
                    sprintf(
                        '%s signed the launch of this revision on %s.',
                        $last->person(),
                        $last->signedAt()->format('Y-m-d H:i'),
                    ),
                );
            }
            // What was signed is what was looked at: a rehearsal that ended meanwhile, say, may forbid it.
            if ($this->verdicts->standing($stored) !== $standing) {
                throw new ConflictHttpException('Something came in at the gate meanwhile. Look at it, then sign.');
            }
            $now = new \DateTimeImmutable();
            $launch = new Launch(
                setup: $stored,
                person: $person,
                signedAt: $now,
                verdict: $gate->verdict,
                revision: $revision->number(),
                sha256: $sha256,
                document: $revision->document(),
                gate: ['ithrel' => 'gate/1', 'name' => $setup->name, 'sha256' => $sha256] + $gate->toArray(),
                page: GatePage::html($gate, $setup, $sha256, $now->format('Y-m-d H:i'), $person),
                before: $last,
            );
            $this->entities->persist($launch);
            $this->entities->flush();

            return $launch;
        });
    }

    /**
     * What became of the setup since the last launch.
     *
     * @return array{Launch, DiffResult|null}|null null: it was never launched; without a result where that takes too
     *                                             long
     */
    public function since(StoredSetup $stored): ?array
    {
        $last = $this->last($stored);
        if (null === $last) {
            return null;
        }
        $reader = Reader::shipped();
        $today = Today::of(Shelf::today());
        $diff = Within::orNothing(
            1000 * self::SECONDS_OF_DIFF,
            static fn(): DiffResult => SetupDiff::between(
                ReadDocument::of($reader, $last->document(), $today),
                ReadDocument::of($reader, $stored->latest()->document(), $today),
                0,
            ),
        );

        return [$last, $diff];
    }
}
