<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\ORM\Mapping as ORM;

/**
 * A signature under a verdict, with everything as it was then: it is never changed, and its setup never destroyed.
 */
#[ORM\Entity]
#[ORM\Table(name: 'launch')]
class Launch
{
    #[ORM\Id]
    #[ORM\Column(length: 26)]
    private string $id;

    /**
     * @param string $document byte for byte
     * @param array<string, mixed> $gate gate/1 as it was
     * @param string $page the gate as a page that needs nothing else
     * @param self|null $before the last of the setup so far
     */
    public function __construct(
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] private StoredSetup $setup,
        #[ORM\Column(length: 200)] private string $person,
        #[ORM\Column] private \DateTimeImmutable $signedAt,
        #[ORM\Column(length: 16)] private string $verdict,
        #[ORM\Column] private int $revision,
        #[ORM\Column(length: 64)] private string $sha256,
        #[ORM\Column(type: 'text')] private string $document,
        #[ORM\Column(type: 'json')] private array $gate,
        #[ORM\Column(type: 'text')] private string $page,
        ?self $before = null,
    ) {
        $this->id = RisingId::after($before?->id);
    }

    public function id(): string
    {
        return $this->id;
    }

    public function setup(): StoredSetup
    {
        return $this->setup;
    }

    public function person(): string
    {
        return $this->person;
    }

    public function signedAt(): \DateTimeImmutable
    {
        return $this->signedAt;
    }

    public function verdict(): string
    {
        return $this->verdict;
    }

    public function revision(): int
    {
        return $this->revision;
    }

    public function sha256(): string
    {
        return $this->sha256;
    }

    public function document(): string
    {
        return $this->document;
    }

    /**
     * @return array<string, mixed>
     */
    public function gate(): array
    {
        return $this->gate;
    }

    public function page(): string
    {
        return $this->page;
    }
}
