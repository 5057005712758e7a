<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\ORM\Mapping as ORM;
use Ithrel\Core\Boundary\Tick;

/**
 * What a tester saw at one edge of a boundary sheet, on one route of her shop, with the document that was tried.
 */
#[ORM\Entity]
#[ORM\Table(name: 'limit_tick')]
class LimitTick
{
    /**
     * @param string $known of the row of the sheet
     * @param 'form'|'express' $route
     * @param 'taken'|'refused'|'empty' $found
     */
    public function __construct(
        #[ORM\Id] #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private StoredSetup $setup,
        #[ORM\Id] #[ORM\Column(length: 12)] private string $known,
        #[ORM\Id] #[ORM\Column(length: 8)] private string $route,
        #[ORM\Column(length: 8)] private string $found,
        #[ORM\Column(type: 'text')] private string $note,
        #[ORM\Column(length: 200)] private string $person,
        #[ORM\Column(length: 64)] private string $sha256,
        #[ORM\Column] private \DateTimeImmutable $seenAt,
    ) {}

    /**
     * @param 'taken'|'refused'|'empty' $found
     */
    public function see(string $found, string $note, string $person, string $sha256, \DateTimeImmutable $at): void
    {
        [$this->found, $this->note, $this->person, $this->sha256, $this->seenAt] = [
            $found,
            $note,
            $person,
            $sha256,
            $at,
        ];
    }

    public function setup(): StoredSetup
    {
        return $this->setup;
    }

    public function sha256(): string
    {
        return $this->sha256;
    }

    public function seenAt(): \DateTimeImmutable
    {
        return $this->seenAt;
    }

    public function tick(): Tick
    {
        return new Tick($this->known, $this->route, $this->found, $this->note, $this->person);
    }
}
