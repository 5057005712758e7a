<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\ORM\Mapping as ORM;

/**
 * The price list that was held against a setup last: its text, so that it can be held against later revisions too.
 */
#[ORM\Entity]
#[ORM\Table(name: 'handed_prices')]
class HandedPrices
{
    /** Rows of a list that is kept; a longer one is held against the setup once, on the spot. */
    public const MOST_ROWS = 3_000;

    public function __construct(
        #[ORM\Id]
        #[ORM\OneToOne]
        #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private StoredSetup $setup,
        #[ORM\Column(type: 'text')]
        private string $text,
        #[ORM\Column(length: 200)]
        private string $person,
        #[ORM\Column]
        private \DateTimeImmutable $handedAt,
    ) {
    }

    public function hand(string $text, string $person, \DateTimeImmutable $now): void
    {
        [$this->text, $this->person, $this->handedAt] = [$text, $person, $now];
    }

    public function setup(): StoredSetup
    {
        return $this->setup;
    }

    public function text(): string
    {
        return $this->text;
    }

    /** When and by whom, in words. */
    public function when(): string
    {
        return $this->handedAt->format('Y-m-d').('' === $this->person ? '' : ', '.$this->person);
    }
}
