<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\ORM\Mapping as ORM;

/**
 * A document as it was brought in, byte for byte.
 */
#[ORM\Entity]
#[ORM\Table(name: 'revision')]
#[ORM\UniqueConstraint(name: 'revision_number', columns: ['setup_id', 'number'])]
class Revision
{
    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    #[ORM\Column(length: 64)]
    private string $sha256;

    public function __construct(
        #[ORM\ManyToOne(inversedBy: 'revisions')]
        #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private StoredSetup $setup,
        #[ORM\Column]
        private int $number,
        #[ORM\Column(type: 'text')]
        private string $document,
        #[ORM\Column]
        private \DateTimeImmutable $createdAt,
    ) {
        $this->sha256 = hash('sha256', $document);
    }

    public function id(): ?int
    {
        return $this->id;
    }

    public function setup(): StoredSetup
    {
        return $this->setup;
    }

    public function number(): int
    {
        return $this->number;
    }

    public function document(): string
    {
        return $this->document;
    }

    public function sha256(): string
    {
        return $this->sha256;
    }

    public function createdAt(): \DateTimeImmutable
    {
        return $this->createdAt;
    }
}
