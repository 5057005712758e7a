<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

/**
 * Members that are joined step by step into groups (union and find).
 */
final class Groups
{
    /** @var array<int, int> */
    private array $parent;

    public function __construct(int $members)
    {
        $this->parent = $members > 0 ? range(0, $members - 1) : [];
    }

    public function of(int $member): int
    {
        while ($this->parent[$member] !== $member) {
            $this->parent[$member] = $this->parent[$this->parent[$member]];
            $member = $this->parent[$member];
        }

        return $member;
    }

    public function join(int $a, int $b): void
    {
        $this->parent[$this->of($a)] = $this->of($b);
    }
}
