<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;

/**
 * The conversations about a setup: written at a place, answered, closed.
 */
final readonly class Remarks
{
    public function __construct(private EntityManagerInterface $entities) {}

    /**
     * @return list<array{Remark, list<Remark>}> each with its answers, the oldest first
     */
    public function of(StoredSetup $setup): array
    {
        $all = [];
        $answers = [];
        foreach (
            $this->entities->getRepository(Remark::class)->findBy(['setup' => $setup], ['id' => 'ASC'])
            as $remark
        ) {
            null === $remark->to() ? ($all[] = $remark) : ($answers[$remark->to()][] = $remark);
        }

        return array_map(static fn(Remark $r): array => [$r, $answers[$r->id()] ?? []], $all);
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
