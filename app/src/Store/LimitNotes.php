<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\ORM\EntityManagerInterface;
use Ithrel\Core\Boundary\Tick;

/**
 * What testers keep with the boundary sheets of a setup: ticks, and texts that fit a pattern.
 */
final readonly class LimitNotes
{
    public function __construct(private EntityManagerInterface $entities) {}

    /**
     * @return list<LimitTick>
     */
    public function ticks(StoredSetup $setup): array
    {
        return $this->entities->getRepository(LimitTick::class)->findBy(['setup' => $setup]);
    }

    /**
     * @return list<Tick>
     */
    public function seen(StoredSetup $setup): array
    {
        return array_map(static fn(LimitTick $tick): Tick => $tick->tick(), $this->ticks($setup));
    }

    /** What was seen at one edge, on one route. */
    public function of(StoredSetup $setup, string $known, string $route): ?LimitTick
    {
        return $this->entities->find(LimitTick::class, ['setup' => $setup->id(), 'known' => $known, 'route' => $route]);
    }

    /**
     * @param Tick|null $tick null takes it away
     */
    public function tick(StoredSetup $setup, string $known, string $route, ?Tick $tick): void
    {
        $kept = $this->of($setup, $known, $route);
        $now = new \DateTimeImmutable();
        if (null === $tick) {
            if (null !== $kept) {
                $this->entities->remove($kept);
            }
        } elseif (null !== $kept) {
            $kept->see($tick->found, $tick->note, $tick->by, $setup->latest()->sha256(), $now);
        } else {
            $this->entities->persist(
                new LimitTick(
                    $setup,
                    $known,
                    $tick->route,
                    $tick->found,
                    $tick->note,
                    $tick->by,
                    $setup->latest()->sha256(),
                    $now,
                ),
            );
        }
        $this->entities->flush();
    }

    /**
     * @return array<string, list<string>> option => texts
     */
    public function samples(StoredSetup $setup): array
    {
        $samples = [];
        foreach (
            $this->entities->getRepository(LimitSample::class)->findBy(['setup' => $setup], ['id' => 'ASC'])
            as $sample
        ) {
            $samples[$sample->option()][] = $sample->text();
        }

        return $samples;
    }

    /**
     * @param list<string> $texts that fit the pattern of an option, instead of those given before
     */
    public function giveSamples(StoredSetup $setup, string $option, array $texts): void
    {
        foreach (
            $this->entities->getRepository(LimitSample::class)->findBy(['setup' => $setup, 'option' => $option])
            as $sample
        ) {
            $this->entities->remove($sample);
        }
        foreach ($texts as $text) {
            $this->entities->persist(new LimitSample($setup, $option, $text));
        }
        $this->entities->flush();
    }
}
