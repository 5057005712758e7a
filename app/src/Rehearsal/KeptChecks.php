<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Ithrel\App\Store\Rehearsal;
use Ithrel\App\Store\RehearsalCheck;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/**
 * The checks of rehearsals, as they are kept.
 */
final readonly class KeptChecks
{
    public function __construct(private EntityManagerInterface $entities, private Connection $connection) {}

    /**
     * @return list<RehearsalCheck> in the order of their numbers
     */
    public function of(Rehearsal $rehearsal): array
    {
        return $this->entities
            ->getRepository(RehearsalCheck::class)
            ->findBy(['rehearsal' => $rehearsal], ['number' => 'ASC']);
    }

    /**
     * Those that changed since.
     *
     * @param int $turn of the last one that is known
     *
     * @return list<RehearsalCheck> in the order of their numbers
     */
    public function since(Rehearsal $rehearsal, int $turn): array
    {
        /** @var list<RehearsalCheck> $changed */
        $changed = $this->entities
            ->createQuery(
                'SELECT c FROM ' .
                    RehearsalCheck::class .
                    ' c WHERE c.rehearsal = :run AND c.turn > :turn ORDER BY c.number',
            )
            ->setParameter('run', $rehearsal)
            ->setParameter('turn', $turn)
            ->getResult();

        return $changed;
    }

    /**
     * Some of those with a verdict, for what can be said while others wait.
     *
     * @return list<RehearsalCheck>
     */
    public function some(Rehearsal $rehearsal, string $verdict, int $most): array
    {
        return $this->entities
            ->getRepository(RehearsalCheck::class)
            ->findBy(['rehearsal' => $rehearsal, 'verdict' => $verdict], ['number' => 'ASC'], $most);
    }

    public function get(Rehearsal $rehearsal, int $number): RehearsalCheck
    {
        return $this->entities->find(RehearsalCheck::class, ['rehearsal' => $rehearsal->id(), 'number' => $number]) ??
            throw new NotFoundHttpException('This rehearsal has no such check.');
    }

    /**
     * @return array<string, int> verdict => checks
     */
    public function tally(Rehearsal $rehearsal): array
    {
        $tally = [];
        foreach (
            $this->connection->fetchAllKeyValue(
                'SELECT verdict, COUNT(*) FROM rehearsal_check WHERE rehearsal_id = ? GROUP BY verdict',
                [$rehearsal->id()],
            )
            as $verdict => $count
        ) {
            $tally[(string) $verdict] = is_int($count) ? $count : 0;
        }

        return $tally;
    }
}
