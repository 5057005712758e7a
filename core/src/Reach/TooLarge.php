<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

/**
 * A setup that goes beyond the stated bounds of the computation, with the options that make it so.
 */
final class TooLarge extends \RuntimeException
{
    /**
     * @param list<string> $options codes
     */
    public function __construct(string $message, public readonly array $options)
    {
        parent::__construct($message);
    }

    /**
     * Without objects, to be kept.
     *
     * @return array{trouble: string, options: list<string>}
     */
    public function toPlain(): array
    {
        return ['trouble' => $this->getMessage(), 'options' => $this->options];
    }

    /**
     * @param array<array-key, mixed>|null $plain see toPlain()
     */
    public static function fromPlain(?array $plain): ?self
    {
        $trouble = $plain['trouble'] ?? null;
        $options = $plain['options'] ?? null;

        return is_string($trouble) && is_array($options)
            ? new self($trouble, array_values(array_filter($options, is_string(...))))
            : null;
    }
}
