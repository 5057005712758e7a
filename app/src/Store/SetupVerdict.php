<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\ORM\Mapping as ORM;

/**
 * The verdict of a setup as it was worked out last, so that a list need not; its mark tells what it was worked out
 * from. Written by Verdicts.
 */
#[ORM\Entity]
#[ORM\Table(name: 'setup_verdict')]
class SetupVerdict
{
    public function __construct(
        #[ORM\Id] #[ORM\OneToOne] #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private StoredSetup $setup,
        #[ORM\Column(length: 16)] private string $verdict,
        #[ORM\Column(name: 'open_items')] private int $open,
        #[ORM\Column(length: 64)] private string $mark,
    ) {}

    public function setup(): StoredSetup
    {
        return $this->setup;
    }

    public function verdict(): string
    {
        return $this->verdict;
    }

    public function open(): int
    {
        return $this->open;
    }

    public function mark(): string
    {
        return $this->mark;
    }
}
