<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\Common\Collections\Criteria;
use Doctrine\Common\Collections\Order;
use Doctrine\ORM\EntityManagerInterface;

/**
 * What belongs to a setup, a page at a time, by ids that rise.
 */
final class Newest
{
    /**
     * @template T of object
     *
     * @param class-string<T> $class
     * @param string $before id of one; those before it. '': the latest
     *
     * @return list<T> newest first
     */
    public static function of(
        EntityManagerInterface $entities,
        string $class,
        StoredSetup $setup,
        string $before,
        int $limit,
    ): array {
        $criteria = Criteria::create()
            ->where(Criteria::expr()->eq('setup', $setup))
            ->orderBy(['id' => Order::Descending])
            ->setMaxResults($limit);
        if ('' !== $before) {
            $criteria->andWhere(Criteria::expr()->lt('id', $before));
        }

        return array_values($entities->getRepository($class)->matching($criteria)->toArray());
    }
}
