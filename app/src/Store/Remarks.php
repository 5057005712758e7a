<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\Common\Collections\Criteria;
use Doctrine\Common\Collections\Order;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;

/**
 * The conversations about a setup: written at a place, answered, closed.
 */
final readonly class Remarks
{
    public function __construct(private EntityManagerInterface $entities) {}

    public const A_PAGE = 200;

    /**
     * @param string $after id of one; those written after it. '': from the first
     *
     * @return list<array{Remark, list<Remark>}> each with its answers, the oldest first, A_PAGE at most
     */
    public function of(StoredSetup $setup, string $after = ''): array
    {
        $begun = Criteria::create()
            ->where(Criteria::expr()->eq('setup', $setup))
            ->andWhere(Criteria::expr()->isNull('to'))
            ->andWhere(Criteria::expr()->gt('id', $after))
            ->orderBy(['id' => Order::Ascending])
            ->setMaxResults(self::A_PAGE);

        return $this->withAnswers(
            array_values($this->entities->getRepository(Remark::class)->matching($begun)->toArray()),
        );
    }

    /**
     * @return array{Remark, list<Remark>} with its answers
     *
     * @throws NotFoundHttpException
     */
    public function one(StoredSetup $setup, string $id): array
    {
        $remark = $this->entities
            ->getRepository(Remark::class)
            ->findOneBy(['setup' => $setup, 'id' => $id, 'to' => null]);

        return $this->withAnswers([$remark ?? throw new NotFoundHttpException('There is no such remark.')])[0];
    }

    /**
     * @param list<Remark> $remarks
     *
     * @return list<array{Remark, list<Remark>}>
     */
    private function withAnswers(array $remarks): array
    {
        $ids = array_map(static fn(Remark $r): string => $r->id(), $remarks);
        $answers = [];
        foreach ($this->entities->getRepository(Remark::class)->findBy(['to' => $ids], ['id' => 'ASC']) as $answer) {
            $answers[$answer->to()][] = $answer;
        }

        return array_map(static fn(Remark $r): array => [$r, $answers[$r->id()] ?? []], $remarks);
    }

    /** How many are open. */
    public function open(StoredSetup $setup): int
    {
        return $this->entities
            ->getRepository(Remark::class)
            ->count(['setup' => $setup, 'to' => null, 'closedAt' => null]);
    }

    public function write(
        StoredSetup $setup,
        string $about,
        string $place,
        string $words,
        string $person,
        string $text,
    ): Remark {
        return $this->keep(new Remark($setup, $about, $place, $words, null, $person, $text, new \DateTimeImmutable()));
    }

    /**
     * @throws UnprocessableEntityHttpException where there is no such remark, or it is closed
     */
    public function answer(StoredSetup $setup, string $to, string $person, string $text): Remark
    {
        $remark = $this->get($setup, $to);

        return $this->keep(
            new Remark(
                $setup,
                $remark->about(),
                $remark->place(),
                $remark->words(),
                $remark->id(),
                $person,
                $text,
                new \DateTimeImmutable(),
            ),
        );
    }

    /**
     * @throws UnprocessableEntityHttpException where there is no such remark, or it is closed
     */
    public function close(StoredSetup $setup, string $id, string $person): void
    {
        $this->get($setup, $id)->close($person, new \DateTimeImmutable());
        $this->entities->flush();
    }

    private function get(StoredSetup $setup, string $id): Remark
    {
        $remark = $this->entities->find(Remark::class, $id);
        if (null === $remark || $remark->setup() !== $setup || null !== $remark->to()) {
            throw new UnprocessableEntityHttpException('There is no such remark.');
        }
        if (null !== $remark->closedAt()) {
            throw new UnprocessableEntityHttpException(
                sprintf('%s closed this on %s.', $remark->closedBy() ?? '', $remark->closedAt()->format('Y-m-d H:i')),
            );
        }

        return $remark;
    }

    private function keep(Remark $remark): Remark
    {
        $this->entities->persist($remark);
        $this->entities->flush();

        return $remark;
    }
}
