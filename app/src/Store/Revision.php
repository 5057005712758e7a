<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\ORM\Mapping as ORM;

/**
 * A document as it was brought in, byte for byte.
 */
#[ORM\Entity]
#[ORM\Table(name: 'revision')]
#[ORM\Index(name: 'IDX_revision_sha256', columns: ['sha256'])]
class Revision
{
    #[ORM\Column(length: 64)]
    private string $sha256;

    public function __construct(
        #[ORM\Id] #[ORM\ManyToOne(inversedBy: 'revisions')] #[
            ORM\JoinColumn(nullable: false, onDelete: 'CASCADE'),
        ]
        private StoredSetup $setup,
        #[ORM\Id] #[ORM\Column] private int $number,
        #[ORM\Column(type: 'text')] private string $document,
        #[ORM\Column] private \DateTimeImmutable $createdAt,
    ) {
        $this->sha256 = hash('sha256', $document);
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
