<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Support;

use Ithrel\Core\Reach\Diagram;
use Ithrel\Core\Reach\KeptDiagrams;

/**
 * Keeps what is compiled as plain text, as files would.
 */
final class KeptInMemory implements KeptDiagrams
{
    public int $made = 0;
    public int $found = 0;

    /** @var array<string, string> */
    private array $kept = [];

    /** @var array<string, string> */
    private array $own = [];

    public function get(string $print): ?array
    {
        if (!isset($this->kept[$print])) {
            return null;
        }
        ++$this->found;
        $found = self::plain($this->kept[$print]);
        \assert(is_array($found[0]) && is_array($found[1]));

        return [Diagram::fromPlain($found[0]), Diagram::fromPlain($found[1])];
    }

    public function put(string $print, array $diagrams): void
    {
        ++$this->made;
        $this->kept[$print] = serialize([$diagrams[0]->toPlain(), $diagrams[1]->toPlain()]);
    }

    public function getOwn(string $name): ?array
    {
        return isset($this->own[$name]) ? self::plain($this->own[$name]) : null;
    }

    public function putOwn(string $name, array $plain): void
    {
        $this->own[$name] = serialize($plain);
    }

    /** Another document comes. */
    public function forgetOwn(): void
    {
        $this->own = [];
    }

    /**
     * @return array<array-key, mixed>
     */
    private static function plain(string $text): array
    {
        $plain = unserialize($text, ['allowed_classes' => false]);
        \assert(is_array($plain));

        return $plain;
    }
}
