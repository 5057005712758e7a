<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Ulid;

/**
 * A text that a tester gave as one that fits the pattern of an option, where none was found.
 */
#[ORM\Entity]
#[ORM\Table(name: 'limit_sample')]
class LimitSample
{
    #[ORM\Id]
    #[ORM\Column(length: 26)]
    private string $id;

    public function __construct(
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private StoredSetup $setup,
        #[ORM\Column(name: 'option_code', length: 200)] private string $option,
        #[ORM\Column(type: 'text')] private string $text,
    ) {
        $this->id = (string) new Ulid();
    }

    public function id(): string
    {
        return $this->id;
    }

    public function setup(): StoredSetup
    {
        return $this->setup;
    }

    public function option(): string
    {
        return $this->option;
    }

    public function text(): string
    {
        return $this->text;
    }
}
