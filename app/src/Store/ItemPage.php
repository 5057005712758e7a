<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Ulid;

/**
 * The page of a setup's item in a shop, with its map and the pictures that it was drawn on.
 */
#[ORM\Entity]
#[ORM\Table(name: 'item_page')]
class ItemPage
{
    public const WAITING = 'waiting';
    public const READY = 'ready';

    /** Its map was mended, and is yet to be tried. */
    public const TRYING = 'trying';
    public const FAILED = 'failed';

    #[ORM\Id]
    #[ORM\Column(length: 26)]
    private string $id;

    #[ORM\Column(length: 10)]
    private string $state = self::WAITING;

    /** Why it could not be mapped. */
    #[ORM\Column(type: 'text', nullable: true)]
    private ?string $message = null;

    /** @var array<string, mixed>|null map/1 */
    #[ORM\Column(type: 'json', nullable: true)]
    private ?array $map = null;

    /** @var list<array<string, mixed>> a stage each: file, width, height, spots, expected */
    #[ORM\Column(type: 'json')]
    private array $pictures = [];

    /** @var list<string> things of the map that a person said */
    #[ORM\Column(type: 'json')]
    private array $byHand = [];

    /** Seconds that mapping took. */
    #[ORM\Column]
    private int $seconds = 0;

    public function __construct(
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private StoredSetup $setup,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] private Shop $shop,
        #[ORM\Column(length: 2000)] private string $address,
        #[ORM\Column] private \DateTimeImmutable $createdAt,
    ) {
        $this->id = (string) new Ulid();
    }

    /**
     * @param array<string, mixed> $map
     * @param list<array<string, mixed>> $pictures
     * @param list<string> $byHand what a person said of it while it was mapped
     */
    public function mapped(array $map, array $pictures, int $seconds, array $byHand): void
    {
        [$this->state, $this->message, $this->map, $this->pictures, $this->byHand, $this->seconds] = [
            [] === $byHand ? self::READY : self::TRYING,
            null,
            $map,
            $pictures,
            $byHand,
            $seconds,
        ];
    }

    /**
     * It was walked by the map as a person mended it.
     *
     * @param list<array<string, mixed>> $pictures
     */
    public function toured(array $pictures): void
    {
        $this->state = self::READY;
        $this->pictures = [] === $pictures ? $this->pictures : $pictures;
    }

    public function failed(string $why): void
    {
        [$this->state, $this->message] = [self::FAILED, $why];
    }

    /** It is to be mapped once more; what was known of it stays until then. */
    public function again(): void
    {
        [$this->state, $this->message] = [self::WAITING, null];
    }

    /**
     * @param array<string, mixed> $map
     */
    public function mended(array $map, string $what): void
    {
        $this->map = $map;
        $this->state = self::TRYING;
        $this->byHand = array_values(array_unique([...$this->byHand, $what]));
    }

    public function id(): string
    {
        return $this->id;
    }

    public function setup(): StoredSetup
    {
        return $this->setup;
    }

    public function shop(): Shop
    {
        return $this->shop;
    }

    public function address(): string
    {
        return $this->address;
    }

    public function state(): string
    {
        return $this->state;
    }

    public function message(): ?string
    {
        return $this->message;
    }

    /**
     * @return array<string, mixed>|null
     */
    public function map(): ?array
    {
        return $this->map;
    }

    /**
     * @return list<array<string, mixed>>
     */
    public function pictures(): array
    {
        return $this->pictures;
    }

    /**
     * @return list<string>
     */
    public function byHand(): array
    {
        return $this->byHand;
    }

    public function seconds(): int
    {
        return $this->seconds;
    }

    public function createdAt(): \DateTimeImmutable
    {
        return $this->createdAt;
    }
}
