<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Ulid;

/**
 * A shop in which setups are rehearsed: where it is, what may be done there, how much it takes, and where on its pages
 * cart and checkout show what they show.
 */
#[ORM\Entity]
#[ORM\Table(name: 'shop')]
class Shop
{
    #[ORM\Id]
    #[ORM\Column(length: 26)]
    private string $id;

    #[ORM\Column(length: 200)]
    private string $name;

    /** @var list<string> further hosts that may be visited */
    #[ORM\Column(type: 'json')]
    private array $hosts = [];

    #[ORM\Column]
    private bool $orders = false;

    /** Milliseconds between two checks. */
    #[ORM\Column]
    private int $pause = 0;

    /** @var array<string, int> most options, values, rows, characters */
    #[ORM\Column(type: 'json')]
    private array $ceilings = [];

    /** @var array<string, mixed>|null what a map says of the whole shop */
    #[ORM\Column(type: 'json', nullable: true)]
    private ?array $map = null;

    /**
     * @param string $host with its port where that is not the usual one
     */
    public function __construct(
        #[ORM\Column(length: 260, unique: true)] private string $host,
        #[ORM\Column] private \DateTimeImmutable $createdAt,
    ) {
        $this->id = (string) new Ulid();
        $this->name = mb_substr($host, 0, 200, 'UTF-8');
    }

    /**
     * @param list<string> $hosts
     * @param array<string, int> $ceilings
     */
    public function set(string $name, array $hosts, bool $orders, int $pause, array $ceilings): void
    {
        [$this->name, $this->hosts, $this->orders, $this->pause, $this->ceilings] = [
            $name,
            $hosts,
            $orders,
            $pause,
            $ceilings,
        ];
    }

    /**
     * @param array<string, mixed> $map
     */
    public function learn(array $map): void
    {
        $this->map = $map;
    }

    public function id(): string
    {
        return $this->id;
    }

    public function name(): string
    {
        return $this->name;
    }

    public function host(): string
    {
        return $this->host;
    }

    /**
     * @return list<string> hosts that may be visited, its own first
     */
    public function hosts(): array
    {
        return [$this->host, ...$this->hosts];
    }

    public function mayOrder(): bool
    {
        return $this->orders;
    }

    public function pause(): int
    {
        return $this->pause;
    }

    /**
     * @return array<string, int>
     */
    public function ceilings(): array
    {
        return $this->ceilings;
    }

    /**
     * @return array<string, mixed>|null
     */
    public function map(): ?array
    {
        return $this->map;
    }

    public function createdAt(): \DateTimeImmutable
    {
        return $this->createdAt;
    }
}
