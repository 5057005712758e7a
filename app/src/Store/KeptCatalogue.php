<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\ORM\Mapping as ORM;

/**
 * The items of the shop, as somebody brought them in last: one table for all setups.
 */
#[ORM\Entity]
#[ORM\Table(name: 'catalogue')]
class KeptCatalogue
{
    public const ID = 'kept';

    #[ORM\Id]
    #[ORM\Column(length: 8)]
    private string $id = self::ID;

    public function __construct(
        #[ORM\Column(type: 'text')] private string $text,
        #[ORM\Column(length: 200)] private string $person,
        #[ORM\Column] private \DateTimeImmutable $handedAt,
    ) {}

    public function hand(string $text, string $person, \DateTimeImmutable $now): void
    {
        [$this->text, $this->person, $this->handedAt] = [$text, $person, $now];
    }

    public function id(): string
    {
        return $this->id;
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
