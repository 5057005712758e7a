<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\ORM\Mapping as ORM;
use Ithrel\Core\Gate\GateItem;

/**
 * A list that was held against a setup last, of one kind: its text, so that it can be held against later revisions too.
 */
#[ORM\Entity]
#[ORM\Table(name: 'handed_sheet')]
class HandedSheet
{
    /** Rows of a list that is kept; a longer one is held against the setup once, on the spot. */
    public const MOST_ROWS = 3_000;

    public const PRICES = GateItem::PRICE_LIST;
    public const SALE = GateItem::SALE_LIST;

    /**
     * @param string $kind PRICES or SALE
     */
    public function __construct(
        #[ORM\Id] #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private StoredSetup $setup,
        #[ORM\Id] #[ORM\Column(length: 16)] private string $kind,
        #[ORM\Column(type: 'text')] private string $text,
        #[ORM\Column(length: 200)] private string $person,
        #[ORM\Column] private \DateTimeImmutable $handedAt,
    ) {}

    public function hand(string $text, string $person, \DateTimeImmutable $now): void
    {
        [$this->text, $this->person, $this->handedAt] = [$text, $person, $now];
    }

    public function setup(): StoredSetup
    {
        return $this->setup;
    }

    public function kind(): string
    {
        return $this->kind;
    }

    public function text(): string
    {
        return $this->text;
    }

    /** When and by whom, in words. */
    public function when(): string
    {
        return $this->handedAt->format('Y-m-d') . ('' === $this->person ? '' : ', ' . $this->person);
    }
}
