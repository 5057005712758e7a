<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\ORM\Mapping as ORM;
use Ithrel\Core\Compare\Difference;
use Ithrel\Core\Compare\Found;
use Ithrel\Core\Plan\Check;

/**
 * One check of a rehearsal and what came of it. Rows are written by Rehearsals, in statements that make a check's
 * result final only once.
 */
#[ORM\Entity]
#[ORM\Table(name: 'rehearsal_check')]
#[ORM\Index(name: 'IDX_rehearsal_check_verdict', columns: ['rehearsal_id', 'verdict'])]
#[ORM\Index(name: 'IDX_rehearsal_check_turn', columns: ['rehearsal_id', 'turn'])]
class RehearsalCheck
{
    public const WAITING = 'waiting';
    public const AGREES = 'agrees';
    public const DIFFERS = 'differs';
    public const NO_ANSWER = 'no-answer';
    /** On a sheet by hand: nobody looked. */
    public const NOT_TRIED = 'not-tried';

    /** What can come of a check. */
    public const RESULTS = [self::AGREES, self::DIFFERS, self::NO_ANSWER, self::NOT_TRIED];

    /** Id of the earlier rehearsal in which it was tried, with the same steps and expectations. */
    #[ORM\Column(length: 26, nullable: true)]
    private ?string $carriedFrom = null; // @phpstan-ignore property.unusedType

    /** @var list<string> what the page does not show, or nobody was to look at */
    #[ORM\Column(type: 'json', options: ['default' => '[]'])]
    private array $unseen = [];

    /** @var list<array<string, mixed>> of each stage: file, width, height, spots */
    #[ORM\Column(type: 'json', options: ['default' => '[]'])]
    private array $pictures = [];

    /** Rises with each change of a check within the run, so that who watches reads what is new alone. */
    #[ORM\Column(options: ['default' => 0])]
    private int $turn = 0;

    /**
     * @param array<string, mixed> $plan Check::toArray()
     * @param array<string, mixed>|null $found Found::toArray()
     * @param list<array<string, mixed>> $differences
     * @param string|null $reason why there is no answer
     */
    public function __construct(
        #[ORM\Id] #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private Rehearsal $rehearsal,
        #[ORM\Id] #[ORM\Column] private int $number,
        #[ORM\Column(type: 'json')] private array $plan,
        #[ORM\Column(length: 10)] private string $verdict,
        #[ORM\Column(type: 'json', nullable: true)] private ?array $found,
        #[ORM\Column(type: 'json')] private array $differences,
        #[ORM\Column(type: 'text', nullable: true)] private ?string $reason,
        #[ORM\Column] private int $milliseconds,
    ) {}

    public function rehearsal(): Rehearsal
    {
        return $this->rehearsal;
    }

    public function number(): int
    {
        return $this->number;
    }

    public function check(): Check
    {
        return Check::fromArray($this->plan);
    }

    public function verdict(): string
    {
        return $this->verdict;
    }

    public function found(): ?Found
    {
        return null === $this->found ? null : Found::fromArray($this->found);
    }

    /**
     * @return list<Difference>
     */
    public function differences(): array
    {
        return array_map(Difference::fromArray(...), $this->differences);
    }

    public function turn(): int
    {
        return $this->turn;
    }

    public function reason(): ?string
    {
        return $this->reason;
    }

    public function carriedFrom(): ?string
    {
        return $this->carriedFrom;
    }

    /**
     * @return list<string>
     */
    public function unseen(): array
    {
        return $this->unseen;
    }

    /**
     * @return list<array<string, mixed>>
     */
    public function pictures(): array
    {
        return $this->pictures;
    }

    public function milliseconds(): int
    {
        return $this->milliseconds;
    }
}
