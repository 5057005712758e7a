<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\ORM\Mapping as ORM;

/**
 * One rehearsal of a revision: its plan tried against a shop, or by hand.
 */
#[ORM\Entity]
#[ORM\Table(name: 'rehearsal')]
#[ORM\Index(name: 'IDX_rehearsal_state', columns: ['state'])]
#[ORM\Index(name: 'IDX_rehearsal_setup', columns: ['setup_id', 'id'])]
class Rehearsal
{
    #[ORM\Id]
    #[ORM\Column(length: 26)]
    private string $id;

    #[ORM\Column(length: 10, enumType: RehearsalState::class)]
    private RehearsalState $state = RehearsalState::Planning;

    #[ORM\Column]
    private int $pairs = 0;

    #[ORM\Column]
    private int $lowerBound = 0;

    #[ORM\Column]
    private int $combinations = 0;

    /** What the plan left out, a line each. */
    #[ORM\Column(type: 'text', nullable: true)]
    private ?string $leftOut = null; // @phpstan-ignore property.unusedType

    // State, message and end are written by Rehearsals, in statements that hold against other workers.
    #[ORM\Column(type: 'text', nullable: true)]
    private ?string $message = null; // @phpstan-ignore property.unusedType

    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $endedAt = null; // @phpstan-ignore property.unusedType

    /** @var array<string, mixed>|null map of the page as it was when it was begun, where it is tried in a browser */
    #[ORM\Column(type: 'json', nullable: true)]
    private ?array $map = null;

    /** The mapped page that is tried. */
    #[ORM\Column(length: 26, nullable: true)]
    private ?string $page = null;

    /** Whether orders may be placed. */
    #[ORM\Column(options: ['default' => false])]
    private bool $orders = false;

    /** How often it was taken up again; written by Rehearsals. */
    #[ORM\Column(options: ['default' => 0])]
    private int $round = 0;

    /** Whether checks that did and expected the same in an earlier run are carried over. */
    #[ORM\Column(options: ['default' => false])]
    private bool $carries = false;

    /** @var array<string, mixed>|null print of the page as it opened, where it was tried in a browser */
    #[ORM\Column(type: 'json', nullable: true)]
    private ?array $opening = null;

    /** When somebody last looked whether the shop is still as it was. */
    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $lookedAt = null;

    #[ORM\Column(nullable: true)]
    private ?bool $isStill = null;

    /**
     * @param string|null $address of the item's page in the shop; null: by hand
     * @param list<string> $faults that the rehearsal shop was told to have
     * @param string $today day for which the plan is made
     * @param self|null $before the last of the setup so far
     */
    public function __construct(
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private StoredSetup $setup,
        #[ORM\Column] private int $revision,
        #[ORM\Column(length: 2000, nullable: true)] private ?string $address,
        #[ORM\Column(type: 'json')] private array $faults,
        #[ORM\Column(length: 10)] private string $today,
        #[ORM\Column] private \DateTimeImmutable $createdAt,
        ?self $before = null,
    ) {
        $this->id = RisingId::after($before?->id);
    }

    /** It is tried on a page, in a browser, by the map as it is now. */
    public function onPage(ItemPage $page): void
    {
        [$this->page, $this->map, $this->orders] = [$page->id(), $page->map(), $page->shop()->mayOrder()];
    }

    /**
     * @return array<string, mixed>|null
     */
    public function opening(): ?array
    {
        return $this->opening;
    }

    /**
     * @param array<string, mixed> $print
     */
    public function opened(array $print): void
    {
        $this->opening = $print;
    }

    /**
     * @param bool|null $isStill null: the shop does not say
     */
    public function looked(?bool $isStill, \DateTimeImmutable $now): void
    {
        [$this->isStill, $this->lookedAt] = [$isStill, $now];
    }

    public function lookedAt(): ?\DateTimeImmutable
    {
        return $this->lookedAt;
    }

    /**
     * Whether the shop was still as it was tried when somebody looked last; null: nobody did, or the shop does not say.
     */
    public function isStill(): ?bool
    {
        return $this->isStill;
    }

    public function round(): int
    {
        return $this->round;
    }

    public function carryOver(): void
    {
        $this->carries = true;
    }

    public function carries(): bool
    {
        return $this->carries;
    }

    public function id(): string
    {
        return $this->id;
    }

    /** Id of the mapped page that is tried; null: over the shop interface, or by hand. */
    public function page(): ?string
    {
        return $this->page;
    }

    /**
     * @return array<string, mixed>|null
     */
    public function map(): ?array
    {
        return $this->map;
    }

    public function mayOrder(): bool
    {
        return $this->orders;
    }

    public function setup(): StoredSetup
    {
        return $this->setup;
    }

    /** The revision that is rehearsed. */
    public function revision(): Revision
    {
        return $this->setup->revision($this->revision) ?? throw new \LogicException('A rehearsal has its revision.');
    }

    /** Whether the setup is still as it was rehearsed. */
    public function isOfLatest(): bool
    {
        $latest = $this->setup->latest();

        return $this->revision === $latest->number() || $this->revision()->sha256() === $latest->sha256();
    }

    public function address(): ?string
    {
        return $this->address;
    }

    /**
     * @return list<string> that the rehearsal shop was told to have
     */
    public function faults(): array
    {
        return $this->faults;
    }

    public function today(): string
    {
        return $this->today;
    }

    public function state(): RehearsalState
    {
        return $this->state;
    }

    public function message(): ?string
    {
        return $this->message;
    }

    /**
     * @return array{pairs: int, lowerBound: int, combinations: int}
     */
    public function cover(): array
    {
        return ['pairs' => $this->pairs, 'lowerBound' => $this->lowerBound, 'combinations' => $this->combinations];
    }

    /**
     * @return list<string> what the plan left out, in words
     */
    public function leftOut(): array
    {
        return null === $this->leftOut ? [] : explode("\n", $this->leftOut);
    }

    public function createdAt(): \DateTimeImmutable
    {
        return $this->createdAt;
    }

    public function endedAt(): ?\DateTimeImmutable
    {
        return $this->endedAt;
    }
}
